/**
 * What is no longer to be kept: a student's traces, an account, what is older than the settings say. Entry class:
 * {@link aestimo.app.erase.EraseService}.
 */
@NullMarked
package aestimo.app.erase;

import org.jspecify.annotations.NullMarked;
