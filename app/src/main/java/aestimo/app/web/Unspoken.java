package aestimo.app.web;

import java.sql.SQLException;
import org.jspecify.annotations.Nullable;

/**
 * A failure as it may be written to the log: what kind it was and where it happened, without its words, since these may
 * repeat a student's name or a mark.
 */
final class Unspoken extends Exception {
    private static final long serialVersionUID = 1;
    /** Causes of causes that are followed; one that is its own cause would have no end. */
    private static final int DEEPEST = 20;

    private Unspoken(Throwable failed, int depth) {
        super(kind(failed), depth < DEEPEST ? cause(failed, depth) : null);
        setStackTrace(failed.getStackTrace());
    }

    static Unspoken of(Throwable failed) {
        return new Unspoken(failed, 0);
    }

    private static @Nullable Throwable cause(Throwable failed, int depth) {
        Throwable cause = failed.getCause();
        return cause == null ? null : new Unspoken(cause, depth + 1);
    }

    private static String kind(Throwable failed) {
        return failed.getClass().getName()
                + (failed instanceof SQLException sql && sql.getSQLState() != null ? " " + sql.getSQLState() : "");
    }

    /** Alone what it was: the name of this class says nothing to whoever reads the log. */
    @Override
    public String toString() {
        return String.valueOf(getMessage());
    }
}
