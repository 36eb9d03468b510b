package aestimo.app.school;

import java.util.Objects;

/** The school's service did not take what was asked of it. */
public class SchoolException extends RuntimeException {
    /** What it means for going on. */
    public enum Kind {
        /** It answered that it is busy or failed: the same may do in a moment. */
        BUSY,
        /** Not there, or too slow to answer: the same may do later. */
        LATER,
        /** Not now: outside the school's dates, or it lets this client in no more. */
        HELD,
        /** Never like this: the school refuses this very record. */
        REFUSED
    }

    private final Kind kind;

    /** @param words for the teacher, the school's own where it gave some */
    public SchoolException(Kind kind, String words) {
        super(words);
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
