package aestimo.office;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;

/** Who may come in to the service: it looks at its tokens itself; the page has a {@link PageDoor} of its own. */
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
}
