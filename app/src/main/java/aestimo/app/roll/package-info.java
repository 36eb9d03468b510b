/** Students and their enrolment in classes. Entry class: {@link aestimo.app.roll.RollService}. */
package aestimo.app.roll;
