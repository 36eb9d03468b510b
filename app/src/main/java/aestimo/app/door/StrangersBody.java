package aestimo.app.door;

import aestimo.app.store.ActingTeacher;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Of somebody who is not signed in nothing is read but a small form: a file of theirs would be taken in whole before it
 * is refused. They are told as if their session had ended, which it mostly has. What scripts send is bounded for
 * everybody.
 */
final class StrangersBody extends OncePerRequestFilter {
    private static final long LARGEST_FORM = 16_384;
    /** Scripts send a hundred entries at most, or a block that was pasted. */
    private static final long LARGEST_JSON = 2_000_000;

    private final RequestMatcher script;

    StrangersBody(RequestMatcher script) {
        this.script = script;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long length = request.getContentLengthLong();
        boolean unsaid = length < 0 && request.getHeader("Transfer-Encoding") != null;
        String type = request.getContentType();
        if (type != null && type.startsWith("application/json") && (length > LARGEST_JSON || unsaid)) {
            response.sendError(HttpStatus.CONTENT_TOO_LARGE.value());
        } else if ((length > LARGEST_FORM || unsaid) && ActingTeacher.current().isEmpty()) {
            HttpStatus told = script.matches(request) ? HttpStatus.UNAUTHORIZED : HttpStatus.FORBIDDEN;
            response.sendError(told.value());
        } else {
            chain.doFilter(request, response);
        }
    }
}
