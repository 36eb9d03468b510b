/** Students read from pasted words: {@link aestimo.exchange.roster.PastedRoster}. */
@NullMarked
package aestimo.exchange.roster;

import org.jspecify.annotations.NullMarked;
