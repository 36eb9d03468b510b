package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.TermId;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * The stretch of the year looked at: the year, chosen terms, two dates, or pieces picked one by one (rules, section 4).
 */
public sealed interface Span {
    /** Whether a piece of the book lies in the span. */
    boolean holds(Book book, Assessment assessment);

    /** Whether a lesson on a day lies in the span (rules, section 13); never where pieces are picked. */
    boolean holds(Book book, LocalDate day);

    /**
     * The day on which it is decided who is present (rules, section 6): the span's last day, or today if that is
     * earlier.
     */
    LocalDate presenceDay(Book book);

    /** The places of the pieces that lie in the span, in the book's order. */
    default int[] places(Book book) {
        return IntStream.range(0, book.assessments().size())
                .filter(place -> holds(book, book.assessments().get(place)))
                .toArray();
    }

    /** The whole year. */
    record Year() implements Span {
        @Override
        public boolean holds(Book book, Assessment assessment) {
            return true;
        }

        @Override
        public boolean holds(Book book, LocalDate day) {
            return true;
        }

        @Override
        public LocalDate presenceDay(Book book) {
            return lastDayOf(book, book.terms());
        }
    }

    /** One or more terms, pooled. */
    record Terms(Set<TermId> terms) implements Span {
        public Terms {
            terms = Set.copyOf(terms);
        }

        @Override
        public boolean holds(Book book, Assessment assessment) {
            return terms.contains(book.termOf(assessment));
        }

        @Override
        public boolean holds(Book book, LocalDate day) {
            return book.termOn(day).filter(term -> terms.contains(term.id())).isPresent();
        }

        @Override
        public LocalDate presenceDay(Book book) {
            return lastDayOf(
                    book,
                    book.terms().stream()
                            .filter(term -> terms.contains(term.id()))
                            .toList());
        }
    }

    /** Two dates, both included. */
    record Dates(LocalDate first, LocalDate last) implements Span {
        /** @throws IllegalArgumentException when the last day is before the first */
        public Dates {
            if (last.isBefore(first)) {
                throw new IllegalArgumentException("the span ends on " + last + ", before it starts on " + first);
            }
        }

        @Override
        public boolean holds(Book book, Assessment assessment) {
            return holds(book, assessment.date());
        }

        @Override
        public boolean holds(Book book, LocalDate day) {
            return !day.isBefore(first) && !day.isAfter(last);
        }

        @Override
        public LocalDate presenceDay(Book book) {
            return earlier(last, book.today());
        }
    }

    /** Pieces picked one by one; who is present is judged today. */
    record Pieces(Set<AssessmentId> assessments) implements Span {
        public Pieces {
            assessments = Set.copyOf(assessments);
        }

        @Override
        public boolean holds(Book book, Assessment assessment) {
            return assessments.contains(assessment.id());
        }

        @Override
        public boolean holds(Book book, LocalDate day) {
            return false;
        }

        @Override
        public LocalDate presenceDay(Book book) {
            return book.today();
        }
    }

    private static LocalDate lastDayOf(Book book, List<Term> terms) {
        return terms.stream()
                .map(Term::lastDay)
                .max(LocalDate::compareTo)
                .map(last -> earlier(last, book.today()))
                .orElse(book.today());
    }

    private static LocalDate earlier(LocalDate one, LocalDate other) {
        return one.isBefore(other) ? one : other;
    }
}
