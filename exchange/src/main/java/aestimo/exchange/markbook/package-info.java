/**
 * The markbook file: one class as an open JSON document, read strictly and written (see {@code docs/markbook-file.md}).
 * Entry classes: {@link aestimo.exchange.markbook.MarkbookReader}, {@link aestimo.exchange.markbook.MarkbookWriter}.
 */
@NullMarked
package aestimo.exchange.markbook;

import org.jspecify.annotations.NullMarked;
