/**
 * A class whole: exported as a markbook file, made anew from one, and copied into another year. Entry classes:
 * {@link aestimo.app.whole.WholeClassService}, {@link aestimo.app.whole.YearCopyService}.
 */
package aestimo.app.whole;
