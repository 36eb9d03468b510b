package aestimo.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A database that does not answer is a passing thing, and said so at once: nothing was changed, and trying again helps.
 * Before everything that reads sessions, since those are in the database too.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class DatabaseAway extends OncePerRequestFilter {
    /** The beginnings of PostgreSQL's codes for a connection that broke, and a server that shuts down or starts up. */
    private static final Set<String> BROKEN = Set.of("08", "57", "53");

    private static final String WORDS =
            "Nothing was changed. Try again in a moment; if it goes on, ./aestimo status tells what is running.";

    private final DatabaseWatch watch;

    DatabaseAway(DatabaseWatch watch) {
        this.watch = watch;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return path.startsWith("/actuator/")
                || path.startsWith("/vendor/")
                || path.startsWith("/look/")
                || path.contains("/work/")
                || path.equals("/favicon.svg");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (watch.isAway()) {
            tell(request, response);
            return;
        }
        try {
            chain.doFilter(request, response);
        } catch (ServletException | RuntimeException failed) {
            if (!isAway(failed)) {
                throw failed;
            }
            tell(request, response);
        }
    }

    /** Whether a failure comes from the database being away, however it was wrapped on its way. */
    static boolean isAway(Throwable failed) {
        for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
            if (cause instanceof CannotCreateTransactionException
                    || cause instanceof java.sql.SQLTransientConnectionException
                    || cause instanceof SQLException sql
                            && sql.getSQLState() != null
                            && sql.getSQLState().length() > 2
                            && BROKEN.contains(sql.getSQLState().substring(0, 2))) {
                return true;
            }
        }
        return false;
    }

    private static void tell(HttpServletRequest request, HttpServletResponse response) throws IOException {
        if (response.isCommitted()) {
            return;
        }
        response.reset();
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE.value());
        response.setHeader("Retry-After", "2");
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Content-Security-Policy", "default-src 'none'; style-src 'self'; frame-ancestors 'none'");
        // By this a script tells an answer of ours from a page of the network between.
        response.setHeader("X-Aestimo", "yes");
        response.setCharacterEncoding(StandardCharsets.UTF_8);
        if (request.getHeader("X-Aestimo") != null) {
            response.setContentType("application/json");
            response.getWriter().print("{\"problems\":[\"The database does not answer. " + WORDS + "\"]}");
            return;
        }
        response.setContentType("text/html");
        response.getWriter().print("""
                <!doctype html>
                <html lang="en">
                  <head>
                    <meta charset="utf-8">
                    <meta name="viewport" content="width=device-width, initial-scale=1">
                    <title>The database does not answer · Aestimo</title>
                    <link rel="stylesheet" href="/vendor/bulma/bulma.min.css">
                    <link rel="stylesheet" href="/look/type.css">
                    <link rel="stylesheet" href="/look/tokens.css">
                    <link rel="stylesheet" href="/look/pieces.css">
                    <link rel="stylesheet" href="/look/door.css">
                  </head>
                  <body class="door">
                    <main class="door-sheet">
                      <p class="door-mark" aria-hidden="true">Æ</p>
                      <h1>The database does not answer</h1>
                      <p>%s</p>
                      <p><a href="/">To the desk</a></p>
                    </main>
                  </body>
                </html>
                """.formatted(WORDS));
    }
}
