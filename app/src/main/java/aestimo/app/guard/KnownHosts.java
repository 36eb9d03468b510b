package aestimo.app.guard;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers only requests that name this application's own address, so that no foreign name can be put in front of it; and
 * sends on to TLS what came without.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class KnownHosts extends OncePerRequestFilter {
    private final PublicAddress address;

    KnownHosts(PublicAddress address) {
        this.address = address;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String host = request.getServerName();
        boolean health = request.getRequestURI().startsWith("/actuator/health") && PublicAddress.isLoopback(host);
        if (health || address.isOurs(host) && (request.isSecure() || !address.isSecure())) {
            chain.doFilter(request, response);
        } else if (address.isOurs(host)) {
            String query = request.getQueryString() == null ? "" : "?" + request.getQueryString();
            response.setStatus(HttpStatus.PERMANENT_REDIRECT.value());
            response.setHeader("Location", address.of(request.getRequestURI() + query));
        } else {
            response.setStatus(HttpStatus.MISDIRECTED_REQUEST.value());
            response.setContentType("text/plain");
            response.setCharacterEncoding(StandardCharsets.UTF_8);
            response.getWriter()
                    .print("The markbook is not reached by this address. Ask your administrator for the right one.");
        }
    }
}
