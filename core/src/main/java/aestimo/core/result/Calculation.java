package aestimo.core.result;

import aestimo.core.counting.CountedRow;
import aestimo.core.value.Percent;
import org.jspecify.annotations.Nullable;

/** How what a student's assessments count as makes a result over a span (rules, section 4). */
interface Calculation {
    /** @return null for no result */
    @Nullable
    Percent result(CountedRow row);
}
