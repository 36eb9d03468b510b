/**
 * The catalogue of figures: everything that can be said of a student, a set or a class over a part of the year, each
 * in one entry that tells its key, its heading, its type, its value, and how it came about. Lists, tables, files,
 * conditions and workings draw from it. Entry class: {@link aestimo.app.figures.Catalogue}.
 */
@NullMarked
package aestimo.app.figures;

import org.jspecify.annotations.NullMarked;
