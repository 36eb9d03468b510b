/**
 * The marks sheet: assessments, entries typed into cells, the margin beside them, and the table taken away. Entry
 * classes: {@link aestimo.app.marks.EntryService} and {@link aestimo.app.marks.AssessmentService}.
 */
package aestimo.app.marks;
