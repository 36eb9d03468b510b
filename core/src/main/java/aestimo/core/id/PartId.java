package aestimo.core.id;

/** Which part of an assessment is meant, within that assessment: an opaque, non-blank name. */
public record PartId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public PartId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("a part’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
