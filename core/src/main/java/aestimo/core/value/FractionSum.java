package aestimo.core.value;

import static aestimo.core.value.WholeNumbers.greatestCommonDivisor;
import static aestimo.core.value.WholeNumbers.productFits;
import static aestimo.core.value.WholeNumbers.quotient;
import static aestimo.core.value.WholeNumbers.sumFits;

import java.math.BigInteger;

/**
 * Adds up many fractions, such as the weighted percents of a category, without bringing every step into lowest terms.
 *
 * <p>Exact like {@link Fraction}: a sum that no longer fits two {@code long}s goes on in fractions of any size. Mutable
 * and not for sharing between threads.
 */
public final class FractionSum {
    private long numerator;
    private long denominator = 1;
    // What did not fit the two longs, over a denominator in common but not in lowest terms: that is for the end.
    private BigInteger largeNumerator = BigInteger.ZERO;
    private BigInteger largeDenominator = BigInteger.ONE;

    /** Adds {@code summand}. */
    public FractionSum plus(Fraction summand) {
        if (!summand.isSmall() || !added(summand.smallNumerator(), summand.smallDenominator())) {
            addLarge(summand);
        }
        return this;
    }

    /** Adds the product of two fractions. */
    public FractionSum plusProduct(Fraction one, Fraction other) {
        if (one.isSmall()
                && other.isSmall()
                && productFits(one.smallNumerator(), other.smallNumerator())
                && productFits(one.smallDenominator(), other.smallDenominator())
                && added(
                        one.smallNumerator() * other.smallNumerator(),
                        one.smallDenominator() * other.smallDenominator())) {
            return this;
        }
        addLarge(one.times(other));
        return this;
    }

    /**
     * Adds {@code factor}·{@code numerator}/{@code denominator}, a quotient not brought to lowest terms.
     *
     * @param denominator above 0
     */
    public FractionSum plusProduct(Fraction factor, long numerator, long denominator) {
        if (factor.isSmall()
                && productFits(factor.smallNumerator(), numerator)
                && productFits(factor.smallDenominator(), denominator)
                && added(factor.smallNumerator() * numerator, factor.smallDenominator() * denominator)) {
            return this;
        }
        addLarge(factor.times(Fraction.of(numerator, denominator)));
        return this;
    }

    /** The sum so far; 0 where nothing was added. */
    public Fraction toFraction() {
        Fraction small = Fraction.of(numerator, denominator);
        return largeNumerator.signum() == 0
                ? small
                : Fraction.of(largeNumerator, largeDenominator).plus(small);
    }

    /** @return false, with nothing added, where the sum would not fit */
    private boolean added(long top, long bottom) {
        if (bottom == denominator) {
            return addedOver(denominator, 1, top, 1);
        }
        long times = quotient(denominator, bottom);
        if (times * bottom == denominator) {
            return addedOver(denominator, 1, top, times);
        }
        long common = greatestCommonDivisor(denominator, bottom);
        long stretch = quotient(bottom, common);
        return productFits(denominator, stretch)
                && addedOver(denominator * stretch, stretch, top, quotient(denominator, common));
    }

    private boolean addedOver(long bottom, long ownStretch, long top, long topStretch) {
        long own = numerator * ownStretch;
        long other = top * topStretch;
        if (!productFits(numerator, ownStretch) || !productFits(top, topStretch) || !sumFits(own, other)) {
            return false;
        }
        numerator = own + other;
        denominator = bottom;
        return true;
    }

    private void addLarge(Fraction summand) {
        BigInteger bottom = summand.denominator();
        BigInteger common = largeDenominator.gcd(bottom);
        BigInteger stretch = bottom.divide(common);
        largeNumerator =
                largeNumerator.multiply(stretch).add(summand.numerator().multiply(largeDenominator.divide(common)));
        largeDenominator = largeDenominator.multiply(stretch);
    }
}
