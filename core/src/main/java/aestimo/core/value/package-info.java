/** Exact quantities: {@link aestimo.core.value.Fraction} and the small types of marks, weights and percents made of it. */
@NullMarked
package aestimo.core.value;

import org.jspecify.annotations.NullMarked;
