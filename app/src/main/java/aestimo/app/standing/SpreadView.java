package aestimo.app.standing;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.figures.Value;
import aestimo.app.frame.Days;
import aestimo.app.picture.Axis;
import aestimo.app.picture.OverTime;
import aestimo.app.picture.Strip;
import aestimo.core.book.Assessment;
import aestimo.core.boundary.Band;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * The spread of every piece of a span on one scale, the class mean over time, and how many have each grade term by term.
 *
 * @param scale what the strips lie on, in words
 * @param sets the names of the sets; empty where there are not two
 */
record SpreadView(
        String scale,
        List<String> sets,
        List<Line> lines,
        OverTime overTime,
        List<String> terms,
        List<GradeLine> grades) {
    static final int STRIP = 220;
    static final int OVER_TIME = 880;

    /** One piece; percents as shown, {@code strip} empty where nothing counts. */
    record Line(
            String id,
            String title,
            String date,
            CategoryStyle look,
            Optional<Strip> strip,
            Value counted,
            Value lowest,
            Value lower,
            Value median,
            Value upper,
            Value highest,
            Value mean,
            String grade,
            List<SetMean> sets) {}

    /** The mean of a set, and its grade; empty text for none. */
    record SetMean(Value mean, String grade) {}

    /** A band with how many have it in each term that has results, the terms in their order. */
    record GradeLine(String label, List<Integer> counts, List<Integer> bars) {}

    static SpreadView of(ClassBook classBook, Standing standing) {
        Places places = standing.book().rules().places();
        Axis axis = Axis.ofPieces(standing, 6, STRIP - 12);
        List<Line> lines = new ArrayList<>();
        for (AssessmentFigures figures : standing.assessments()) {
            if (figures.assessment().kind().isMarked()) {
                lines.add(line(classBook, standing, figures, axis, places));
            }
        }
        List<Standing> terms = standing.book().terms().stream()
                .map(term -> Standing.of(standing.counting(), new Span.Terms(Set.of(term.id()))))
                .filter(term -> term.mean().counted() > 0)
                .toList();
        return new SpreadView(
                "0 to " + Math.round(axis.high()) + " %",
                sets(standing),
                lines,
                OverTime.ofClass(standing, OVER_TIME),
                terms.stream().map(term -> name(standing, term)).toList(),
                standing.book().boundaries().bands().stream()
                        .map(band -> gradeLine(band, terms))
                        .toList());
    }

    private static List<String> sets(Standing standing) {
        List<String> sets = standing.book().sets();
        return sets.size() < 2 ? List.of() : sets;
    }

    private static String name(Standing standing, Standing term) {
        return standing.book().terms().stream()
                .filter(own -> term.span().equals(new Span.Terms(Set.of(own.id()))))
                .findFirst()
                .orElseThrow()
                .name();
    }

    private static GradeLine gradeLine(Band band, List<Standing> terms) {
        List<Integer> counts =
                terms.stream().map(term -> term.countsByBand().get(band)).toList();
        List<Integer> bars = new ArrayList<>();
        for (int i = 0; i < counts.size(); i++) {
            bars.add(counts.get(i) * 100 / Math.max(1, terms.get(i).mean().counted()));
        }
        return new GradeLine(band.label(), counts, bars);
    }

    private static Line line(
            ClassBook classBook, Standing standing, AssessmentFigures figures, Axis axis, Places places) {
        Assessment piece = figures.assessment();
        return new Line(
                piece.id().text(),
                piece.title(),
                Days.brief(piece.date()),
                classBook.look(piece),
                figures.counted() == 0
                        ? Optional.empty()
                        : Optional.of(Strip.on(axis, Strip.Laying.SMALL, standing.book(), figures, null)),
                Value.count(figures.counted()),
                Value.percent(figures.lowest(), places),
                Value.percent(figures.quartile(1), places),
                Value.percent(figures.median(), places),
                Value.percent(figures.quartile(3), places),
                Value.percent(figures.highest(), places),
                Value.percent(figures.mean(), places),
                grade(standing, figures.mean()),
                sets(standing).stream()
                        .map(set ->
                                Objects.requireNonNull(figures.sets().get(set)).mean())
                        .map(mean -> new SetMean(Value.percent(mean, places), grade(standing, mean)))
                        .toList());
    }

    private static String grade(Standing standing, Optional<Percent> percent) {
        return percent.flatMap(standing::gradeOf).map(Band::label).orElse("");
    }
}
