/** Grades and ranks of percents (rules, sections 5 and 7). Entry class: {@link aestimo.core.grading.Grading}. */
@NullMarked
package aestimo.core.grading;

import org.jspecify.annotations.NullMarked;
