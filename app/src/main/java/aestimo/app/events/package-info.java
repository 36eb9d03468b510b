/**
 * What concerns the safety of accounts and of what is in them: sign-ins, passwords, exports, sendings, erasures. Entry
 * class: {@link aestimo.app.events.SecurityEvents}.
 */
@NullMarked
package aestimo.app.events;

import org.jspecify.annotations.NullMarked;
