package aestimo.core.id;

/** Which student is meant, within one book: an opaque, non-blank name. */
public record StudentId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public StudentId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("a student’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
