package aestimo.core.statistics;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.math.BigDecimal;
import java.util.Collection;

/**
 * The population standard deviation: floating point, to at least ten significant digits, for it decides nothing (rules,
 * exactness).
 */
public final class Deviation {
    private static final int PLACES = 30;

    private Deviation() {}

    /** How far a percent lies from the mean, whose own fraction may have hundreds of digits. */
    public static double off(Fraction percent, Fraction mean) {
        return off(percent, mean.toDecimal(PLACES));
    }

    private static double off(Fraction percent, BigDecimal mean) {
        return percent.toDecimal(PLACES).subtract(mean).doubleValue();
    }

    /**
     * √(Σ (p − mean)² / n), each difference taken of thirty decimals before it is squared, so that nearly equal percents
     * lose nothing.
     *
     * @param percents at least one
     * @param mean their exact mean
     */
    public static double of(Collection<Percent> percents, Fraction mean) {
        BigDecimal middle = mean.toDecimal(PLACES);
        double squares = 0;
        for (Percent percent : percents) {
            double off = off(percent.exact(), middle);
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
