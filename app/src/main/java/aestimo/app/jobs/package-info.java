/**
 * Work that takes longer than a page may: begun by a form, done by whichever process claims it, told by its progress. It can
 * be left, stopped, and goes on after a restart. Entered through {@link aestimo.app.jobs.JobService}; what is to be done
 * is a {@link aestimo.app.jobs.Work}.
 */
@NullMarked
package aestimo.app.jobs;

import org.jspecify.annotations.NullMarked;
