package aestimo.app.events;

import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.store.ActingTeacher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Every file that leaves is an event, whatever page made it: its kind of address, and ids alone. */
@Configuration
class ExportEvents implements WebMvcConfigurer, HandlerInterceptor {
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
        String disposition = response.getHeader("Content-Disposition");
        if (disposition != null && disposition.startsWith("attachment") && response.getStatus() == 200) {
            ActingTeacher.current()
                    .ifPresent(teacher -> events.getObject().record(teacher, Kind.EXPORTED, described(request)));
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
