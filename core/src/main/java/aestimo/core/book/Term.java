package aestimo.core.book;

import java.time.LocalDate;

/**
 * A reporting period of the year, such as Term 2 from 4 January to 26 March.
 *
 * @param firstDay first day, inclusive
 * @param lastDay last day, inclusive
 */
public record Term(TermId id, String name, LocalDate firstDay, LocalDate lastDay) {
    /** @throws IllegalArgumentException when the last day is before the first */
    public Term {
        if (lastDay.isBefore(firstDay)) {
            throw new IllegalArgumentException(name + " ends on " + lastDay + ", before it starts on " + firstDay);
        }
    }

    /** Whether a day lies within the term, both its ends included. */
    public boolean holds(LocalDate day) {
        return !day.isBefore(firstDay) && !day.isAfter(lastDay);
    }
}
