/**
 * Letters by mail: who gets what, each message once, and what became of it. Entered through
 * {@link aestimo.app.mail.MailService}; the sending is a job.
 */
@NullMarked
package aestimo.app.mail;

import org.jspecify.annotations.NullMarked;
