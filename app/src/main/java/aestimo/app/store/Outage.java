package aestimo.app.store;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.springframework.transaction.CannotCreateTransactionException;

/** Tells a database that is away for a moment from a fault: what failed by it may be done once more, and will succeed. */
public final class Outage {
    /** The beginnings of PostgreSQL's codes for a connection that broke, and a server that shuts down or starts up. */
    private static final Set<String> BROKEN = Set.of("08", "57", "53");

    /** A standby that took no part yet, or a server that is one by now: nothing can be written there. */
    private static final String ONLY_READ = "25006";

    private static final String CLOSED = "Connection is closed";
    private static final String FULL = "53100";

    private Outage() {}

    /** Whether a failure comes from the database being away, however it was wrapped on its way. */
    public static boolean isBehind(Throwable failed) {
        return isCausedBy(
                failed,
                cause -> cause instanceof CannotCreateTransactionException
                        || cause instanceof SQLTransientConnectionException
                        || cause instanceof SQLException sql && tellsOfBrokenLine(sql));
    }

    /** Whether it is its disk that is full; {@link #isBehind} holds of that too. */
    public static boolean isFullDisk(Throwable failed) {
        return isCausedBy(failed, cause -> cause instanceof SQLException sql && FULL.equals(sql.getSQLState()));
    }

    private static boolean tellsOfBrokenLine(SQLException failed) {
        String state = failed.getSQLState();
        if (state == null) {
            // Said by the pool, without a code, of a connection it has given up since.
            return CLOSED.equals(failed.getMessage());
        }
        return ONLY_READ.equals(state) || BROKEN.stream().anyMatch(state::startsWith);
    }

    private static boolean isCausedBy(Throwable failed, Predicate<Throwable> which) {
        return Stream.iterate(failed, Objects::nonNull, Throwable::getCause).anyMatch(which);
    }
}
