package aestimo.core.value;

import java.math.BigDecimal;

/** The full mark of an assessment, or of one part of it: above 0. Immutable. */
public final class OutOf extends DecimalQuantity<OutOf> {
    private final Fraction percentOfOneMark;

    private OutOf(BigDecimal value) {
        super(value, "out of");
        if (value.signum() <= 0) {
            throw new IllegalArgumentException("out of " + value.toPlainString() + " must be above 0");
        }
        this.percentOfOneMark = Fraction.HUNDRED.dividedBy(toFraction());
    }

    /** A whole out of. */
    public static OutOf of(long value) {
        return from(BigDecimal.valueOf(value));
    }

    /** @throws IllegalArgumentException when it is 0 or below, or has over four places */
    public static OutOf from(BigDecimal value) {
        return new OutOf(value);
    }

    /**
     * Reads a plain decimal such as {@code "40"}.
     *
     * @throws IllegalArgumentException when it is no such number, or it is 0 or below, or has over four places
     */
    public static OutOf parse(String text) {
        return new OutOf(Decimals.parse(text, "out of"));
    }

    /** Rules, section 1: 100·r/M. */
    public Percent percentOf(Mark mark) {
        return new Percent(mark.toFraction().times(percentOfOneMark));
    }

    /** Whether a mark is more than the full mark. */
    public boolean isExceededBy(Mark mark) {
        return mark.units() > units();
    }

    /** The smallest mark, in units, that makes at least {@code percent}. */
    public long leastUnitsFor(Percent percent) {
        Fraction units = percent.exact().times(Fraction.of(units())).dividedBy(Fraction.HUNDRED);
        return units.roundedUp();
    }
}
