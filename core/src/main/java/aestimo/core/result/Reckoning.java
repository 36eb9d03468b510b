package aestimo.core.result;

import aestimo.core.counting.CountedRow;
import aestimo.core.value.Percent;

/** How what a student's assessments count as makes a result over a span (rules, section 4). */
interface Reckoning {
    /** @return null for no result */
    Percent result(CountedRow row);
}
