package aestimo.app.door;

import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Makes guessers wait, longer each time, over all processes. Each attempt is counted before it is looked at, and taken
 * off again where it was right: of many at the same moment, no more come through than one after another would. An attempt
 * during a pause is not counted, so that nobody makes a pause longer by knocking.
 */
@Service
class Throttle {
    private static final Duration REMEMBERED = Duration.ofHours(1);
    /** What the clocks of several processes may differ by. */
    private static final Duration CLOCKS_DIFFER = Duration.ofMinutes(1);

    private static final Duration FIVE_MINUTES = Duration.ofMinutes(5);
    private static final int FREE = 5;
    /** A colleague must not be kept out by guesses at their name. */
    private static final int FREE_OF_A_NAME = 30;
    /** A whole school may come from one address at eight, and each counts until its password was looked at. */
    private static final int FREE_OF_AN_ADDRESS = 120;

    private static final Duration SHORT = Duration.ofSeconds(10);

    private final AttemptMapper mapper;
    private final Clock clock;

    Throttle(AttemptMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * What a sign-in is counted under.
     *
     * @param browser one in which this teacher was signed in before: nobody else's guesses count there
     */
    static List<Attempt> signIn(String name, String address, Optional<String> browser) {
        Attempt ofAddress = new Attempt("address " + address, FREE_OF_AN_ADDRESS, FIVE_MINUTES, false);
        return browser.map(known -> List.of(new Attempt("browser " + known, FREE, FIVE_MINUTES, true)))
                .orElseGet(() -> List.of(
                        new Attempt("name " + name + " from " + address, FREE, FIVE_MINUTES, true),
                        new Attempt("name " + name, FREE_OF_A_NAME, SHORT, true),
                        ofAddress));
    }

    /** What a question of somebody who has shown a password, or is signed in, is counted under. */
    static List<Attempt> within(String what, Object whose) {
        return List.of(new Attempt(what + " " + whose, FREE, FIVE_MINUTES, true));
    }

    /**
     * An attempt that was let through, or the pause before the next.
     *
     * @param pause zero where it may be looked at
     */
    record Begun(List<Attempt> counted, OffsetDateTime at, Duration pause) {
        boolean mustWait() {
            return !pause.isZero();
        }

        /** In full seconds, at least one. */
        long seconds() {
            return Math.max(1, pause.toSeconds());
        }
    }

    /** Counts an attempt, unless there is a pause. */
    @Transactional
    public Begun begin(List<Attempt> attempts) {
        List<Attempt> ordered =
                attempts.stream().sorted(Comparator.comparing(Attempt::under)).toList();
        ordered.forEach(attempt -> mapper.lock(attempt.under()));
        OffsetDateTime now = OffsetDateTime.now(clock).truncatedTo(ChronoUnit.MICROS);
        mapper.deleteAllBut(now.minus(REMEMBERED), now.plus(CLOCKS_DIFFER));
        Duration longest = ordered.stream()
                .map(attempt -> left(attempt, now))
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
        if (longest.isZero()) {
            ordered.forEach(attempt -> mapper.insert(attempt.under(), now));
        }
        return new Begun(ordered, now, longest);
    }

    private Duration left(Attempt attempt, OffsetDateTime now) {
        Duration pause = attempt.pauseAfter(mapper.count(attempt.under(), now.minus(REMEMBERED)));
        if (pause.isZero()) {
            return pause;
        }
        Duration since = mapper.findLast(attempt.under())
                .map(last -> Duration.between(last, now))
                .orElse(pause);
        return since.compareTo(pause) >= 0 ? Duration.ZERO : pause.minus(since);
    }

    /** It was right. */
    @Transactional
    public void right(Begun begun) {
        for (Attempt attempt : begun.counted()) {
            if (attempt.personal()) {
                mapper.deleteAll(attempt.under());
            } else {
                mapper.deleteOne(attempt.under(), begun.at());
            }
        }
    }
}
