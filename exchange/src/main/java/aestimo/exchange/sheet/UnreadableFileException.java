package aestimo.exchange.sheet;

import java.util.Objects;

/** A file that cannot be taken, with the reason and the way round in words for the teacher. */
public final class UnreadableFileException extends Exception {
    private static final long serialVersionUID = 1L;

    public UnreadableFileException(String words) {
        super(words);
    }

    public UnreadableFileException(String words, Throwable cause) {
        super(words, cause);
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
