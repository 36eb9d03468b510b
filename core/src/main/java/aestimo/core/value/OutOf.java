package aestimo.core.value;

import java.math.BigDecimal;

/**
 * The full mark of an assessment: above 0.
 *
 * <p>A decimal with at most four places. Immutable; 1.0 and 1.00 are equal.
 */
public record OutOf(BigDecimal value) implements Comparable<OutOf> {
    /** @throws IllegalArgumentException when it is 0 or below, or has over four places */
    public OutOf {
        value = Decimals.canonical(value, "out of");
        if (value.signum() <= 0) {
            throw new IllegalArgumentException("out of " + value.toPlainString() + " must be above 0");
        }
    }

    /** A whole out of. */
    public static OutOf of(long value) {
        return new OutOf(BigDecimal.valueOf(value));
    }

    /**
     * Reads a plain decimal such as {@code "40"}.
     *
     * @throws IllegalArgumentException when it is no such number, or it is 0 or below, or has over four places
     */
    public static OutOf parse(String text) {
        return new OutOf(Decimals.parse(text, "out of"));
    }

    /** The exact value. */
    public Fraction toFraction() {
        return Fraction.from(value);
    }

    @Override
    public int compareTo(OutOf other) {
        return value.compareTo(other.value);
    }

    @Override
    public String toString() {
        return value.toPlainString();
    }
}
