package aestimo.office;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;

/** Who may see the page of a stand-in: whoever has the name and password of the office. */
@Configuration
public class PageDoor {
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
