/** How the results of a class are made: what a teacher chooses among the rules (sections 3 to 8). */
@NullMarked
package aestimo.core.rules;

import org.jspecify.annotations.NullMarked;
