package aestimo.office;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;

/** Who may come in where: the service by its tokens, the page by name and password. */
@Configuration
class Doors {
    /** The service looks at its tokens itself, and at the client's name and word where it gives them out. */
    @Bean
    @Order(1)
    SecurityFilterChain service(HttpSecurity http) throws Exception {
        return http.securityMatcher("/token", "/ims/**")
                .authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .csrf(csrf -> csrf.disable())
                .sessionManagement(session -> session.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .build();
    }

    @Bean
    SecurityFilterChain page(HttpSecurity http) throws Exception {
        return http.authorizeHttpRequests(requests -> requests.requestMatchers("/health", "/office.css", "/error")
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .httpBasic(Customizer.withDefaults())
                .headers(
                        headers -> headers.contentSecurityPolicy(
                                policy -> policy.policyDirectives(
                                        "default-src 'none'; style-src 'self'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'")))
                .build();
    }

    @Bean
    UserDetailsService users(@Value("${office.user}") String name, @Value("${office.user-password}") String password) {
        return new InMemoryUserDetailsManager(User.withUsername(name)
                .password("{noop}" + password)
                .roles("OFFICE")
                .build());
    }
}
