package aestimo.core.result;

import aestimo.core.book.Book;
import aestimo.core.book.GradeOn;
import aestimo.core.book.Rules;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.value.Percent;
import java.util.Optional;

/** Turns exact percents into results by a class's boundaries and rules (rules, section 5). */
public final class Grading {
    private final Boundaries boundaries;
    private final Rules rules;

    private Grading(Boundaries boundaries, Rules rules) {
        this.boundaries = boundaries;
        this.rules = rules;
    }

    public static Grading of(Book book) {
        return new Grading(book.boundaries(), book.rules());
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
                exact.shown(rules.places()),
                grade,
                toNext,
                toNext.map(gap -> gap.shown(rules.places())),
                justBelow,
                rules.pass().flatMap(boundaries::labelled).map(band -> pass(graded.minus(band.from()))));
    }

    private Result.Pass pass(Percent above) {
        if (above.compareTo(Percent.ZERO) < 0) {
            return Result.Pass.BELOW;
        }
        return above.compareTo(rules.borderline()) < 0 ? Result.Pass.JUST : Result.Pass.CLEAR;
    }
}
