package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.guard.PublicAddress;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.savedrequest.HttpSessionRequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What happens once somebody has shown who they are: a session of eight idle hours, in a browser that is known again. */
@Component
class SignIns {
    private static final int IDLE_SECONDS = (int) Duration.ofHours(8).toSeconds();
    private static final Duration BROWSER_KNOWN = Duration.ofDays(365);
    private static final int MOST_BROWSERS = 20;
    private static final int TOKEN_BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final KnownBrowserMapper browsers;
    private final SecurityEvents events;
    private final PublicAddress address;
    private final Clock clock;

    SignIns(KnownBrowserMapper browsers, SecurityEvents events, PublicAddress address, Clock clock) {
        this.browsers = browsers;
        this.events = events;
        this.address = address;
        this.clock = clock;
    }

    /** Signs somebody in who was let in by other means than the form of name and password. */
    @Transactional
    public void begin(SignedInTeacher teacher, HttpServletRequest request, HttpServletResponse response) {
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(teacher, null, List.of()));
        new HttpSessionSecurityContextRepository().saveContext(context, request, response);
        welcome(teacher, request, response);
    }

    /** The session is theirs; it lives longer now, tells where it was begun, and the browser gets its sign. */
    @Transactional
    public void welcome(SignedInTeacher teacher, HttpServletRequest request, HttpServletResponse response) {
        HttpSession session = request.getSession();
        session.setMaxInactiveInterval(IDLE_SECONDS);
        session.setAttribute(SessionService.ADDRESS, String.valueOf(request.getRemoteAddr()));
        session.setAttribute(SessionService.BROWSER, BrowserWords.of(request.getHeader(HttpHeaders.USER_AGENT)));
        String token = Visit.token(request).orElseGet(SignIns::newToken);
        browsers.save(teacher.id(), Visit.hash(token), OffsetDateTime.now(clock));
        browsers.keepLatest(teacher.id(), MOST_BROWSERS);
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

    /** The browser's sign, where this name was signed in from it before. */
    @Transactional(readOnly = true)
    public Optional<String> known(String signIn, Visit visit) {
        return visit.browser().isEmpty() || !browsers.isKnown(signIn, visit.browser())
                ? Optional.empty()
                : Optional.of(visit.browser());
    }

    /** The page that was asked for before signing in, or the first one. */
    static String wanted(HttpServletRequest request, HttpServletResponse response) {
        SavedRequest saved = new HttpSessionRequestCache().getRequest(request, response);
        return saved == null ? "/" : saved.getRedirectUrl();
    }
}
