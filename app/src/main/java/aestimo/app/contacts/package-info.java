/** Whom to write to or call about a student. Entered through {@link aestimo.app.contacts.ContactService}. */
@NullMarked
package aestimo.app.contacts;

import org.jspecify.annotations.NullMarked;
