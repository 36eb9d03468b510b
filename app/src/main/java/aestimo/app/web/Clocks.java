package aestimo.app.web;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The one clock of the application. */
@Configuration
class Clocks {
    /**
     * The machine's clock; with {@code aestimo.today} set, the same time of day on that date.
     *
     * @param today an ISO date, or empty
     */
    @Bean
    Clock clock(@Value("${aestimo.today}") String today) {
        ZoneId zone = ZoneId.systemDefault();
        if (today.isBlank()) {
            return Clock.system(zone);
        }
        LocalDate now = LocalDate.now(zone);
        Duration shift = Duration.ofDays(LocalDate.parse(today).toEpochDay() - now.toEpochDay());
        return Clock.offset(Clock.system(zone), shift);
    }
}
