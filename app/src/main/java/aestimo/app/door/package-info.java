/**
 * Signing in: name and password, the second step, sessions, who guesses made to wait, the first account. Entry class:
 * {@link aestimo.app.door.SignIns}.
 */
@NullMarked
package aestimo.app.door;

import org.jspecify.annotations.NullMarked;
