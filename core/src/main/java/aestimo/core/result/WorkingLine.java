package aestimo.core.result;

import aestimo.core.value.Percent;

/**
 * What one category has to do with a result: its share of the whole and the points it brings (rules, section 9).
 *
 * @param share in percent: w/Σw of the categories that have an average, or their part of all points
 * @param points in percentage points; with those of bonus work in categories without an average they sum to the result
 */
public record WorkingLine(CategoryAverage category, Percent share, Percent points) {}
