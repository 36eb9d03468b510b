package aestimo.app.groundwork;

import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.YearForm;
import java.time.LocalDate;
import java.time.Month;
import java.util.List;
import java.util.Set;

/** A school year to begin with, for a teacher to adjust: three terms from September to July. */
final class ProposedYear {
    private static final int CENTURY = 100;

    private ProposedYear() {}

    /**
     * The year a day lies in, or the one after where that is taken.
     *
     * @param taken names of the years there are
     */
    static YearForm on(LocalDate today, Set<String> taken) {
        int first = today.getMonth().compareTo(Month.JULY) > 0 ? today.getYear() : today.getYear() - 1;
        while (taken.contains(name(first))) {
            first++;
        }
        int second = first + 1;
        return new YearForm(
                name(first),
                0,
                List.of(
                        term(
                                "Term 1",
                                LocalDate.of(first, Month.SEPTEMBER, 1),
                                LocalDate.of(first, Month.DECEMBER, 18)),
                        term("Term 2", LocalDate.of(second, Month.JANUARY, 4), LocalDate.of(second, Month.MARCH, 31)),
                        term("Term 3", LocalDate.of(second, Month.APRIL, 12), LocalDate.of(second, Month.JULY, 31))));
    }

    /** “2026/27”. */
    private static String name(int first) {
        return "%d/%02d".formatted(first, (first + 1) % CENTURY);
    }

    private static TermLine term(String name, LocalDate starts, LocalDate ends) {
        return new TermLine(0, name, starts.toString(), ends.toString());
    }
}
