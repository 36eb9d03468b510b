package aestimo.app.picture;

import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * The line of a student's marks so far: each piece of the span that counts, in the order of dates, from 0 to 100 %.
 * Lengths are in units of the drawing.
 *
 * @param points of the line, as SVG takes them
 * @param x of the latest
 * @param above whether the latest is at least the student's result
 * @param words the same for those who do not see it
 */
public record SoFar(String points, double x, double y, boolean above, String words) {
    public static final int WIDTH = 54;
    public static final int HEIGHT = 18;
    private static final int EDGE = 4;

    /** Null where nothing counts yet. */
    public static @Nullable SoFar of(Standing standing, StudentStanding own) {
        List<Percent> percents = standing.assessments().stream()
                .map((AssessmentFigures figures) -> figures.percentOf(own.student()))
                .flatMap(Optional::stream)
                .toList();
        if (percents.isEmpty()) {
            return null;
        }
        Percent latest = percents.get(percents.size() - 1);
        int last = percents.size() - 1;
        return new SoFar(
                IntStream.range(0, percents.size())
                        .mapToObj(i -> x(i, last) + "," + y(percents.get(i)))
                        .collect(Collectors.joining(" ")),
                x(last, last),
                y(latest),
                own.result().filter(result -> latest.isAtLeast(result.exact())).isPresent(),
                "latest " + latest.shown(standing.book().rules().places()) + " %");
    }

    private static double x(int i, int last) {
        double share = last == 0 ? 1 : (double) i / last;
        return Math.round((EDGE + share * (WIDTH - 2 * EDGE)) * 10) / 10.0;
    }

    private static double y(Percent percent) {
        double share = Math.max(0, Math.min(1, percent.exact().toDecimal(4).doubleValue() / 100));
        return Math.round((HEIGHT - EDGE - share * (HEIGHT - 2 * EDGE)) * 10) / 10.0;
    }
}
