package aestimo.core.value;

import java.math.BigDecimal;

/**
 * How much a category, an assessment, a part or a term counts beside its neighbours: 0 or more. The categories of a
 * class make 100 together. Immutable.
 */
public final class Weight extends DecimalQuantity<Weight> {
    public static final Weight ZERO = new Weight(BigDecimal.ZERO);
    public static final Weight ONE = new Weight(BigDecimal.ONE);

    private Weight(BigDecimal value) {
        super(value, "weight");
        if (value.signum() < 0) {
            throw new IllegalArgumentException("weight " + value.toPlainString() + " must be 0 or more");
        }
    }

    /** A whole weight. */
    public static Weight of(long value) {
        return from(BigDecimal.valueOf(value));
    }

    /** @throws IllegalArgumentException when it is below 0 or has over four places */
    public static Weight from(BigDecimal value) {
        return new Weight(value);
    }

    /**
     * Reads a plain decimal such as {@code "30"}.
     *
     * @throws IllegalArgumentException when it is no such number, or it is below 0 or has over four places
     */
    public static Weight parse(String text) {
        return new Weight(Decimals.parse(text, "weight"));
    }

    public boolean isZero() {
        return units() == 0;
    }
}
