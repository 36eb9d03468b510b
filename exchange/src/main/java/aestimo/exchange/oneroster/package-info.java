/** School rosters as OneRoster 1.2 CSV files in a zip. Entry class: {@link aestimo.exchange.oneroster.OneRosterZip}. */
@NullMarked
package aestimo.exchange.oneroster;

import org.jspecify.annotations.NullMarked;
