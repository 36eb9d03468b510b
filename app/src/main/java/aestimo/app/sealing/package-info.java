/**
 * A return fixed as it is sent: the document with its hash, never altered after. Entered through {@link
 * aestimo.app.sealing.SealService}.
 */
@NullMarked
package aestimo.app.sealing;

import org.jspecify.annotations.NullMarked;
