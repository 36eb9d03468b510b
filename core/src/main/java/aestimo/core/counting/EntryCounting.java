package aestimo.core.counting;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.rules.Rules;
import aestimo.core.value.Percent;
import java.util.Optional;

/** What one entry counts as, for an assessment or for one part of it (rules, section 1). */
final class EntryCounting {
    private final Rules rules;
    private final Assessment assessment;
    private final Boundaries bands;
    private final Outcome notHandedIn;

    EntryCounting(Book book, Assessment assessment) {
        this.rules = book.rules();
        this.assessment = assessment;
        this.bands = book.boundariesOf(assessment);
        this.notHandedIn = rules.notHandedIn().map(Outcome::of).orElse(Outcome.nothing(Reason.IGNORED));
    }

    /** @param part the entry's place among the parts; 0 for a piece without parts */
    Outcome of(Entry entry, int part) {
        if (!assessment.kind().isMarked()) {
            return Outcome.nothing(Reason.TALLIED);
        }
        return switch (entry.kind()) {
            case MARK -> ofMark(entry, part);
            case GRADE -> ofGrade(entry);
            case NOT_HANDED_IN -> notHandedIn;
            case BLANK -> Outcome.nothing(Reason.BLANK);
            case ABSENT -> Outcome.nothing(Reason.ABSENT);
            case EXCUSED -> Outcome.nothing(Reason.EXCUSED);
            case DOUBT -> Outcome.nothing(Reason.IN_DOUBT);
            case TICK, CROSS -> Outcome.nothing(Reason.TALLIED);
        };
    }

    private Outcome ofMark(Entry entry, int part) {
        if (assessment.isInDoubt(entry, part, bands)) {
            return Outcome.nothing(Reason.IN_DOUBT);
        }
        return lessLate(entry, assessment.outOf(part).percentOf(entry.mark().orElseThrow()));
    }

    private Outcome ofGrade(Entry entry) {
        Optional<Percent> worth = bands.labelled(entry.words()).map(bands::worthOf);
        return worth.map(percent -> lessLate(entry, percent)).orElse(Outcome.nothing(Reason.IN_DOUBT));
    }

    /** The late deduction comes off in percentage points, never below 0. */
    private Outcome lessLate(Entry entry, Percent percent) {
        if (!entry.isLate()) {
            return Outcome.of(percent);
        }
        Percent less = percent.minus(rules.lateDeduction());
        return Outcome.of(less.isNegative() ? Percent.ZERO : less);
    }
}
