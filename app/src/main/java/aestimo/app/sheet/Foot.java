package aestimo.app.sheet;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.boundary.Band;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Result;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/** The lines at the foot of the sheet. */
final class Foot {
    private Foot() {}

    /**
     * One line.
     *
     * @param key tells it from the others, such as {@code mean} or {@code set North}
     * @param result of the class or set, as shown; empty where the line has none
     */
    record Line(String key, String words, String result, String grade, List<Cell> cells) {}

    /**
     * One column's figure.
     *
     * @param markup the figure, or the spread drawn; empty where nothing counts
     */
    record Cell(long assessment, String markup) {
        static Cell shown(long assessment, String figure) {
            return new Cell(assessment, HtmlUtils.htmlEscape(figure));
        }

        static Cell drawn(long assessment, @Nullable Spread spread) {
            return new Cell(assessment, spread == null ? "" : SheetMarkup.spread(spread));
        }
    }

    /**
     * A column's spread, in units of the drawing {@value #WIDTH} wide: lowest, quartiles, median, highest on the scale
     * from 0 to 100 %.
     */
    record Spread(double low, double lower, double median, double upper, double high, String words) {
        static final int WIDTH = 68;
        static final int HEIGHT = 14;
        private static final int EDGE = 2;

        static @Nullable Spread of(AssessmentFigures figures, Sight sight) {
            if (figures.counted() == 0) {
                return null;
            }
            List<Percent> five = new ArrayList<>();
            for (int k = 0; k <= 4; k++) {
                five.add(figures.quartile(k).orElseThrow());
            }
            List<String> shown = five.stream()
                    .map(percent ->
                            percent.shown(sight.standing().book().rules().places()))
                    .toList();
            return new Spread(
                    x(five.get(0)),
                    x(five.get(1)),
                    x(five.get(2)),
                    x(five.get(3)),
                    x(five.get(4)),
                    "lowest %s, quartiles %s and %s, median %s, highest %s %%"
                            .formatted(shown.get(0), shown.get(1), shown.get(3), shown.get(2), shown.get(4)));
        }

        private static double x(Percent percent) {
            double share = Math.max(0, Math.min(1, percent.exact().toDecimal(4).doubleValue() / 100));
            return Math.round((EDGE + share * (WIDTH - 2 * EDGE)) * 10) / 10.0;
        }
    }

    /** The lines the look asks for, over some columns; none in a class without students. */
    static List<Line> of(Sight sight, List<AssessmentFigures> columns) {
        GroupMean mean = sight.standing().mean();
        Map<SheetOptions.Foot, List<Line>> all = new EnumMap<>(SheetOptions.Foot.class);
        for (SheetOptions.Foot wanted : sight.look().foot()) {
            all.put(
                    wanted,
                    switch (wanted) {
                        case MEAN ->
                            List.of(line(sight, columns, "mean", "Class mean", mean.mean(), AssessmentFigures::mean));
                        case MEDIAN ->
                            List.of(line(
                                    sight, columns, "median", "Median", Optional.empty(), AssessmentFigures::median));
                        case COUNTED -> List.of(counted(sight, columns));
                        case SETS -> sets(sight, columns, mean);
                        case SPREAD ->
                            List.of(new Line(
                                    "spread",
                                    "Spread",
                                    "",
                                    "",
                                    cells(columns, (figures, id) -> Cell.drawn(id, Spread.of(figures, sight)))));
                    });
        }
        return all.values().stream().flatMap(List::stream).toList();
    }

    private static Line line(
            Sight sight,
            List<AssessmentFigures> columns,
            String key,
            String words,
            Optional<Result> result,
            java.util.function.Function<AssessmentFigures, Optional<Percent>> figure) {
        return new Line(
                key,
                words,
                result.map(Result::shown).orElse(""),
                result.flatMap(Result::grade).map(Band::label).orElse(""),
                cells(
                        columns,
                        (figures, id) -> Cell.shown(
                                id,
                                figure.apply(figures)
                                        .map(percent -> sight.level(figures, percent))
                                        .orElse(""))));
    }

    private static Line counted(Sight sight, List<AssessmentFigures> columns) {
        List<StudentStanding> present = sight.standing().students().stream()
                .filter(StudentStanding::present)
                .toList();
        return new Line("counted", "Counted", "", "", cells(columns, (figures, id) -> {
            Assessment assessment = figures.assessment();
            long meant = present.stream()
                    .filter(own -> own.student().isMeant(assessment))
                    .count();
            return Cell.shown(
                    id,
                    assessment.kind().isMarked()
                            ? figures.counted() + " of " + Math.max(meant, figures.counted())
                            : "");
        }));
    }

    private static List<Line> sets(Sight sight, List<AssessmentFigures> columns, GroupMean mean) {
        return mean.sets().entrySet().stream()
                .map(set -> line(
                        sight,
                        columns,
                        "set " + set.getKey(),
                        set.getKey(),
                        set.getValue().mean(),
                        figures -> Objects.requireNonNull(figures.sets().get(set.getKey()))
                                .mean()))
                .toList();
    }

    private static List<Cell> cells(List<AssessmentFigures> columns, BiFunction<AssessmentFigures, Long, Cell> cell) {
        return columns.stream()
                .map(figures -> cell.apply(figures, ClassBook.id(figures.assessment())))
                .toList();
    }
}
