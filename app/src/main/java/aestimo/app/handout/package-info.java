/**
 * Letters leaving as files and on paper: how they are made, kept as they left, and recorded; many at once as a job. Entered
 * through {@link aestimo.app.handout.HandOutService}.
 */
@NullMarked
package aestimo.app.handout;

import org.jspecify.annotations.NullMarked;
