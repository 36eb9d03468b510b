/** Students and their enrolment in classes. Entry class: {@link aestimo.app.roll.RollService}. */
@NullMarked
package aestimo.app.roll;

import org.jspecify.annotations.NullMarked;
