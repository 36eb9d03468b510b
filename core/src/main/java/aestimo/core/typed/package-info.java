/** How what a teacher types is understood: {@link aestimo.core.typed.EntryText}. */
@NullMarked
package aestimo.core.typed;

import org.jspecify.annotations.NullMarked;
