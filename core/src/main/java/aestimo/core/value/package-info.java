/** Exact quantities: {@link aestimo.core.value.Fraction} and the small types of marks, weights and percents made of it. */
package aestimo.core.value;
