package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.web.StaticFiles;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Where the school asks everybody for a second step, an account without one opens the page to add it, and no other. */
@Configuration
class RequiredSecondStep implements WebMvcConfigurer, HandlerInterceptor {
    private static final String HAS_ONE = "aestimo.has-second-step";

    private final boolean required;
    private final ObjectProvider<SecondStepService> steps;

    /** @param steps asked for once it is needed: what pages are made of comes after the pages' own set-up */
    RequiredSecondStep(
            @Value("${aestimo.second-step-required}") boolean required, ObjectProvider<SecondStepService> steps) {
        this.required = required;
        this.steps = steps;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        if (required) {
            registry.addInterceptor(this)
                    .excludePathPatterns(StaticFiles.patterns())
                    .excludePathPatterns(
                            "/account/signing-in",
                            "/account/password",
                            "/account/second-step/**",
                            "/account/passkeys/**",
                            "/account/recovery-codes",
                            "/sign-in/**",
                            "/welcome",
                            "/error",
                            "/actuator/**");
        }
    }

    /** Whether this teacher is still to add one. */
    boolean isMissing(SignedInTeacher teacher, HttpSession session) {
        if (!required || session.getAttribute(HAS_ONE) != null) {
            return false;
        }
        boolean missing = !steps.getObject().isAsked(teacher.id());
        if (!missing) {
            session.setAttribute(HAS_ONE, true);
        }
        return missing;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        if (request.getUserPrincipal() instanceof Authentication who
                && who.getPrincipal() instanceof SignedInTeacher teacher
                && isMissing(teacher, request.getSession())) {
            if (request.getHeader("X-Aestimo") != null) {
                response.sendError(HttpStatus.FORBIDDEN.value());
            } else {
                response.sendRedirect("/account/signing-in");
            }
            return false;
        }
        return true;
    }
}
