/**
 * The calculation rules of Aestimo: what {@code docs/calculation.md} says, in code, exactly.
 *
 * <p>Pure: no framework, no input or output, no clock, and no binary floating point in any decision. Null is never
 * passed or returned unless a method says so; absence is an {@link java.util.Optional} or an empty collection.
 */
@NullMarked
package aestimo.core;

import org.jspecify.annotations.NullMarked;
