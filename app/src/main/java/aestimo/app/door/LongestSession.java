package aestimo.app.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Duration;
import org.springframework.web.filter.OncePerRequestFilter;

/** Ends a session after twelve hours, however busy it is: a working day is shorter. */
final class LongestSession extends OncePerRequestFilter {
    private static final Duration LONGEST = Duration.ofHours(12);

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        HttpSession session = request.getSession(false);
        if (session != null && System.currentTimeMillis() - session.getCreationTime() > LONGEST.toMillis()) {
            session.invalidate();
        }
        chain.doFilter(request, response);
    }
}
