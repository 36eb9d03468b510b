/**
 * All figures of a markbook file as one JSON document, and the command that prints it (see {@code docs/markbook-file.md}).
 * Entry classes: {@link aestimo.exchange.results.ResultsDocument}, {@link aestimo.exchange.results.ResultsCommand}.
 */
@NullMarked
package aestimo.exchange.results;

import org.jspecify.annotations.NullMarked;
