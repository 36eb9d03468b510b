/** What students are to be able to do: setting goals up, their evidence, levels by hand, and how far everybody is. */
@NullMarked
package aestimo.app.goals;

import org.jspecify.annotations.NullMarked;
