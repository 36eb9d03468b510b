/** What entries and whole pieces count as (rules, sections 1 and 2). Entry class: {@link aestimo.core.counting.Counting}. */
@NullMarked
package aestimo.core.counting;

import org.jspecify.annotations.NullMarked;
