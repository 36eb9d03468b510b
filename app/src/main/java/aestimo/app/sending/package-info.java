/**
 * A sealed return on its way to the school office: every record sent once, its answer kept, corrections sent after.
 * Entered through {@link aestimo.app.sending.SendingService}.
 */
@NullMarked
package aestimo.app.sending;

import org.jspecify.annotations.NullMarked;
