package aestimo.core.entry;

/** What an entry is (rules, section 1). */
public enum EntryKind {
    BLANK,
    MARK,
    ABSENT,
    EXCUSED,
    NOT_HANDED_IN,
    /** A band's label, on a piece marked in grades. */
    GRADE,
    /** In a check column: done. */
    TICK,
    /** In a check column: not done. */
    CROSS,
    /** Words kept as typed that were not understood. A mark outside its range is a {@link #MARK}, in doubt by its value. */
    DOUBT
}
