package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.value.Percent;
import java.util.Optional;

/** What one entry counts as (rules, section 1). */
final class Counting {
    private final Book book;

    Counting(Book book) {
        this.book = book;
    }

    /** The percent an entry counts as; empty where it counts nothing. */
    Optional<Percent> percentOf(Entry entry, Assessment assessment) {
        if (!assessment.kind().isMarked() || assessment.isInDoubt(entry, book.boundaries())) {
            return Optional.empty();
        }
        return switch (entry.kind()) {
            case MARK -> entry.mark().map(mark -> lessLate(entry, Percent.of(mark, assessment.outOf())));
            case GRADE -> worthOf(entry, assessment).map(worth -> lessLate(entry, worth));
            case NOT_HANDED_IN -> book.rules().notHandedIn();
            case BLANK, ABSENT, EXCUSED, TICK, CROSS, DOUBT -> Optional.empty();
        };
    }

    private Optional<Percent> worthOf(Entry entry, Assessment assessment) {
        Boundaries bands = book.boundariesOf(assessment);
        return bands.labelled(entry.words()).map(bands::worthOf);
    }

    /** The late deduction comes off in percentage points, never below 0. */
    private Percent lessLate(Entry entry, Percent percent) {
        if (!entry.isLate()) {
            return percent;
        }
        Percent less = percent.minus(book.rules().lateDeduction());
        return less.compareTo(Percent.ZERO) < 0 ? Percent.ZERO : less;
    }
}
