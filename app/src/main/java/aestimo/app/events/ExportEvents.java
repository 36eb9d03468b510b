package aestimo.app.events;

import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Every file that leaves is an event, whatever page made it: its kind of address, and ids alone. What somebody asked for
 * that is not theirs, or was refused, is in the log.
 */
@Configuration
class ExportEvents implements WebMvcConfigurer, HandlerInterceptor {
    private static final Logger LOG = LoggerFactory.getLogger("aestimo.security");
    private static final Set<Integer> REFUSED = Set.of(403, 404, 413, 415, 429);

    private final ObjectProvider<SecurityEvents> events;

    /** @param events asked for once it is needed: what pages are made of comes after the pages' own set-up */
    ExportEvents(ObjectProvider<SecurityEvents> events) {
        this.events = events;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failure) {
        if (REFUSED.contains(response.getStatus())) {
            LOG.info(
                    "event=REFUSED status={} account={} from={} detail={}",
                    response.getStatus(),
                    ActingTeacher.current().map(TeacherId::toString).orElse("none"),
                    request.getRemoteAddr(),
                    described(request));
        }
        String disposition = response.getHeader("Content-Disposition");
        if (disposition != null && disposition.startsWith("attachment") && response.getStatus() == 200) {
            ActingTeacher.current().ifPresent(teacher -> record(teacher, described(request)));
        }
    }

    /** The file is sent by now, whatever becomes of the database; then the server's log alone tells of it. */
    private void record(TeacherId teacher, String what) {
        try {
            events.getObject().record(teacher, Kind.EXPORTED, what);
        } catch (DataAccessException | TransactionException lost) {
            LOG.warn(
                    "event={} account={} detail={} unrecorded={}",
                    Kind.EXPORTED,
                    teacher,
                    what,
                    lost.getClass().getSimpleName());
        }
    }

    private static String described(HttpServletRequest request) {
        String pattern = String.valueOf(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE));
        String ids = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> own
                ? own.entrySet().stream()
                        .filter(one -> String.valueOf(one.getValue()).matches("\\d{1,18}|[a-z]{2,8}"))
                        .map(one -> one.getKey() + " " + one.getValue())
                        .sorted()
                        .collect(Collectors.joining(", "))
                : "";
        return ids.isEmpty() ? pattern : pattern + " (" + ids + ")";
    }
}
