package aestimo.core.value;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/**
 * What marks, out-ofs and weights have in common: a decimal with at most four places and nine digits before the point.
 * Immutable; 1.0 and 1.00 are equal.
 */
abstract class DecimalQuantity<Q extends DecimalQuantity<Q>> implements Comparable<Q> {
    /** How many of the smallest units, 0.0001, make 1. */
    public static final long UNITS = 10_000;

    private final BigDecimal value;
    private final Fraction exact;
    private final long units;

    /**
     * @param what the quantity's name, for the message
     * @throws IllegalArgumentException when {@code value} has over four places or over nine digits before the point
     */
    DecimalQuantity(BigDecimal value, String what) {
        this.value = Decimals.canonical(value, what);
        // Nine digits before the point and four behind it fit a long many times over.
        this.units = this.value.movePointRight(Decimals.PLACES).longValueExact();
        this.exact = Fraction.of(units, UNITS);
    }

    public final BigDecimal value() {
        return value;
    }

    /** The exact value. */
    public final Fraction toFraction() {
        return exact;
    }

    /** The value in units of 0.0001, which every quantity is a whole number of. */
    public final long units() {
        return units;
    }

    @Override
    public final int compareTo(Q other) {
        return Long.compare(units, other.units());
    }

    @Override
    public final boolean equals(@Nullable Object other) {
        return other instanceof DecimalQuantity<?> that && getClass() == that.getClass() && units == that.units;
    }

    @Override
    public final int hashCode() {
        return Long.hashCode(units);
    }

    @Override
    public final String toString() {
        return value.toPlainString();
    }
}
