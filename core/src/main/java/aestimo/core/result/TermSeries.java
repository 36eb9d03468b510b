package aestimo.core.result;

import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.counting.CountedRow;
import aestimo.core.counting.Counting;
import aestimo.core.value.Percent;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;

/**
 * Every student's result in each term of the year, exact, and how it moved from term to term (rules, sections 4 and 7).
 * Students and terms go by their place in the book. Immutable.
 */
public final class TermSeries {
    private final Book book;
    private final PooledCalculation[] calculations;
    /** By student, then by term; null for no result. */
    private final Percent[][] results;

    private TermSeries(Counting counting) {
        this.book = counting.book();
        this.calculations = calculations(counting);
        this.results = new Percent[book.students().size()][calculations.length];
        for (int student = 0; student < results.length; student++) {
            CountedRow row = counting.row(student);
            Arrays.setAll(results[student], term -> calculations[term].result(row));
        }
    }

    public static TermSeries of(Counting counting) {
        return new TermSeries(counting);
    }

    /** One for each term of the book. */
    static PooledCalculation[] calculations(Counting counting) {
        Book book = counting.book();
        return book.terms().stream()
                .map(term -> new PooledCalculation(counting, new Span.Terms(Set.of(term.id())).places(book)))
                .toArray(PooledCalculation[]::new);
    }

    /** A student's exact result in a term; empty for none. */
    public Optional<Percent> result(int student, int term) {
        return Optional.ofNullable(results[student][term]);
    }

    /** Empty where the term, or every earlier one, has no result. */
    public Optional<Movement> movement(int student, int term) {
        if (results[student][term] == null) {
            return Optional.empty();
        }
        for (int earlier = term - 1; earlier >= 0; earlier--) {
            if (results[student][earlier] != null) {
                return Optional.of(Movement.of(
                        results[student][term].minus(results[student][earlier]),
                        book.rules().movementAt()));
            }
        }
        return Optional.empty();
    }

    /** The place of the term whose movement is told over a span: the span's one term, else the last with a result; −1 for none. */
    public int movedIn(Span span) {
        if (span instanceof Span.Terms own && own.terms().size() == 1) {
            return book.terms().stream()
                    .map(Term::id)
                    .toList()
                    .indexOf(own.terms().iterator().next());
        }
        return lastWithResult();
    }

    /** The place of the last term in which anybody has a result; −1 for none. */
    public int lastWithResult() {
        for (int term = calculations.length - 1; term >= 0; term--) {
            int at = term;
            if (Arrays.stream(results).anyMatch(own -> own[at] != null)) {
                return term;
            }
        }
        return -1;
    }
}
