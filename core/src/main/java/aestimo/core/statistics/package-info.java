/** The figures of one assessment over a class (rules, section 6). Entry class: {@link aestimo.core.statistics.AssessmentFigures}. */
package aestimo.core.statistics;
