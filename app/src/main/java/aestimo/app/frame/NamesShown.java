package aestimo.app.frame;

import aestimo.app.book.HiddenNames;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.server.PathContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/** Hides names on every page while this browser has them hidden. Pages that are nothing without names are not opened. */
@Configuration
class NamesShown implements WebMvcConfigurer, HandlerInterceptor {
    static final String COOKIE = "aestimo-names";
    static final String HIDDEN = "hidden";

    /** What lists, writes or compares names, and what is free text in which a name may stand. */
    private static final List<PathPattern> ABOUT_NAMES = Stream.of(
                    "/classes/*/groundwork/students/**",
                    "/classes/*/groundwork/class/markbook",
                    "/classes/*/marks/import/**",
                    "/classes/*/changes/**",
                    "/classes/*/notes",
                    "/classes/*/families/**",
                    "/classes/*/room",
                    "/classes/*/room/seats/**",
                    "/classes/*/room/students/**",
                    "/classes/*/room/people/**",
                    "/classes/*/room/lists",
                    "/classes/*/room/lists.*",
                    "/classes/*/room/attendance",
                    "/birthdays.ics",
                    "/classes/*/room/beside",
                    "/classes/*/room/import/**",
                    "/classes/*/run/**",
                    "/classes/*/standing/*/parent",
                    "/classes/*/standing/evening",
                    "/classes/*/targets/help/**",
                    "/classes/*/targets/set/**",
                    "/classes/*/to-school/**",
                    "/classes/roster/**",
                    "/classes/import")
            .map(PathPatternParser.defaultInstance::parse)
            .toList();

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    static boolean hides(HttpServletRequest request) {
        return request.getCookies() != null
                && Arrays.stream(request.getCookies())
                        .anyMatch(cookie -> cookie.getName().equals(COOKIE)
                                && cookie.getValue().equals(HIDDEN));
    }

    static Cookie cookie(boolean hidden) {
        Cookie cookie = new Cookie(COOKIE, hidden ? HIDDEN : "");
        cookie.setPath("/");
        cookie.setHttpOnly(true);
        cookie.setAttribute("SameSite", "Lax");
        cookie.setMaxAge(hidden ? -1 : 0);
        return cookie;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        if (!hides(request)) {
            return true;
        }
        PathContainer path = PathContainer.parsePath(request.getRequestURI());
        if (ABOUT_NAMES.stream().noneMatch(pattern -> pattern.matches(path))) {
            HiddenNames.hide();
            return true;
        }
        // What is sent there was written while the names were to be seen, and is kept as it is.
        if (!request.getMethod().equals("GET")) {
            return true;
        }
        String here =
                request.getRequestURI() + (request.getQueryString() == null ? "" : "?" + request.getQueryString());
        response.sendRedirect("/names?back=" + URLEncoder.encode(here, StandardCharsets.UTF_8));
        return false;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception problem) {
        HiddenNames.show();
    }
}
