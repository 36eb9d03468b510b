/** How far students are with their goals over a span (rules, section 14). */
@NullMarked
package aestimo.core.judging;

import org.jspecify.annotations.NullMarked;
