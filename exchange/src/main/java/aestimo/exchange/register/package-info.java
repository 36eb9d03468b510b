/** Attendance as other programs and teachers' own sheets have it. */
@NullMarked
package aestimo.exchange.register;

import org.jspecify.annotations.NullMarked;
