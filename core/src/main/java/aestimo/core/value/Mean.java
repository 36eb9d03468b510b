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
        FractionSum sum = new FractionSum();
        for (Percent percent : percents) {
            sum.plus(percent.exact());
        }
        return Optional.of(new Percent(sum.toFraction().dividedBy(Fraction.of(percents.size()))));
    }
}
