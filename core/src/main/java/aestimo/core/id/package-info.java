/** Opaque names by which the pieces of a book know each other. */
@NullMarked
package aestimo.core.id;

import org.jspecify.annotations.NullMarked;
