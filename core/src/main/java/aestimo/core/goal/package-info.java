/** What students are to be able to do, with its evidence and the levels set by hand (rules, section 14). */
@NullMarked
package aestimo.core.goal;

import org.jspecify.annotations.NullMarked;
