/** How much of their lessons students attended (rules, section 13). */
@NullMarked
package aestimo.core.attendance;

import org.jspecify.annotations.NullMarked;
