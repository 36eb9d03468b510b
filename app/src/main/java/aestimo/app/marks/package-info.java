/**
 * Assessments, the entries typed into their cells, notes and memos, and the page of changes. Entry classes: {@link
 * aestimo.app.marks.EntryService} and {@link aestimo.app.marks.AssessmentService}.
 */
@NullMarked
package aestimo.app.marks;

import org.jspecify.annotations.NullMarked;
