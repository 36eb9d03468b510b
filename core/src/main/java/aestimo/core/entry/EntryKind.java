package aestimo.core.entry;

/** What an entry is (rules, section 1). */
public enum EntryKind {
    BLANK("blank"),
    MARK("mark"),
    ABSENT("absent"),
    EXCUSED("excused"),
    NOT_HANDED_IN("not handed in"),
    /** A band's label, on a piece marked in grades. */
    GRADE("grade"),
    /** In a check column: done. */
    TICK("tick"),
    /** In a check column: not done. */
    CROSS("cross"),
    /** Words kept as typed that were not understood. A mark outside its range is a {@link #MARK}, in doubt by its value. */
    DOUBT("in doubt");

    private final String words;

    EntryKind(String words) {
        this.words = words;
    }

    /** In words for the teacher, such as “not handed in”. */
    public String words() {
        return words;
    }
}
