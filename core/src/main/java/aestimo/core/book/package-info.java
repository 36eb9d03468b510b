/** What a class is computed from: the {@link aestimo.core.book.Book} with its terms, categories, assessments, students and entries. */
@NullMarked
package aestimo.core.book;

import org.jspecify.annotations.NullMarked;
