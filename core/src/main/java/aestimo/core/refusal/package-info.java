/** Why something cannot be part of a book, and all reasons found. */
@NullMarked
package aestimo.core.refusal;

import org.jspecify.annotations.NullMarked;
