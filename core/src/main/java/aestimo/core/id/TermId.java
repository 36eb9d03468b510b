package aestimo.core.id;

/** Which term is meant, within one book: an opaque, non-blank name. */
public record TermId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public TermId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("a term’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
