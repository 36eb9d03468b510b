/** What stands in one cell (rules, section 1). */
@NullMarked
package aestimo.core.entry;

import org.jspecify.annotations.NullMarked;
