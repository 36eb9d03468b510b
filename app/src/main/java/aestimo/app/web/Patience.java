package aestimo.app.web;

import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * How long others are waited for. Settings, so that an installation whose school answers slowly can wait longer.
 *
 * @param office for an answer of the school's service
 * @param delivery how long a return on its way is left to the process that has it, once that is heard of no more;
 *     longer than {@code office}
 * @param pause before the first try again
 */
@Component
public record Patience(
        @Value("${aestimo.patience.office}") Duration office,
        @Value("${aestimo.patience.delivery}") Duration delivery,
        @Value("${aestimo.patience.pause}") Duration pause) {
    private static final int MOST_DOUBLED = 6;
    private static final long LONGEST = 60;

    /** The pause after so many tries in vain: twice as long each time, and at most sixty of the first. */
    public Duration after(int tries) {
        return pause.multipliedBy(Math.min(LONGEST, 1L << Math.min(tries, MOST_DOUBLED)));
    }
}
