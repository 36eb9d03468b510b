package aestimo.core.book;

import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.Optional;

/**
 * One column: a piece of work, a test, a check.
 *
 * @param date the day it is sat or given; decides its term and for whom it is meant
 * @param due the day it must be in, not before {@code date}
 * @param statedTerm the term it belongs to whatever its date; empty: by date
 * @param outOf the full mark; for pieces on grades always 100
 * @param bands the bands of its own, for a piece on grades; empty: the class's
 * @param weight its say within the category, above 0; 1 unless stated
 * @param allowOver whether a mark above the out-of is a proper mark
 */
public record Assessment(
        AssessmentId id,
        String title,
        CategoryId category,
        AssessmentKind kind,
        LocalDate date,
        LocalDate due,
        Optional<TermId> statedTerm,
        OutOf outOf,
        Optional<Boundaries> bands,
        Weight weight,
        boolean allowOver) {
    /** @throws IllegalArgumentException when it is due before its date, or its weight is 0 */
    public Assessment {
        if (due.isBefore(date)) {
            throw new IllegalArgumentException(title + " is due on " + due + ", before its date " + date);
        }
        if (weight.value().signum() == 0) {
            throw new IllegalArgumentException("the weight of " + title + " must be above 0");
        }
    }

    /** A piece on marks, due on its date, of weight 1. */
    public static Assessment onMarks(AssessmentId id, String title, CategoryId category, LocalDate date, OutOf outOf) {
        return new Assessment(
                id,
                title,
                category,
                AssessmentKind.MARKS,
                date,
                date,
                Optional.empty(),
                outOf,
                Optional.empty(),
                Weight.of(1),
                false);
    }

    /**
     * Rules, section 1: a mark outside its range, words that were not understood, or a label the bands do not have.
     *
     * @param classBands the class's boundaries, for a piece on grades with no bands of its own
     */
    public boolean isInDoubt(Entry entry, Boundaries classBands) {
        return switch (entry.kind()) {
            case DOUBT -> true;
            case MARK -> entry.mark().filter(this::isOutOfRange).isPresent();
            case GRADE -> bands.orElse(classBands).labelled(entry.words()).isEmpty();
            default -> false;
        };
    }

    private boolean isOutOfRange(Mark mark) {
        return mark.value().signum() < 0 || !allowOver && mark.value().compareTo(outOf.value()) > 0;
    }
}
