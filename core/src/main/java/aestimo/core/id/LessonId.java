package aestimo.core.id;

/** Which lesson is meant, within one book: an opaque, non-blank name. */
public record LessonId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public LessonId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("a lesson’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
