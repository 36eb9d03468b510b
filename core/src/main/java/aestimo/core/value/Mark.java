package aestimo.core.value;

import java.math.BigDecimal;

/**
 * A number entered for a student: any sign, for a mark outside its range is kept and put in doubt.
 *
 * <p>A decimal with at most four places. Immutable; 1.0 and 1.00 are equal.
 */
public record Mark(BigDecimal value) implements Comparable<Mark> {
    /** @throws IllegalArgumentException when it has over four places */
    public Mark {
        value = Decimals.canonical(value, "mark");
    }

    /** A whole mark. */
    public static Mark of(long value) {
        return new Mark(BigDecimal.valueOf(value));
    }

    /**
     * Reads a plain decimal such as {@code "18.5"}.
     *
     * @throws IllegalArgumentException when it is no such number
     */
    public static Mark parse(String text) {
        return new Mark(Decimals.parse(text, "mark"));
    }

    /** The exact value. */
    public Fraction toFraction() {
        return Fraction.from(value);
    }

    @Override
    public int compareTo(Mark other) {
        return value.compareTo(other.value);
    }

    @Override
    public String toString() {
        return value.toPlainString();
    }
}
