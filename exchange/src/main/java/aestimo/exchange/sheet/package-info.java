/**
 * Files and pastes as people have them, read into plain rows of text: CSV and TSV in several encodings, XLSX, ODS. Bounded
 * in size, rows, columns and expansion. Entry class: {@link aestimo.exchange.sheet.SheetReader}.
 */
@NullMarked
package aestimo.exchange.sheet;

import org.jspecify.annotations.NullMarked;
