/**
 * Mark sheets as they come: what each column holds, who each row is. Entry classes:
 * {@link aestimo.exchange.marks.MarkSheet}, {@link aestimo.exchange.marks.StudentFinder}.
 */
@NullMarked
package aestimo.exchange.marks;

import org.jspecify.annotations.NullMarked;
