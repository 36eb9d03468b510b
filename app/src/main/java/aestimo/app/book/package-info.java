/**
 * Turns a class's rows into the core's book, in a handful of queries; the only way figures are made. Entry class:
 * {@link aestimo.app.book.BookService}.
 */
@NullMarked
package aestimo.app.book;

import org.jspecify.annotations.NullMarked;
