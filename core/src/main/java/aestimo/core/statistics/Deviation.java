package aestimo.core.statistics;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.List;

/**
 * The population standard deviation: floating point, to at least ten significant digits, for it decides nothing (rules,
 * exactness).
 */
public final class Deviation {
    private static final int PLACES = 30;
    /** Further apart than this, two doubles below a thousand still differ in ten good digits. */
    private static final double APART = 0.01;

    private Deviation() {}

    /**
     * How far each percent lies from the mean: in double precision, but by thirty decimals where the two are so close that
     * too few digits would be left.
     *
     * @param mean exact; its fraction may have hundreds of digits
     */
    public static double[] offs(List<Percent> percents, Fraction mean) {
        double middle = mean.toApproximation();
        double[] offs = new double[percents.size()];
        for (int i = 0; i < offs.length; i++) {
            Fraction percent = percents.get(i).exact();
            double off = percent.toApproximation() - middle;
            offs[i] = Math.abs(off) > APART
                    ? off
                    : percent.toDecimal(PLACES).subtract(mean.toDecimal(PLACES)).doubleValue();
        }
        return offs;
    }

    /**
     * √(Σ (p − mean)² / n).
     *
     * @param offs at least one, from {@link #offs}
     */
    public static double of(double[] offs) {
        double squares = 0;
        for (double off : offs) {
            squares += off * off;
        }
        return Math.sqrt(squares / offs.length);
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
