package aestimo.core.counting;

/** Why something counts, or why it does not (rules, sections 1 and 2). */
public enum Reason {
    COUNTS("counts"),
    BLANK("blank"),
    ABSENT("absent"),
    EXCUSED("excused"),
    IN_DOUBT("in doubt, not counted until settled"),
    /** Not handed in, where the class lets it count nothing. */
    IGNORED("not handed in, which counts nothing in this class"),
    /** A piece with parts none of which counts. */
    NO_PART("none of its parts counts"),
    /** A check or note column: only tallied. */
    TALLIED("never counts");

    private final String words;

    Reason(String words) {
        this.words = words;
    }

    /** In words for the teacher, such as “absent”. */
    public String words() {
        return words;
    }
}
