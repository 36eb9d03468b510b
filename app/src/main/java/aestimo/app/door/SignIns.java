package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.guard.PublicAddress;
import aestimo.app.store.ActingTeacher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.savedrequest.HttpSessionRequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
import org.springframework.stereotype.Component;

/** What happens once somebody has shown who they are: a session of eight idle hours, in a browser that is known again. */
@Component
class SignIns {
    private static final int IDLE_SECONDS = (int) Duration.ofHours(8).toSeconds();
    private static final Duration BROWSER_KNOWN = Duration.ofDays(365);
    private static final int TOKEN_BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final KnownBrowsers browsers;
    private final SecurityEvents events;
    private final PublicAddress address;

    SignIns(KnownBrowsers browsers, SecurityEvents events, PublicAddress address) {
        this.browsers = browsers;
        this.events = events;
        this.address = address;
    }

    /** Signs somebody in who was let in by other means than the form of name and password. */
    public void begin(SignedInTeacher teacher, HttpServletRequest request, HttpServletResponse response) {
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(teacher, null, List.of()));
        new HttpSessionSecurityContextRepository().saveContext(context, request, response);
        welcome(teacher, request, response);
    }

    /** The session is theirs; it lives longer now, tells where it was begun, and the browser gets its sign. */
    public void welcome(SignedInTeacher teacher, HttpServletRequest request, HttpServletResponse response) {
        HttpSession session = request.getSession();
        session.setMaxInactiveInterval(IDLE_SECONDS);
        session.setAttribute(SessionService.ADDRESS, String.valueOf(request.getRemoteAddr()));
        session.setAttribute(SessionService.BROWSER, BrowserWords.of(request.getHeader(HttpHeaders.USER_AGENT)));
        String token = Visit.token(request).orElseGet(SignIns::newToken);
        ActingTeacher.as(teacher.id(), () -> {
            browsers.save(teacher.id(), Visit.hash(token));
            return null;
        });
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(Visit.cookieName(address.isSecure()), token)
                        .path("/")
                        .httpOnly(true)
                        .secure(address.isSecure())
                        .sameSite("Strict")
                        .maxAge(BROWSER_KNOWN)
                        .build()
                        .toString());
        events.record(teacher.id(), Kind.SIGNED_IN);
    }

    private static String newToken() {
        byte[] random = new byte[TOKEN_BYTES];
        RANDOM.nextBytes(random);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(random);
    }

    /** The page that was asked for before signing in, or the first one. */
    static String wanted(HttpServletRequest request, HttpServletResponse response) {
        SavedRequest saved = new HttpSessionRequestCache().getRequest(request, response);
        return saved == null ? "/" : saved.getRedirectUrl();
    }
}
