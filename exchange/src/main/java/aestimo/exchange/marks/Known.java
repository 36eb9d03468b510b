package aestimo.exchange.marks;

/**
 * A student of the class, as rows are held against.
 *
 * @param id the caller's own
 * @param number empty where there is none
 * @param preferred the name they go by, in place of the given one; empty for none
 * @param email empty where there is none
 */
public record Known(long id, String number, String family, String given, String preferred, String email) {
    /** “Brandt, Ilva”. */
    public String listName() {
        return given.isEmpty() ? family : family + ", " + given;
    }
}
