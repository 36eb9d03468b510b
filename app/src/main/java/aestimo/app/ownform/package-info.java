/**
 * Letters in a school's own form: a document with figures in double braces, filled for each student. Entered through
 * {@link aestimo.app.ownform.OwnFormService}.
 */
@NullMarked
package aestimo.app.ownform;

import org.jspecify.annotations.NullMarked;
