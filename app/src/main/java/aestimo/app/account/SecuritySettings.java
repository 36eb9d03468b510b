package aestimo.app.account;

import java.util.List;
import java.util.Map;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
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

    @Bean
    PasswordEncoder passwordEncoder() {
        return new DelegatingPasswordEncoder("bcrypt", Map.of("bcrypt", new BCryptPasswordEncoder(12)));
    }

    /** Not for a command such as {@code account add}, which serves no page. */
    @Bean
    @ConditionalOnWebApplication
    SecurityFilterChain security(HttpSecurity http) throws Exception {
        // Scripts say so when they ask: they want to be told, not sent to a page.
        RequestMatcher script = request -> request.getHeader("X-Aestimo") != null;
        // After signing in a person goes on to the page they asked for, never to what a script asked for beside it.
        HttpSessionRequestCache asked = new HttpSessionRequestCache();
        asked.setRequestMatcher(request -> request.getMethod().equals("GET") && !script.matches(request));
        return http.authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/sign-in",
                                "/welcome",
                                "/vendor/**",
                                "/look/**",
                                "/work/**",
                                "/*/work/**",
                                "/favicon.svg",
                                "/error",
                                "/actuator/health")
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .requestCache(cache -> cache.requestCache(asked))
                .formLogin(form -> form.loginPage("/sign-in")
                        .usernameParameter("signIn")
                        .passwordParameter("password")
                        .defaultSuccessUrl("/")
                        .failureHandler((request, response, failure) -> response.sendRedirect(request.getContextPath()
                                + (failure instanceof LockedException ? "/sign-in?wait" : "/sign-in?wrong"))))
                .logout(out -> out.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .exceptionHandling(errors -> errors.defaultAuthenticationEntryPointFor(
                                new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED), script)
                        .defaultAuthenticationEntryPointFor(
                                new LoginUrlAuthenticationEntryPoint("/sign-in"), request -> true))
                .headers(headers -> headers.contentSecurityPolicy(
                                policy -> policy.policyDirectives(CONTENT_SECURITY_POLICY))
                        // By this a script tells an answer of ours from a page of the network between.
                        .addHeaderWriter(new StaticHeadersWriter("X-Aestimo", "yes"))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }

    /** Checks name and password, and makes a guesser wait. */
    @Bean
    AuthenticationProvider authenticationProvider(AccountService accounts) {
        return new AuthenticationProvider() {
            @Override
            public Authentication authenticate(Authentication attempt) throws AuthenticationException {
                String signIn = attempt.getName();
                if (accounts.isThrottled(signIn)) {
                    throw new LockedException("too many failed sign-ins");
                }
                SignedInTeacher teacher = accounts.check(signIn, String.valueOf(attempt.getCredentials()))
                        .orElseThrow(() -> {
                            accounts.rememberFailure(signIn);
                            return new BadCredentialsException("name or password is not right");
                        });
                accounts.forgetFailures(signIn);
                return UsernamePasswordAuthenticationToken.authenticated(teacher, null, List.of());
            }

            @Override
            public boolean supports(Class<?> type) {
                return UsernamePasswordAuthenticationToken.class.isAssignableFrom(type);
            }
        };
    }
}
