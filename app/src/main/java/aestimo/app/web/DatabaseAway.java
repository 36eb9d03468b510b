package aestimo.app.web;

import aestimo.app.store.Commits;
import aestimo.app.store.Outage;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A database that does not answer is a passing thing, and said so at once: nothing was changed, and trying again helps.
 * Before everything that reads sessions, since those are in the database too.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class DatabaseAway extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseAway.class);

    private static final long MINUTE = 60_000;

    /** What is said: a heading, and what follows from it. */
    private record Words(String heading, String more) {}

    private static final String TOLD = DatabaseAway.class.getName();

    private static final Words AWAY = new Words(
            "The database does not answer",
            "Nothing was changed. Try again in a moment; if it goes on, ./aestimo status tells what is running.");
    private static final Words NO_ROOM = new Words(
            "The disk of the database is full",
            "Nothing was changed. Whoever looks after this markbook has to make room on it; then try again.");

    private static final Words UNCERTAIN = new Words(
            AWAY.heading(),
            "The connection was lost while saving, so what you sent may or may not be saved. In a moment, reload the page and"
                    + " check before you send it again.");

    private final DatabaseWatch watch;
    private final AtomicLong saidFull = new AtomicLong();
    private final AtomicLong saidAway = new AtomicLong();

    DatabaseAway(DatabaseWatch watch) {
        this.watch = watch;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getRequestURI().startsWith("/actuator/") || StaticFiles.areAskedBy(request);
    }

    /** A page of an error is drawn with the session, too. */
    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        // Said before, to an answer that was an error already and so is drawn once more.
        if (request.getAttribute(TOLD) instanceof Words before) {
            tell(before, request, response);
            return;
        }
        if (watch.isAway()) {
            tell(AWAY, request, response);
            return;
        }
        try {
            chain.doFilter(request, response);
        } catch (ServletException | RuntimeException failed) {
            if (!Outage.isBehind(failed)) {
                throw failed;
            }
            boolean full = Outage.isFullDisk(failed);
            note(full, failed);
            tell(full ? NO_ROOM : Commits.mayHaveSaved(request) ? UNCERTAIN : AWAY, request, response);
        }
    }

    /** Once a minute, since whoever types is refused more often than that. */
    private void note(boolean full, Throwable failed) {
        AtomicLong said = full ? saidFull : saidAway;
        long now = System.currentTimeMillis();
        long last = said.get();
        if (Math.abs(now - last) <= MINUTE || !said.compareAndSet(last, now)) {
            return;
        }
        if (full) {
            LOG.error("The disk of the database is full: nothing can be saved until there is room on it.");
        } else {
            Throwable root = NestedExceptionUtils.getMostSpecificCause(failed);
            LOG.warn(
                    "A request got no answer from the database: {} {}",
                    failed.getClass().getSimpleName(),
                    state(root));
        }
    }

    /** What it says without its words, which may repeat what was typed. */
    private static String state(Throwable root) {
        return root.getClass().getSimpleName()
                + (root instanceof SQLException sql && sql.getSQLState() != null ? " " + sql.getSQLState() : "");
    }

    private static void tell(Words words, HttpServletRequest request, HttpServletResponse response) throws IOException {
        if (response.isCommitted()) {
            return;
        }
        request.setAttribute(TOLD, words);
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
            response.getWriter().print("{\"problems\":[\"" + words.heading() + ". " + words.more() + "\"]}");
            return;
        }
        response.setContentType("text/html");
        response.getWriter().print("""
                <!doctype html>
                <html lang="en">
                  <head>
                    <meta charset="utf-8">
                    <meta name="viewport" content="width=device-width, initial-scale=1">
                    <title>%1$s · Aestimo</title>
                    <link rel="stylesheet" href="/vendor/bulma/bulma.min.css">
                    <link rel="stylesheet" href="/look/type.css">
                    <link rel="stylesheet" href="/look/tokens.css">
                    <link rel="stylesheet" href="/look/pieces.css">
                    <link rel="stylesheet" href="/look/door.css">
                  </head>
                  <body class="door">
                    <main class="door-sheet">
                      <p class="door-mark" aria-hidden="true">Æ</p>
                      <h1>%1$s</h1>
                      <p>%2$s</p>
                      <p><a href="/">To the desk</a></p>
                    </main>
                  </body>
                </html>
                """.formatted(words.heading(), words.more()));
    }
}
