package aestimo.core.statistics;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;

/** Quartiles by linear interpolation at position (n−1)·k/4 of the sorted list (rules, section 6). Exact. */
public final class Quartile {
    private Quartile() {}

    /**
     * The middle one of some percents in any order.
     *
     * @return empty where there are none
     */
    public static Optional<Percent> median(Collection<Percent> percents) {
        List<Percent> sorted = percents.stream().sorted().toList();
        return of(2, sorted.size(), sorted::get);
    }

    /**
     * One quartile of a sorted list.
     *
     * @param k 0 for the lowest, 1 and 3 for the quartiles, 2 for the median, 4 for the highest
     * @param size how many there are
     * @param fromBelow the percent at a position, 0 the lowest
     * @return empty where there are none
     */
    static Optional<Percent> of(int k, int size, IntFunction<Percent> fromBelow) {
        if (size == 0) {
            return Optional.empty();
        }
        int quarters = (size - 1) * k;
        Percent low = fromBelow.apply(quarters / 4);
        if (quarters % 4 == 0) {
            return Optional.of(low);
        }
        Fraction step = fromBelow.apply(quarters / 4 + 1).minus(low).exact();
        return Optional.of(low.plus(new Percent(step.times(Fraction.of(quarters % 4, 4)))));
    }
}
