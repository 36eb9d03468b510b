/**
 * Where the students of a class sit: plans, seats drawn and given out, and what is asked of any arrangement. Entry class:
 * {@link aestimo.app.seats.SeatService}.
 */
@NullMarked
package aestimo.app.seats;

import org.jspecify.annotations.NullMarked;
