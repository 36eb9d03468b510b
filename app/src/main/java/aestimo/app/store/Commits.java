package aestimo.app.store;

import jakarta.servlet.ServletRequest;
import java.sql.SQLException;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * Whether the present request had anything committed, so that where it fails afterwards nobody is told that nothing was
 * changed. Where the answer to a commit is lost, it may have been.
 */
public final class Commits {
    private static final String REACHED = Commits.class.getName();

    private Commits() {}

    /** Whether something may have been saved by a request, whatever became of its answer. */
    public static boolean mayHaveSaved(ServletRequest request) {
        return request.getAttribute(REACHED) != null;
    }

    /** Commits, and notes that it may have been done unless the database itself says that it was not. */
    static void noting(Runnable commit) {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) {
            commit.run();
            return;
        }
        try {
            commit.run();
            note(request);
        } catch (RuntimeException failed) {
            if (!isRefused(failed)) {
                note(request);
            }
            throw failed;
        }
    }

    private static void note(RequestAttributes request) {
        request.setAttribute(REACHED, true, RequestAttributes.SCOPE_REQUEST);
    }

    /** Told by the database while the line was well. */
    private static boolean isRefused(Throwable failed) {
        return Stream.iterate(failed, Objects::nonNull, Throwable::getCause)
                .anyMatch(cause -> cause instanceof SQLException sql
                        && sql.getSQLState() != null
                        && !sql.getSQLState().startsWith("08")
                        && !sql.getSQLState().startsWith("57"));
    }
}
