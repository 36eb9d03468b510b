/** Students and those who stand by them: contacts in and out, birthdays, photos, and all that is kept of one student. */
@NullMarked
package aestimo.app.people;

import org.jspecify.annotations.NullMarked;
