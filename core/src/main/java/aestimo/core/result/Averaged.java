package aestimo.core.result;

import aestimo.core.value.Fraction;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Percent;
import aestimo.core.value.WholeNumbers;
import org.jspecify.annotations.Nullable;

/**
 * What came out for one student. An average in whole numbers is brought to lowest terms only where it is looked at:
 * a result is made without.
 */
final class Averaged {
    private final long top;
    /** 0 where the percent is known. */
    private final long bottom;

    /** Null until it is looked at; two threads that look at once find equal ones. */
    private @Nullable Percent percent;

    private final Fraction weights;
    private final int counted;
    private final int[] dropped;

    private Averaged(long top, long bottom, @Nullable Percent percent, Fraction weights, int counted, int[] dropped) {
        this.top = top;
        this.bottom = bottom;
        this.percent = percent;
        this.weights = weights;
        this.counted = counted;
        this.dropped = dropped;
    }

    static Averaged of(Fraction average, Fraction weights, int counted, int[] dropped) {
        return new Averaged(0, 0, new Percent(average), weights, counted, dropped);
    }

    /** {@code top} / ({@code over} · {@code sum}). */
    static Averaged of(long top, long over, long sum, Fraction weights, int counted, int[] dropped) {
        return WholeNumbers.productFits(over, sum)
                ? new Averaged(top, over * sum, null, weights, counted, dropped)
                : of(Fraction.of(top, over, sum), weights, counted, dropped);
    }

    /** Exact. */
    Percent percent() {
        Percent known = percent;
        if (known == null) {
            known = new Percent(Fraction.of(top, bottom));
            percent = known;
        }
        return known;
    }

    /** Adds weight·average to a sum. */
    void addTo(FractionSum sum, Fraction weight) {
        if (bottom > 0) {
            sum.plusProduct(weight, top, bottom);
        } else {
            sum.plusProduct(weight, percent().exact());
        }
    }

    /** Σ weight of what was kept. */
    Fraction weights() {
        return weights;
    }

    /** How many pieces count, the dropped ones included, bonus work not. */
    int counted() {
        return counted;
    }

    /** In the order they left. */
    int[] dropped() {
        return dropped;
    }

    boolean hasDropped(int place) {
        for (int other : dropped) {
            if (other == place) {
                return true;
            }
        }
        return false;
    }
}
