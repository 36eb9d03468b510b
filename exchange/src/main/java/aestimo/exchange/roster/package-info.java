/** Students read from pasted words: {@link aestimo.exchange.roster.PastedRoster}. */
package aestimo.exchange.roster;
