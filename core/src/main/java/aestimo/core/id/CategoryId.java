package aestimo.core.id;

/** Which category is meant, within one book: an opaque, non-blank name. */
public record CategoryId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public CategoryId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("a category’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
