/** What stands in one cell (rules, section 1). */
package aestimo.core.entry;
