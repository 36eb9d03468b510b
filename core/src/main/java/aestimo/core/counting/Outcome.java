package aestimo.core.counting;

import aestimo.core.value.Percent;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What an assessment counts as for one student: 74 %, or nothing because it was excused. Immutable.
 *
 * <p>Percents are after late deduction; {@link #percent} is after ceilings too.
 */
public final class Outcome {
    private static final Outcome[] NOTHING = Arrays.stream(Reason.values())
            .map(reason -> new Outcome(reason, null, null))
            .toArray(Outcome[]::new);

    private final Reason reason;
    private final @Nullable Percent percent;
    private final @Nullable Percent uncapped;

    private Outcome(Reason reason, @Nullable Percent percent, @Nullable Percent uncapped) {
        this.reason = reason;
        this.percent = percent;
        this.uncapped = uncapped;
    }

    static Outcome of(Percent percent) {
        return new Outcome(Reason.COUNTS, percent, percent);
    }

    static Outcome of(Percent percent, Percent uncapped) {
        return new Outcome(Reason.COUNTS, percent, uncapped);
    }

    /** @param reason any but {@link Reason#COUNTS} */
    static Outcome nothing(Reason reason) {
        return NOTHING[reason.ordinal()];
    }

    public boolean counts() {
        return percent != null;
    }

    /** {@link Reason#COUNTS}, or why it does not. */
    public Reason reason() {
        return reason;
    }

    /** The percent it counts as; empty where it counts nothing. */
    public Optional<Percent> percent() {
        return Optional.ofNullable(percent);
    }

    /** The percent it would count as with every ceiling off; empty where it counts nothing. */
    public Optional<Percent> withoutCeilings() {
        return Optional.ofNullable(uncapped);
    }

    /** Whether a ceiling took something off. */
    public boolean isCapped() {
        return percent != null && !percent.equals(uncapped);
    }
}
