package aestimo.core.value;

import static aestimo.core.value.WholeNumbers.greatestCommonDivisor;
import static aestimo.core.value.WholeNumbers.productFits;
import static aestimo.core.value.WholeNumbers.quotient;
import static aestimo.core.value.WholeNumbers.sumFits;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * An exact rational number, such as 4023/50.
 *
 * <p>Always in lowest terms with a denominator above 0, so equal numbers are {@link #equals equal} whatever way they
 * were computed. Numbers that fit are kept as two {@code long}s; larger ones move to {@link BigInteger} by themselves,
 * so no operation overflows and none rounds, but for the two whose names say so. Immutable.
 */
public final class Fraction implements Comparable<Fraction> {
    public static final Fraction ZERO = new Fraction(0, 1);
    public static final Fraction ONE = new Fraction(1, 1);
    public static final Fraction HUNDRED = new Fraction(100, 1);

    /** Has no positive counterpart among the longs, so it is kept large. */
    private static final BigInteger LOWEST_LONG = BigInteger.valueOf(Long.MIN_VALUE);

    /** So many decimal digits always fit a long. */
    private static final int LONG_DIGITS = 18;

    private static final int APPROXIMATION_PLACES = 18;
    private static final long[] POWERS_OF_TEN = powersOfTen();

    private final long numerator;
    private final long denominator;
    /** Both null while the two longs hold the number. */
    private final @Nullable BigInteger bigNumerator;

    private final @Nullable BigInteger bigDenominator;

    /** Only for values already in lowest terms with a denominator above 0. */
    private Fraction(long numerator, long denominator) {
        this.numerator = numerator;
        this.denominator = denominator;
        this.bigNumerator = null;
        this.bigDenominator = null;
    }

    private Fraction(BigInteger numerator, BigInteger denominator) {
        this.numerator = 0;
        this.denominator = 0;
        this.bigNumerator = numerator;
        this.bigDenominator = denominator;
    }

    /** The whole number {@code value}. */
    public static Fraction of(long value) {
        return value == 0 ? ZERO : value == Long.MIN_VALUE ? of(value, 1) : new Fraction(value, 1);
    }

    /**
     * The quotient of two whole numbers.
     *
     * @throws ArithmeticException when the denominator is 0
     */
    public static Fraction of(long numerator, long denominator) {
        if (denominator == 0) {
            throw new ArithmeticException("division of " + numerator + " by 0");
        }
        if (numerator == Long.MIN_VALUE || denominator == Long.MIN_VALUE) {
            return of(BigInteger.valueOf(numerator), BigInteger.valueOf(denominator));
        }
        long divisor = greatestCommonDivisor(Math.abs(numerator), Math.abs(denominator));
        long sign = denominator < 0 ? -1 : 1;
        return new Fraction(sign * quotient(numerator, divisor), sign * quotient(denominator, divisor));
    }

    /**
     * {@code numerator} / ({@code denominator} · {@code divisor}).
     *
     * @throws ArithmeticException when one of the two is 0
     */
    public static Fraction of(long numerator, long denominator, long divisor) {
        return productFits(denominator, divisor)
                ? of(numerator, denominator * divisor)
                : of(numerator, denominator).dividedBy(of(divisor));
    }

    /**
     * The quotient of two whole numbers of any size.
     *
     * @throws ArithmeticException when the denominator is 0
     */
    public static Fraction of(BigInteger numerator, BigInteger denominator) {
        if (denominator.signum() == 0) {
            throw new ArithmeticException("division of " + numerator + " by 0");
        }
        BigInteger divisor = numerator.gcd(denominator);
        if (denominator.signum() < 0) {
            divisor = divisor.negate();
        }
        BigInteger n = numerator.divide(divisor);
        BigInteger d = denominator.divide(divisor);
        // The two longs hold whatever fits, and nothing else does: that makes the form of a number unique.
        return n.bitLength() <= 63 && d.bitLength() <= 63 && !n.equals(LOWEST_LONG)
                ? new Fraction(n.longValueExact(), d.longValueExact())
                : new Fraction(n, d);
    }

    /** The exact value of a decimal. */
    public static Fraction from(BigDecimal value) {
        if (value.scale() == 0 && value.precision() <= LONG_DIGITS) {
            return of(value.longValue());
        }
        BigDecimal plain = value.scale() < 0 ? value.setScale(0) : value;
        return of(plain.unscaledValue(), BigInteger.TEN.pow(plain.scale()));
    }

    public Fraction plus(Fraction other) {
        if (isSmall() && other.isSmall()) {
            Fraction small = smallSum(other);
            if (small != null) {
                return small;
            }
        }
        return of(
                numerator().multiply(other.denominator()).add(other.numerator().multiply(denominator())),
                denominator().multiply(other.denominator()));
    }

    /** Over the least common denominator; null where a step does not fit a long. */
    private @Nullable Fraction smallSum(Fraction other) {
        long common =
                denominator == other.denominator ? denominator : greatestCommonDivisor(denominator, other.denominator);
        long stretch = quotient(other.denominator, common);
        long otherStretch = quotient(denominator, common);
        long left = numerator * stretch;
        long right = other.numerator * otherStretch;
        long top = left + right;
        if (!productFits(numerator, stretch) || !productFits(other.numerator, otherStretch) || !sumFits(left, right)) {
            return null;
        }
        // What top and bottom still have in common can only stand in the common factor of the denominators.
        long rest = greatestCommonDivisor(Math.abs(top), common);
        long bottom = otherStretch;
        long otherBottom = quotient(other.denominator, rest);
        return productFits(bottom, otherBottom) ? small(quotient(top, rest), bottom * otherBottom) : null;
    }

    /** @param top with {@code bottom} in lowest terms */
    private static Fraction small(long top, long bottom) {
        return top == 0 ? ZERO : new Fraction(top, bottom);
    }

    public Fraction minus(Fraction other) {
        return plus(other.negated());
    }

    public Fraction times(Fraction other) {
        if (isSmall() && other.isSmall()) {
            // Both are in lowest terms, so what is common can only stand crosswise; without it the product is lowest
            // too.
            long across = greatestCommonDivisor(Math.abs(numerator), other.denominator);
            long back = greatestCommonDivisor(Math.abs(other.numerator), denominator);
            long top = quotient(numerator, across);
            long otherTop = quotient(other.numerator, back);
            long bottom = quotient(denominator, back);
            long otherBottom = quotient(other.denominator, across);
            if (productFits(top, otherTop) && productFits(bottom, otherBottom)) {
                return small(top * otherTop, bottom * otherBottom);
            }
        }
        return of(numerator().multiply(other.numerator()), denominator().multiply(other.denominator()));
    }

    /**
     * This number times {@code numerator}/{@code denominator}, with one reduction where reducing both first would take
     * three.
     *
     * @param denominator above 0
     */
    public Fraction times(long numerator, long denominator) {
        return isSmall() && productFits(this.numerator, numerator) && productFits(this.denominator, denominator)
                ? of(this.numerator * numerator, this.denominator * denominator)
                : times(of(numerator, denominator));
    }

    /** @throws ArithmeticException when {@code other} is 0 */
    public Fraction dividedBy(Fraction other) {
        return times(other.inverted());
    }

    public Fraction negated() {
        return isSmall()
                ? new Fraction(-numerator, denominator)
                : of(numerator().negate(), denominator());
    }

    private Fraction inverted() {
        return isSmall() ? of(denominator, numerator) : of(denominator(), numerator());
    }

    /** −1, 0 or 1. */
    public int signum() {
        return isSmall() ? Long.signum(numerator) : numerator().signum();
    }

    public boolean isZero() {
        return signum() == 0;
    }

    /**
     * This number rounded half up, away from zero below zero, to so many places.
     *
     * @param places digits after the point, 0 or more
     */
    public Fraction roundedTo(int places) {
        return canScale(places) ? of(roundedSteps(places), POWERS_OF_TEN[places]) : from(slowDecimal(places));
    }

    /**
     * As a decimal with exactly so many digits after the point, rounded half up, away from zero below zero.
     *
     * @param places digits after the point, 0 or more
     */
    public BigDecimal toDecimal(int places) {
        return canScale(places) ? BigDecimal.valueOf(roundedSteps(places), places) : slowDecimal(places);
    }

    private boolean canScale(int places) {
        return isSmall() && places < POWERS_OF_TEN.length && productFits(numerator, POWERS_OF_TEN[places]);
    }

    /** How many steps of 10⁻ᵖˡᵃᶜᵉˢ this number rounds to; only where {@link #canScale}. */
    private long roundedSteps(int places) {
        long scaled = Math.abs(numerator) * POWERS_OF_TEN[places];
        long whole = quotient(scaled, denominator);
        long rest = scaled - whole * denominator;
        long magnitude = rest >= denominator - rest ? whole + 1 : whole;
        return numerator < 0 ? -magnitude : magnitude;
    }

    private BigDecimal slowDecimal(int places) {
        return new BigDecimal(numerator()).divide(new BigDecimal(denominator()), places, RoundingMode.HALF_UP);
    }

    /**
     * The smallest whole number that is not below this one.
     *
     * @throws ArithmeticException when it does not fit a {@code long}
     */
    long roundedUp() {
        return new BigDecimal(numerator())
                .divide(new BigDecimal(denominator()), 0, RoundingMode.CEILING)
                .longValueExact();
    }

    /** The nearest floating-point number: for standard deviations and drawing only, never for a comparison. */
    public double toApproximation() {
        return isSmall()
                ? (double) numerator / denominator
                : slowDecimal(APPROXIMATION_PLACES).doubleValue();
    }

    @Override
    public int compareTo(Fraction other) {
        if (isSmall() && other.isSmall()) {
            if (denominator == other.denominator) {
                return Long.compare(numerator, other.numerator);
            }
            // Both products in full, as 128 bits: nothing can overflow.
            int high = Long.compare(
                    Math.multiplyHigh(numerator, other.denominator), Math.multiplyHigh(other.numerator, denominator));
            return high != 0
                    ? high
                    : Long.compareUnsigned(numerator * other.denominator, other.numerator * denominator);
        }
        return numerator()
                .multiply(other.denominator())
                .compareTo(other.numerator().multiply(denominator()));
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Fraction that
                && numerator == that.numerator
                && denominator == that.denominator
                && Objects.equals(bigNumerator, that.bigNumerator)
                && Objects.equals(bigDenominator, that.bigDenominator);
    }

    @Override
    public int hashCode() {
        return isSmall()
                ? Long.hashCode(numerator) * 31 + Long.hashCode(denominator)
                : Objects.hash(bigNumerator, bigDenominator);
    }

    /** In lowest terms: {@code "4023/50"}, whole numbers {@code "80"}. */
    @Override
    public String toString() {
        String top = numerator().toString();
        return denominator().equals(BigInteger.ONE) ? top : top + "/" + denominator();
    }

    /**
     * This number as a whole number over {@code denominator}.
     *
     * @param denominator above 0
     * @param otherwise what is returned where it is no whole number over it, or none that fits a {@code long}
     */
    public long wholeOver(long denominator, long otherwise) {
        if (!isSmall()) {
            return otherwise;
        }
        long times = quotient(denominator, this.denominator);
        return times * this.denominator == denominator && productFits(numerator, times) ? numerator * times : otherwise;
    }

    /**
     * The least common multiple of {@code denominator} and this number's own.
     *
     * @param denominator above 0; 0, for one that did not fit, stays 0
     * @return 0 where it is {@code limit} or more
     */
    public long commonDenominator(long denominator, long limit) {
        return isSmall() ? WholeNumbers.commonDenominator(denominator, this.denominator, limit) : 0;
    }

    boolean isSmall() {
        return bigNumerator == null;
    }

    /** Only where {@link #isSmall}. */
    long smallNumerator() {
        return numerator;
    }

    /** Only where {@link #isSmall}; above 0. */
    long smallDenominator() {
        return denominator;
    }

    BigInteger numerator() {
        return isSmall() ? BigInteger.valueOf(numerator) : Objects.requireNonNull(bigNumerator);
    }

    BigInteger denominator() {
        return isSmall() ? BigInteger.valueOf(denominator) : Objects.requireNonNull(bigDenominator);
    }

    private static long[] powersOfTen() {
        long[] powers = new long[LONG_DIGITS + 1];
        powers[0] = 1;
        for (int i = 1; i < powers.length; i++) {
            powers[i] = powers[i - 1] * 10;
        }
        return powers;
    }
}
