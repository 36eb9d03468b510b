package aestimo.core.statistics;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.Collection;

/**
 * The population standard deviation: floating point, to at least ten significant digits, for it decides nothing (rules,
 * exactness).
 */
public final class Deviation {
    private Deviation() {}

    /**
     * √(Σ (p − mean)² / n), each difference taken exactly before it is squared, so that nearly equal percents lose
     * nothing.
     *
     * @param percents at least one
     * @param mean their exact mean
     */
    public static double of(Collection<Percent> percents, Fraction mean) {
        double squares = 0;
        for (Percent percent : percents) {
            double off = percent.exact().minus(mean).toApproximation();
            squares += off * off;
        }
        return Math.sqrt(squares / percents.size());
    }

    /**
     * The same for percents that are whole numbers over one denominator: n·N − Σ N is taken in whole numbers.
     *
     * @param numerators at least one, fewer than 8192, each below 2⁵⁰
     */
    static double ofWholes(long[] numerators, long denominator) {
        long sum = 0;
        for (long numerator : numerators) {
            sum += numerator;
        }
        double squares = 0;
        for (long numerator : numerators) {
            double off = numerators.length * numerator - sum;
            squares += off * off;
        }
        return Math.sqrt(squares / numerators.length) / ((double) denominator * numerators.length);
    }
}
