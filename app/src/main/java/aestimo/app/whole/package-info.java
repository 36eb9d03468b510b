/**
 * A whole class: exported as a markbook file, made anew from one, and copied into another year. Entry classes:
 * {@link aestimo.app.whole.WholeClassService}, {@link aestimo.app.whole.YearCopyService}.
 */
@NullMarked
package aestimo.app.whole;

import org.jspecify.annotations.NullMarked;
