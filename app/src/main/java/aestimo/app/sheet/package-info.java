/**
 * The marks sheet of a class: the page, how it is looked at, its margin, the marking run, and what the server answers to
 * typed entries. Entries and assessments themselves are kept by {@code marks}.
 */
@NullMarked
package aestimo.app.sheet;

import org.jspecify.annotations.NullMarked;
