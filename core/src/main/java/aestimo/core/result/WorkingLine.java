package aestimo.core.result;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;

/**
 * One step of how a result by category came about: a category's average times its weight, over the weights of all that
 * have an average.
 *
 * @param weightsInAll the sum of those weights, above 0
 */
public record WorkingLine(CategoryAverage category, Weight weight, Fraction weightsInAll) {
    /** What this category brings to the result, in percentage points; over all lines they sum to the result exactly. */
    public Percent points() {
        return new Percent(weight.toFraction().times(category.average().exact()).dividedBy(weightsInAll));
    }
}
