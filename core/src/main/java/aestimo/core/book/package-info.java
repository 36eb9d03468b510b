/** What a class is computed from: the {@link aestimo.core.book.Book} with its terms, categories, assessments, students and entries. */
package aestimo.core.book;
