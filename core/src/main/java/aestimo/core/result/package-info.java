/**
 * Figures over a span: averages, results, shares, movement, prospects (rules, sections 3, 4, 7, 8 and 9). Entry class:
 * {@link aestimo.core.result.Standing}.
 */
@NullMarked
package aestimo.core.result;

import org.jspecify.annotations.NullMarked;
