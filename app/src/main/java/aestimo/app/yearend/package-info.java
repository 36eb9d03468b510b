/**
 * The end of a school year: what was left unsent or unsettled, and all its classes into the archive. Entry class: {@link
 * aestimo.app.yearend.YearEndService}.
 */
@NullMarked
package aestimo.app.yearend;

import org.jspecify.annotations.NullMarked;
