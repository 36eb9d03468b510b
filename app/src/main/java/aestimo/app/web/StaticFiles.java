package aestimo.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.annotation.Order;
import org.springframework.http.server.PathContainer;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/**
 * Styles, fonts, scripts and the icon: the same for everybody, so nobody's session is read for them. Sessions are in the
 * database, and what is told while it is away has to be drawn all the same.
 */
@Component
@Order(SessionRepositoryFilter.DEFAULT_ORDER + 1)
public class StaticFiles extends OncePerRequestFilter {
    /** Scripts once more under their version, so that a browser never mixes those of two. */
    private static final List<String> PATTERNS =
            List.of("/vendor/**", "/look/**", "/work/**", "/*/work/**", "/favicon.svg");

    private static final List<PathPattern> PARSED =
            PATTERNS.stream().map(PathPatternParser.defaultInstance::parse).toList();

    /** A request of nobody in particular, whatever cookies it has. */
    private static final class WithoutSession extends HttpServletRequestWrapper {
        WithoutSession(HttpServletRequest request) {
            super(request);
        }

        @Override
        public @Nullable HttpSession getSession(boolean create) {
            return create ? super.getSession(true) : null;
        }
    }

    /** Their paths as patterns, for settings that are made of such. */
    public static String[] patterns() {
        return PATTERNS.toArray(String[]::new);
    }

    /** Whether one of them is asked for. */
    public static boolean areAskedBy(HttpServletRequest request) {
        PathContainer path = PathContainer.parsePath(request.getRequestURI());
        return PARSED.stream().anyMatch(pattern -> pattern.matches(path));
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !areAskedBy(request);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(new WithoutSession(request), response);
    }
}
