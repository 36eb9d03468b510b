package aestimo.core.value;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Objects;

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

    private final long numerator;
    private final long denominator;
    /** Both null while the two longs hold the number. */
    private final BigInteger bigNumerator;

    private final BigInteger bigDenominator;

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
        return value == 0 ? ZERO : of(value, 1);
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
        long divisor = gcd(Math.abs(numerator), Math.abs(denominator));
        long sign = denominator < 0 ? -1 : 1;
        return new Fraction(sign * (numerator / divisor), sign * (denominator / divisor));
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
        BigDecimal plain = value.scale() < 0 ? value.setScale(0) : value;
        return of(plain.unscaledValue(), BigInteger.TEN.pow(plain.scale()));
    }

    public Fraction plus(Fraction other) {
        if (isSmall() && other.isSmall()) {
            try {
                if (denominator == other.denominator) {
                    return of(Math.addExact(numerator, other.numerator), denominator);
                }
                long left = Math.multiplyExact(numerator, other.denominator);
                long right = Math.multiplyExact(other.numerator, denominator);
                return of(Math.addExact(left, right), Math.multiplyExact(denominator, other.denominator));
            } catch (ArithmeticException tooLarge) {
                // falls through to the exact slow path
            }
        }
        return of(
                bigNumerator()
                        .multiply(other.bigDenominator())
                        .add(other.bigNumerator().multiply(bigDenominator())),
                bigDenominator().multiply(other.bigDenominator()));
    }

    public Fraction minus(Fraction other) {
        return plus(other.negated());
    }

    public Fraction times(Fraction other) {
        if (isSmall() && other.isSmall()) {
            try {
                return of(
                        Math.multiplyExact(numerator, other.numerator),
                        Math.multiplyExact(denominator, other.denominator));
            } catch (ArithmeticException tooLarge) {
                // falls through to the exact slow path
            }
        }
        return of(
                bigNumerator().multiply(other.bigNumerator()), bigDenominator().multiply(other.bigDenominator()));
    }

    /** @throws ArithmeticException when {@code other} is 0 */
    public Fraction dividedBy(Fraction other) {
        return times(other.inverted());
    }

    public Fraction negated() {
        return isSmall() ? new Fraction(-numerator, denominator) : of(bigNumerator.negate(), bigDenominator);
    }

    private Fraction inverted() {
        return isSmall() ? of(denominator, numerator) : of(bigDenominator, bigNumerator);
    }

    /** −1, 0 or 1. */
    public int signum() {
        return isSmall() ? Long.signum(numerator) : bigNumerator.signum();
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
        return from(toDecimal(places));
    }

    /**
     * As a decimal with exactly so many digits after the point, rounded half up, away from zero below zero.
     *
     * @param places digits after the point, 0 or more
     */
    public BigDecimal toDecimal(int places) {
        return new BigDecimal(bigNumerator()).divide(new BigDecimal(bigDenominator()), places, RoundingMode.HALF_UP);
    }

    @Override
    public int compareTo(Fraction other) {
        if (isSmall() && other.isSmall()) {
            if (denominator == other.denominator) {
                return Long.compare(numerator, other.numerator);
            }
            try {
                return Long.compare(
                        Math.multiplyExact(numerator, other.denominator),
                        Math.multiplyExact(other.numerator, denominator));
            } catch (ArithmeticException tooLarge) {
                // falls through to the exact slow path
            }
        }
        return bigNumerator()
                .multiply(other.bigDenominator())
                .compareTo(other.bigNumerator().multiply(bigDenominator()));
    }

    @Override
    public boolean equals(Object other) {
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
        String top = bigNumerator().toString();
        return bigDenominator().equals(BigInteger.ONE) ? top : top + "/" + bigDenominator();
    }

    private boolean isSmall() {
        return bigNumerator == null;
    }

    private BigInteger bigNumerator() {
        return isSmall() ? BigInteger.valueOf(numerator) : bigNumerator;
    }

    private BigInteger bigDenominator() {
        return isSmall() ? BigInteger.valueOf(denominator) : bigDenominator;
    }

    private static long gcd(long a, long b) {
        while (b != 0) {
            long rest = a % b;
            a = b;
            b = rest;
        }
        return a == 0 ? 1 : a;
    }
}
