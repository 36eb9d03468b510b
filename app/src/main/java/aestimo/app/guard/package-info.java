/**
 * What stands between the application and everybody who reaches it: by which address it is known, whose word about an
 * address is believed, how much one address may hold, and turns for work that takes much. Entry classes:
 * {@link aestimo.app.guard.PublicAddress} and {@link aestimo.app.guard.FairTurns}.
 */
@NullMarked
package aestimo.app.guard;

import org.jspecify.annotations.NullMarked;
