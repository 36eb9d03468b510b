package aestimo.core.refusal;

/**
 * Why something cannot be part of a book: where it stands, and the rule in words for the teacher.
 *
 * @param place by the words of the markbook file, such as {@code assessments[2].due}
 * @param words what is wrong, with the offending value and what is allowed
 */
public record Refusal(String place, String words) {
    /** The same seen from further out: {@code due} within {@code assessments[2]} is {@code assessments[2].due}. */
    public Refusal within(String outer) {
        if (outer.isEmpty()) {
            return this;
        }
        if (place.isEmpty()) {
            return new Refusal(outer, words);
        }
        return new Refusal(place.startsWith("[") ? outer + place : outer + "." + place, words);
    }

    @Override
    public String toString() {
        return place.isEmpty() ? words : place + ": " + words;
    }
}
