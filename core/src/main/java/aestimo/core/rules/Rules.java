package aestimo.core.rules;

import aestimo.core.refusal.RefusedException;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * The choices a class makes within the rules. Immutable.
 *
 * <p>Defaults: by category, one decimal, graded on the rounded value, borderline 2, movement from 2, no pass band, not
 * handed in counts 0 %, no late deduction, a pooled year, exact terms, standard ranking.
 *
 * @param borderline how many percentage points below a boundary are just below it; 0 or more
 * @param movementAt from how many percentage points on a result has moved; above 0
 * @param pass label of the lowest band that satisfies; empty: none named
 * @param notHandedIn the percent, 0 to 100, that work not handed in counts as; empty: it counts nothing
 * @param lateDeduction percentage points taken off a late mark; 0 or more
 */
public record Rules(
        Method method,
        Places places,
        GradeOn gradeOn,
        Percent borderline,
        Percent movementAt,
        Optional<String> pass,
        Optional<Percent> notHandedIn,
        Percent lateDeduction,
        YearResult year,
        TermResults termResults,
        Ranking ranking) {
    private static final Rules DEFAULTS = new Rules(
            Method.BY_CATEGORY,
            Places.ONE,
            GradeOn.ROUNDED,
            Percent.of(2),
            Percent.of(2),
            Optional.empty(),
            Optional.of(Percent.ZERO),
            Percent.ZERO,
            YearResult.POOLED,
            TermResults.EXACT,
            Ranking.STANDARD);

    /** @throws RefusedException naming the key when one of the ranges above is left */
    public Rules {
        if (borderline.isNegative()) {
            throw RefusedException.of("borderline", borderline + " must be 0 or more");
        }
        if (movementAt.compareTo(Percent.ZERO) <= 0) {
            throw RefusedException.of("movementAt", movementAt + " must be above 0");
        }
        if (notHandedIn.filter(percent -> !percent.isWithinHundred()).isPresent()) {
            throw RefusedException.of("notHandedIn", notHandedIn.get() + " must be from 0 to 100");
        }
        if (lateDeduction.isNegative()) {
            throw RefusedException.of("lateDeduction", lateDeduction + " must be 0 or more");
        }
    }

    public static Rules withDefaults() {
        return DEFAULTS;
    }

    public Rules withMethod(Method other) {
        return with(draft -> draft.method = other);
    }

    public Rules withPlaces(Places other) {
        return with(draft -> draft.places = other);
    }

    public Rules withGradeOn(GradeOn other) {
        return with(draft -> draft.gradeOn = other);
    }

    public Rules withBorderline(Percent other) {
        return with(draft -> draft.borderline = other);
    }

    public Rules withMovementAt(Percent other) {
        return with(draft -> draft.movementAt = other);
    }

    public Rules withPass(Optional<String> other) {
        return with(draft -> draft.pass = other);
    }

    public Rules withNotHandedIn(Optional<Percent> other) {
        return with(draft -> draft.notHandedIn = other);
    }

    public Rules withLateDeduction(Percent other) {
        return with(draft -> draft.lateDeduction = other);
    }

    public Rules withRanking(Ranking other) {
        return with(draft -> draft.ranking = other);
    }

    public Rules withYear(YearResult other, TermResults terms) {
        return with(draft -> {
            draft.year = other;
            draft.termResults = terms;
        });
    }

    private Rules with(Consumer<Draft> change) {
        Draft draft = new Draft(this);
        change.accept(draft);
        return draft.rules();
    }

    /** The same choices, open to one change. */
    private static final class Draft {
        private Method method;
        private Places places;
        private GradeOn gradeOn;
        private Percent borderline;
        private Percent movementAt;
        private Optional<String> pass;
        private Optional<Percent> notHandedIn;
        private Percent lateDeduction;
        private YearResult year;
        private TermResults termResults;
        private Ranking ranking;

        private Draft(Rules from) {
            method = from.method;
            places = from.places;
            gradeOn = from.gradeOn;
            borderline = from.borderline;
            movementAt = from.movementAt;
            pass = from.pass;
            notHandedIn = from.notHandedIn;
            lateDeduction = from.lateDeduction;
            year = from.year;
            termResults = from.termResults;
            ranking = from.ranking;
        }

        private Rules rules() {
            return new Rules(
                    method,
                    places,
                    gradeOn,
                    borderline,
                    movementAt,
                    pass,
                    notHandedIn,
                    lateDeduction,
                    year,
                    termResults,
                    ranking);
        }
    }
}
