/** Plain tables written as files a spreadsheet opens: {@link aestimo.exchange.table.Table}. */
package aestimo.exchange.table;
