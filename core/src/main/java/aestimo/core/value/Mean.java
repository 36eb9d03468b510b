package aestimo.core.value;

import java.util.Collection;
import java.util.Optional;

/** Exact means. */
public final class Mean {
    private Mean() {}

    /** The arithmetic mean of some percents; empty for none. */
    public static Optional<Percent> of(Collection<Percent> percents) {
        if (percents.isEmpty()) {
            return Optional.empty();
        }
        Fraction sum = Fraction.ZERO;
        for (Percent percent : percents) {
            sum = sum.plus(percent.exact());
        }
        return Optional.of(new Percent(sum.dividedBy(Fraction.of(percents.size()))));
    }
}
