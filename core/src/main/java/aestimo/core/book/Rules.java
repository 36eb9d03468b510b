package aestimo.core.book;

import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.Optional;

/**
 * The choices a class makes within the rules. Defaults: one decimal, graded on the rounded value, borderline 2, no pass
 * band, not handed in counts 0 %, no late deduction, standard ranking. Immutable.
 *
 * @param borderline how many percentage points below a boundary are just below it; 0 or more
 * @param pass label of the lowest band that satisfies; empty: none named
 * @param notHandedIn the percent work not handed in counts as; empty: it counts nothing
 * @param lateDeduction percentage points taken off a late mark; 0 or more
 */
public record Rules(
        Places places,
        GradeOn gradeOn,
        Percent borderline,
        Optional<String> pass,
        Optional<Percent> notHandedIn,
        Percent lateDeduction,
        Ranking ranking) {
    private static final Rules DEFAULTS = new Rules(
            Places.ONE,
            GradeOn.ROUNDED,
            Percent.of(2),
            Optional.empty(),
            Optional.of(Percent.ZERO),
            Percent.ZERO,
            Ranking.STANDARD);

    public static Rules withDefaults() {
        return DEFAULTS;
    }

    public Rules withPlaces(Places other) {
        return new Rules(other, gradeOn, borderline, pass, notHandedIn, lateDeduction, ranking);
    }

    public Rules withGradeOn(GradeOn other) {
        return new Rules(places, other, borderline, pass, notHandedIn, lateDeduction, ranking);
    }

    public Rules withBorderline(Percent other) {
        return new Rules(places, gradeOn, other, pass, notHandedIn, lateDeduction, ranking);
    }

    public Rules withPass(Optional<String> other) {
        return new Rules(places, gradeOn, borderline, other, notHandedIn, lateDeduction, ranking);
    }

    public Rules withNotHandedIn(Optional<Percent> other) {
        return new Rules(places, gradeOn, borderline, pass, other, lateDeduction, ranking);
    }

    public Rules withLateDeduction(Percent other) {
        return new Rules(places, gradeOn, borderline, pass, notHandedIn, other, ranking);
    }

    public Rules withRanking(Ranking other) {
        return new Rules(places, gradeOn, borderline, pass, notHandedIn, lateDeduction, other);
    }
}
