package aestimo.app.sheet;

import aestimo.core.book.Student;
import aestimo.core.boundary.Boundaries;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;

/**
 * The ground of a cell: by its grade, or by how far it lies from the mean of its column, in percentage points. The
 * words are style classes; the steps are told in the sheet's own legend.
 */
final class Shading {
    /** From so many percentage points off the mean a cell is shaded, and from so many strongly. */
    static final int NEAR = 5;

    static final int FAR = 15;
    private static final Percent NEAR_PERCENT = Percent.of(NEAR);
    private static final Percent FAR_PERCENT = Percent.of(FAR);
    private static final int GRADE_STEPS = 4;

    private Shading() {}

    /** Empty where nothing is shaded. */
    static String of(SheetOptions.Shade shade, Standing standing, AssessmentFigures figures, Student student) {
        if (shade == SheetOptions.Shade.NONE) {
            return "";
        }
        return figures.percentOf(student)
                .map(percent -> shade == SheetOptions.Shade.GRADE
                        ? byGrade(standing, percent)
                        : againstMean(percent, figures.mean().orElseThrow()))
                .orElse("");
    }

    private static String againstMean(Percent percent, Percent mean) {
        boolean above = percent.isAtLeast(mean);
        Percent distance = above ? percent.minus(mean) : mean.minus(percent);
        if (!distance.isAtLeast(NEAR_PERCENT)) {
            return "";
        }
        return (above ? "is-above" : "is-below") + (distance.isAtLeast(FAR_PERCENT) ? "-far" : "");
    }

    /** Five steps from the lowest band to the top one, however many bands there are. */
    private static String byGrade(Standing standing, Percent percent) {
        Boundaries boundaries = standing.book().boundaries();
        int top = boundaries.bands().size() - 1;
        return standing.gradeOf(percent)
                .map(band -> "is-step-" + (top == 0 ? GRADE_STEPS : boundaries.stepOf(band) * GRADE_STEPS / top))
                .orElse("");
    }
}
