package aestimo.core.grading;

import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Rules;
import aestimo.core.value.Percent;
import java.util.Optional;

/** Turns exact percents into results by a class's boundaries and rules (rules, section 5). */
public final class Grading {
    private final Boundaries boundaries;
    private final Rules rules;
    private final Optional<Band> passBand;

    private Grading(Boundaries boundaries, Rules rules) {
        this.boundaries = boundaries;
        this.rules = rules;
        this.passBand = rules.pass().flatMap(boundaries::labelled);
    }

    public static Grading of(Book book) {
        return new Grading(book.boundaries(), book.rules());
    }

    /** The value that is held against the boundaries: the rounded percent or the exact one, as the class says. */
    public Percent graded(Percent exact) {
        return rules.gradeOn() == GradeOn.ROUNDED ? exact.rounded(rules.places()) : exact;
    }

    /** What the boundaries say of a percent. */
    public Result judge(Percent exact) {
        Percent rounded = exact.rounded(rules.places());
        Percent graded = rules.gradeOn() == GradeOn.ROUNDED ? rounded : exact;
        Optional<Band> grade = boundaries.bandFor(graded);
        Optional<Percent> toNext =
                grade.flatMap(boundaries::above).map(next -> next.from().minus(graded));
        boolean justBelow = toNext.filter(gap -> gap.compareTo(Percent.ZERO) > 0)
                .filter(gap -> gap.compareTo(rules.borderline()) <= 0)
                .isPresent();
        return new Result(
                exact,
                rounded,
                rules.places(),
                graded,
                grade,
                toNext,
                justBelow,
                passBand.map(band -> pass(graded.minus(band.from()))));
    }

    /** Whether a percent, as it is graded, reaches a band. */
    public boolean reaches(Percent exact, Band band) {
        return graded(exact).isAtLeast(band.from());
    }

    private Result.Pass pass(Percent above) {
        if (above.isNegative()) {
            return Result.Pass.BELOW;
        }
        return above.compareTo(rules.borderline()) < 0 ? Result.Pass.JUST : Result.Pass.CLEAR;
    }
}
