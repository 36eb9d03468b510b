package aestimo.app.guard;

import aestimo.app.store.ActingTeacher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Files that are sent, and pages that read them again, are read two at a time: ten at once would not fit into memory. */
@Configuration
@ControllerAdvice
class FewAtOnce implements WebMvcConfigurer, HandlerInterceptor {
    private static final int AT_ONCE = 2;
    private static final Duration PATIENCE = Duration.ofSeconds(25);
    private static final String TURN = FewAtOnce.class.getName();

    private final FairTurns turns = new FairTurns(AT_ONCE, PATIENCE);

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        String type = request.getContentType();
        boolean isFile = type != null && type.startsWith("multipart/");
        boolean takesMuch =
                handler instanceof HandlerMethod method && method.getBeanType().isAnnotationPresent(TakesMuch.class);
        if (isFile || takesMuch) {
            Object whose =
                    ActingTeacher.current().<Object>map(teacher -> teacher).orElse(request.getRemoteAddr());
            request.setAttribute(TURN, turns.begin(whose));
        }
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failure) {
        if (request.getAttribute(TURN) instanceof FairTurns.Turn turn) {
            request.removeAttribute(TURN);
            turn.close();
        }
    }

    @ExceptionHandler(BusyException.class)
    void busy(HttpServletResponse response) throws IOException {
        response.setHeader("Retry-After", "30");
        response.sendError(HttpStatus.TOO_MANY_REQUESTS.value());
    }
}
