package aestimo.app.door;

import aestimo.app.account.AccountService;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.store.ActingTeacher;
import aestimo.app.web.StaticFiles;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.header.writers.StaticHeadersWriter;
import org.springframework.security.web.savedrequest.HttpSessionRequestCache;
import org.springframework.security.web.util.matcher.RequestMatcher;

/** Who may see what: nothing without signing in but the door itself. */
@Configuration
class SecuritySettings {
    private static final String CONTENT_SECURITY_POLICY = "default-src 'none'; script-src 'self'; style-src 'self';"
            + " font-src 'self'; img-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none';"
            + " frame-ancestors 'none'";
    /**
     * Pages that a browser kept go when it is signed out. What it keeps of unsent marks goes by our own script: others of
     * the same browser may have some too, and theirs are not this account's to delete.
     */
    private static final String CLEARED = "\"cache\"";

    private static final Logger LOG = LoggerFactory.getLogger("aestimo.security");
    private static final Duration ONE_YEAR = Duration.ofDays(365);

    /** Not for a command such as {@code account add}, which serves no page. */
    @Bean
    @ConditionalOnWebApplication
    SecurityFilterChain security(HttpSecurity http, SignIns signIns, SecurityEvents events) throws Exception {
        // Scripts say so when they ask: they want to be told, not sent to a page.
        RequestMatcher script = request -> request.getHeader("X-Aestimo") != null;
        // After signing in a person goes on to the page they asked for, never to what a script asked for beside it.
        HttpSessionRequestCache asked = new HttpSessionRequestCache();
        asked.setRequestMatcher(request -> request.getMethod().equals("GET") && !script.matches(request));
        return http.authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/sign-in", "/sign-in/**", "/welcome", "/error", "/actuator/health/**")
                        .permitAll()
                        .requestMatchers(StaticFiles::areAskedBy)
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .requestCache(cache -> cache.requestCache(asked))
                .addFilterBefore(new LongestSession(), SecurityContextHolderFilter.class)
                .addFilterBefore(new StrangersBody(script), CsrfFilter.class)
                .formLogin(form -> form.loginPage("/sign-in")
                        .usernameParameter("signIn")
                        .passwordParameter("password")
                        .authenticationDetailsSource(Visit::of)
                        .successHandler(new Welcomed(signIns, asked))
                        .failureHandler(SecuritySettings::refused))
                .logout(out -> out.logoutUrl("/sign-out")
                        .addLogoutHandler((request, response, who) -> {
                            response.setHeader("Clear-Site-Data", CLEARED);
                            if (who != null && who.getPrincipal() instanceof SignedInTeacher teacher) {
                                events.record(teacher.id(), Kind.SIGNED_OUT);
                            }
                        })
                        .logoutSuccessUrl("/sign-in?out"))
                .exceptionHandling(errors -> errors.accessDeniedHandler(new LoggedRefusal())
                        .defaultAuthenticationEntryPointFor(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED), script)
                        .defaultAuthenticationEntryPointFor(
                                new LoginUrlAuthenticationEntryPoint("/sign-in"), request -> true))
                .headers(headers -> headers.contentSecurityPolicy(
                                policy -> policy.policyDirectives(CONTENT_SECURITY_POLICY))
                        // Other names of the school's are not ours to bind to TLS.
                        .httpStrictTransportSecurity(
                                tls -> tls.includeSubDomains(false).maxAgeInSeconds(ONE_YEAR.toSeconds()))
                        // By this a script tells an answer of ours from a page of the network between.
                        .addHeaderWriter(new StaticHeadersWriter("X-Aestimo", "yes"))
                        .addHeaderWriter(new StaticHeadersWriter(
                                "Permissions-Policy",
                                "camera=(), microphone=(), geolocation=(), payment=(), usb=(),"
                                        + " publickey-credentials-get=(self), publickey-credentials-create=(self)"))
                        .addHeaderWriter(new StaticHeadersWriter("Cross-Origin-Opener-Policy", "same-origin"))
                        .addHeaderWriter(new StaticHeadersWriter("Cross-Origin-Resource-Policy", "same-origin"))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }

    /** Goes on to the page that was asked for. */
    private static final class Welcomed extends SavedRequestAwareAuthenticationSuccessHandler {
        private final SignIns signIns;

        Welcomed(SignIns signIns, HttpSessionRequestCache asked) {
            this.signIns = signIns;
            setRequestCache(asked);
            setDefaultTargetUrl("/");
        }

        @Override
        public void onAuthenticationSuccess(
                HttpServletRequest request, HttpServletResponse response, Authentication authentication)
                throws ServletException, IOException {
            if (authentication.getPrincipal() instanceof SignedInTeacher teacher) {
                signIns.welcome(teacher, request, response);
            }
            super.onAuthenticationSuccess(request, response, authentication);
        }
    }

    /** A form without its token, or one of before signing out: told as ever, and written to the log. */
    private static final class LoggedRefusal extends AccessDeniedHandlerImpl {
        @Override
        public void handle(HttpServletRequest request, HttpServletResponse response, AccessDeniedException refused)
                throws IOException, ServletException {
            LOG.info(
                    "event=REFUSED status=403 from={} detail={}",
                    request.getRemoteAddr(),
                    refused.getClass().getSimpleName());
            super.handle(request, response, refused);
        }
    }

    private static void refused(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException failure)
            throws IOException {
        if (failure instanceof SecondStepNeeded needed) {
            SecondStepController.await(needed.teacher(), request);
            response.sendRedirect("/sign-in/second-step");
        } else if (failure instanceof PauseException pause) {
            response.sendRedirect("/sign-in?wait=" + pause.seconds());
        } else {
            response.sendRedirect("/sign-in?wrong");
        }
    }

    /** Checks name and password, and makes a guesser wait. */
    @Bean
    AuthenticationProvider authenticationProvider(
            AccountService accounts,
            Throttle throttle,
            KnownBrowsers browsers,
            SecondStepService secondSteps,
            SecurityEvents events) {
        return new AuthenticationProvider() {
            @Override
            public Authentication authenticate(Authentication attempt) throws AuthenticationException {
                String name = AccountService.canonical(attempt.getName());
                Visit visit = attempt.getDetails() instanceof Visit own ? own : new Visit("", "");
                Throttle.Begun begun =
                        throttle.begin(Throttle.signIn(name, visit.address(), browsers.known(name, visit)));
                if (begun.mustWait()) {
                    accounts.find(name).ifPresent(teacher -> events.record(teacher, Kind.MADE_TO_WAIT));
                    throw new PauseException(begun.seconds());
                }
                SignedInTeacher teacher = accounts.check(name, String.valueOf(attempt.getCredentials()))
                        .orElseThrow(() -> {
                            accounts.find(name).ifPresent(known -> events.record(known, Kind.WRONG_PASSWORD));
                            return new BadCredentialsException("name or password is not right");
                        });
                throttle.right(begun);
                if (ActingTeacher.as(teacher.id(), () -> secondSteps.isAsked(teacher.id()))) {
                    throw new SecondStepNeeded(teacher);
                }
                return UsernamePasswordAuthenticationToken.authenticated(teacher, null, List.of());
            }

            @Override
            public boolean supports(Class<?> type) {
                return UsernamePasswordAuthenticationToken.class.isAssignableFrom(type);
            }
        };
    }
}
