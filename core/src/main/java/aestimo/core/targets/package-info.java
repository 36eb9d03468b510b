/** Attainment against targets over the terms, and against starting scores (rules, sections 10 and 11). */
@NullMarked
package aestimo.core.targets;

import org.jspecify.annotations.NullMarked;
