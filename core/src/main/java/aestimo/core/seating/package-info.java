/** Where students sit in a room, and who asked to sit where. Begin at {@link aestimo.core.seating.Arrangement}. */
@NullMarked
package aestimo.core.seating;

import org.jspecify.annotations.NullMarked;
