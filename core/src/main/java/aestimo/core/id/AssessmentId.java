package aestimo.core.id;

/** Which assessment is meant, within one book: an opaque, non-blank name. */
public record AssessmentId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public AssessmentId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("an assessment’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
