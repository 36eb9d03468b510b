package aestimo.core.book;

import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.Optional;

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
        return new Rules(
                other,
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

    public Rules withPlaces(Places other) {
        return new Rules(
                method,
                other,
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

    public Rules withGradeOn(GradeOn other) {
        return new Rules(
                method,
                places,
                other,
                borderline,
                movementAt,
                pass,
                notHandedIn,
                lateDeduction,
                year,
                termResults,
                ranking);
    }

    public Rules withBorderline(Percent other) {
        return new Rules(
                method,
                places,
                gradeOn,
                other,
                movementAt,
                pass,
                notHandedIn,
                lateDeduction,
                year,
                termResults,
                ranking);
    }

    public Rules withMovementAt(Percent other) {
        return new Rules(
                method,
                places,
                gradeOn,
                borderline,
                other,
                pass,
                notHandedIn,
                lateDeduction,
                year,
                termResults,
                ranking);
    }

    public Rules withPass(Optional<String> other) {
        return new Rules(
                method,
                places,
                gradeOn,
                borderline,
                movementAt,
                other,
                notHandedIn,
                lateDeduction,
                year,
                termResults,
                ranking);
    }

    public Rules withNotHandedIn(Optional<Percent> other) {
        return new Rules(
                method,
                places,
                gradeOn,
                borderline,
                movementAt,
                pass,
                other,
                lateDeduction,
                year,
                termResults,
                ranking);
    }

    public Rules withLateDeduction(Percent other) {
        return new Rules(
                method, places, gradeOn, borderline, movementAt, pass, notHandedIn, other, year, termResults, ranking);
    }

    public Rules withYear(YearResult other, TermResults terms) {
        return new Rules(
                method,
                places,
                gradeOn,
                borderline,
                movementAt,
                pass,
                notHandedIn,
                lateDeduction,
                other,
                terms,
                ranking);
    }

    public Rules withRanking(Ranking other) {
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
                other);
    }
}
