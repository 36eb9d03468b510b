package aestimo.core.value;

/** Arithmetic of {@code long}s that says where it does not fit, so that the callers can go on in larger numbers. */
public final class WholeNumbers {
    private WholeNumbers() {}

    /** Whether the product, as a long computes it, is the true one, and one that has a counterpart below 0. */
    public static boolean productFits(long one, long other) {
        long low = one * other;
        return Math.multiplyHigh(one, other) == low >> 63 && low != Long.MIN_VALUE;
    }

    /** The same for a sum. */
    static boolean sumFits(long one, long other) {
        long sum = one + other;
        return ((one ^ sum) & (other ^ sum)) >= 0 && sum != Long.MIN_VALUE;
    }

    /**
     * The greatest common divisor of two numbers from 0 up; 1 for twice 0. By shifts and differences: division of longs
     * is the slowest thing a fraction could do.
     */
    static long greatestCommonDivisor(long a, long b) {
        if (a == 0 || b == 0) {
            return Math.max(1, a | b);
        }
        int twos = Long.numberOfTrailingZeros(a | b);
        long one = a >>> Long.numberOfTrailingZeros(a);
        long other = b;
        while (other != 0 && one != 1) {
            other >>>= Long.numberOfTrailingZeros(other);
            long difference = one - other;
            one = Math.min(one, other);
            other = Math.abs(difference);
        }
        return one << twos;
    }

    /**
     * The least common multiple of two denominators.
     *
     * @param denominator above 0; 0, for one that did not fit, stays 0
     * @param other above 0
     * @return 0 where it is {@code limit} or more
     */
    public static long commonDenominator(long denominator, long other, long limit) {
        if (denominator == 0 || other == 1) {
            return denominator;
        }
        long times = quotient(other, greatestCommonDivisor(denominator, other));
        return productFits(denominator, times) && denominator * times < limit ? denominator * times : 0;
    }

    /** {@code dividend / divisor}, without dividing where there is nothing to divide by, and in 32 bits where both fit. */
    public static long quotient(long dividend, long divisor) {
        if (divisor == 1) {
            return dividend;
        }
        return (int) dividend == dividend && (int) divisor == divisor
                ? (int) dividend / (int) divisor
                : dividend / divisor;
    }
}
