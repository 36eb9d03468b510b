/**
 * The school's own record system over OneRoster 1.2: how it is reached, its roster, and what else it asks for. Entered
 * through {@link aestimo.app.school.SchoolService} and {@link aestimo.app.school.SchoolOffice}.
 */
@NullMarked
package aestimo.app.school;

import org.jspecify.annotations.NullMarked;
