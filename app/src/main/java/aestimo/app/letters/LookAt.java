package aestimo.app.letters;

/**
 * Something to look at before a letter leaves.
 *
 * @param words short, as they stand under the student's name
 * @param detail the same in full; may be empty
 */
public record LookAt(Kind kind, String words, String detail) {
    /** In the order they are told in. */
    public enum Kind {
        MISSING_FIGURE,
        NOTHING_SAID,
        IN_DOUBT,
        UNMARKED,
        OWN_WORDS,
        SAME_LETTER,
        SPELLING,
        FULL_STOPS,
        EMPTY
    }
}
