/** What the register makes of a class: attendance student by student, and what of the marks does not go with it. */
@NullMarked
package aestimo.app.attendance;

import org.jspecify.annotations.NullMarked;
