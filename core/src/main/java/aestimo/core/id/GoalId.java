package aestimo.core.id;

/** Which goal is meant, within one book: an opaque, non-blank name. */
public record GoalId(String text) {
    /** @throws IllegalArgumentException when the text is blank */
    public GoalId {
        if (text.isBlank()) {
            throw new IllegalArgumentException("a goal’s id must not be blank");
        }
    }

    @Override
    public String toString() {
        return text;
    }
}
