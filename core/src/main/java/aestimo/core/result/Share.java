package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.value.Percent;

/**
 * What one assessment has to do with a result (rules, section 9).
 *
 * @param share its part of the whole, in percent; 0 for bonus work
 * @param points what it brings to the result, in percentage points; over all shares they sum to the result exactly
 */
public record Share(Assessment assessment, Percent share, Percent points) {}
