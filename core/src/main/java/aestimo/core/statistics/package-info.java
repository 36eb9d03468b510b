/** The figures of one assessment over a class (rules, section 6). Entry class: {@link aestimo.core.statistics.AssessmentFigures}. */
@NullMarked
package aestimo.core.statistics;

import org.jspecify.annotations.NullMarked;
