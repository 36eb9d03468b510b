package aestimo.core.value;

import java.math.BigDecimal;

/**
 * How much a category has a say: 0 or more, 100 over all the categories of a class.
 *
 * <p>A decimal with at most four places. Immutable; 1.0 and 1.00 are equal.
 */
public record Weight(BigDecimal value) implements Comparable<Weight> {
    /** @throws IllegalArgumentException when it is below 0 or has over four places */
    public Weight {
        value = Decimals.canonical(value, "weight");
        if (value.signum() < 0) {
            throw new IllegalArgumentException("weight " + value.toPlainString() + " must be 0 or more");
        }
    }

    /** A whole weight. */
    public static Weight of(long value) {
        return new Weight(BigDecimal.valueOf(value));
    }

    /**
     * Reads a plain decimal such as {@code "30"}.
     *
     * @throws IllegalArgumentException when it is no such number, or it is below 0 or has over four places
     */
    public static Weight parse(String text) {
        return new Weight(Decimals.parse(text, "weight"));
    }

    /** The exact value. */
    public Fraction toFraction() {
        return Fraction.from(value);
    }

    @Override
    public int compareTo(Weight other) {
        return value.compareTo(other.value);
    }

    @Override
    public String toString() {
        return value.toPlainString();
    }
}
