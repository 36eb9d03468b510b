package aestimo.core.book;

import aestimo.core.id.TermId;
import aestimo.core.refusal.RefusedException;
import aestimo.core.value.Weight;
import java.time.LocalDate;

/**
 * A reporting period of the year, such as Term 2 from 4 January to 26 March.
 *
 * @param firstDay first day, inclusive
 * @param lastDay last day, inclusive
 * @param weight its say in a year of weighed terms; 0: none
 */
public record Term(TermId id, String name, LocalDate firstDay, LocalDate lastDay, Weight weight) {
    /** @throws RefusedException when the last day is before the first */
    public Term {
        if (lastDay.isBefore(firstDay)) {
            throw RefusedException.of("ends", name + " ends on " + lastDay + ", before it starts on " + firstDay);
        }
    }

    /** A term without a weight. */
    public static Term of(TermId id, String name, LocalDate firstDay, LocalDate lastDay) {
        return new Term(id, name, firstDay, lastDay, Weight.ZERO);
    }

    /** Whether a day lies within the term, both its ends included. */
    public boolean holds(LocalDate day) {
        return !day.isBefore(firstDay) && !day.isAfter(lastDay);
    }
}
