/** Whom to write to or call about a student. Entered through {@link aestimo.app.contacts.ContactService}. */
package aestimo.app.contacts;
