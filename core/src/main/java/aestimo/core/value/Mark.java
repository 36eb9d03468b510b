package aestimo.core.value;

import java.math.BigDecimal;

/** A number entered for a student: any sign, for a mark outside its range is kept and put in doubt. Immutable. */
public final class Mark extends DecimalQuantity<Mark> {
    private Mark(BigDecimal value) {
        super(value, "mark");
    }

    /** A whole mark. */
    public static Mark of(long value) {
        return from(BigDecimal.valueOf(value));
    }

    /** @throws IllegalArgumentException when it has over four places or over nine digits before the point */
    public static Mark from(BigDecimal value) {
        return new Mark(value);
    }

    /**
     * Reads a plain decimal such as {@code "18.5"}.
     *
     * @throws IllegalArgumentException when it is no such number
     */
    public static Mark parse(String text) {
        return new Mark(Decimals.parse(text, "mark"));
    }

    public boolean isNegative() {
        return units() < 0;
    }
}
