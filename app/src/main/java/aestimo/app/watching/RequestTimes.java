package aestimo.app.watching;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerMapping;

/**
 * How long requests take, by route and answer, from the first filter to the last byte. One timer around them all instead
 * of the framework's own, which times every filter by itself.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestTimes extends OncePerRequestFilter {
    private static final Duration[] BOUNDS = {
        Duration.ofMillis(50),
        Duration.ofMillis(100),
        Duration.ofMillis(150),
        Duration.ofMillis(500),
        Duration.ofSeconds(1),
        Duration.ofSeconds(5)
    };

    private final MeterRegistry registry;
    private final boolean wanted;

    RequestTimes(MeterRegistry registry, @Value("${aestimo.metrics.port}") String port) {
        this.registry = registry;
        this.wanted = !port.isBlank();
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !wanted;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long start = System.nanoTime();
        int status = HttpServletResponse.SC_INTERNAL_SERVER_ERROR;
        try {
            chain.doFilter(request, response);
            status = response.getStatus();
        } finally {
            record(request, status, Duration.ofNanos(System.nanoTime() - start));
        }
    }

    /** By the route as it is written in the program: the address itself would tell whom a page is about. */
    private void record(HttpServletRequest request, int status, Duration took) {
        Object route = request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
        Timer.builder("http.server.requests")
                .description("requests by route and answer")
                .tag("method", method(request))
                .tag("uri", route == null ? "none" : route.toString())
                .tag("status", Integer.toString(status))
                .serviceLevelObjectives(BOUNDS)
                .register(registry)
                .record(took);
    }

    /** Anybody may make up a method; only usual ones become names of figures. */
    private static String method(HttpServletRequest request) {
        return switch (request.getMethod()) {
            case "GET", "HEAD", "POST", "PUT", "DELETE" -> request.getMethod();
            default -> "other";
        };
    }
}
