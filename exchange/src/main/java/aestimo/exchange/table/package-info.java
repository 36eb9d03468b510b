/** Plain tables written as files a spreadsheet opens: {@link aestimo.exchange.table.Table}. */
@NullMarked
package aestimo.exchange.table;

import org.jspecify.annotations.NullMarked;
