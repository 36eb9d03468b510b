/**
 * How figures came about, step by step, in words and figures that can be read aloud (rules, sections 1 to 9). Entry class:
 * {@link aestimo.core.working.Working}.
 */
@NullMarked
package aestimo.core.working;

import org.jspecify.annotations.NullMarked;
