package aestimo.office;

import aestimo.post.PostRoom;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** The process; asked for “post”, the post room’s instead. */
@SpringBootApplication
public class Office {
    public static void main(String[] arguments) {
        if (arguments.length > 0 && arguments[0].equals("post")) {
            PostRoom.main(arguments);
        } else {
            SpringApplication.run(Office.class, arguments);
        }
    }

    /** @param today a fixed day, such as 2027-02-24; empty: the real one */
    @Bean
    Clock clock(@Value("${office.today:}") String today) {
        if (today.isBlank()) {
            return Clock.systemDefaultZone();
        }
        Instant noon = LocalDate.parse(today).atTime(12, 0).toInstant(ZoneOffset.UTC);
        return Clock.fixed(noon, ZoneId.of("UTC"));
    }
}
