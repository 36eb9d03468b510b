package aestimo.app.sheet;

import aestimo.app.book.ClassBook;
import aestimo.app.picture.Strip;
import aestimo.core.book.Assessment;
import aestimo.core.boundary.Band;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How one assessment turns out so far, beside its marking run.
 *
 * @param strip from the second entry that counts
 * @param figures each with its words, such as “median”
 */
record RunBeside(long assessment, String counted, Optional<Strip> strip, List<Figure> figures) {
    /** @param mark the same as a mark; empty where marks are not typed */
    record Figure(String words, String percent, String mark, String grade) {}

    static RunBeside of(ClassBook classBook, Standing standing, Assessment piece) {
        Optional<AssessmentFigures> all = standing.assessment(piece.id());
        int counted = all.map(AssessmentFigures::counted).orElse(0);
        List<Figure> figures = new ArrayList<>();
        all.filter(own -> own.counted() > 0).ifPresent(own -> {
            Sight sight = Sight.plain(classBook, standing);
            add(figures, sight, own, "mean", own.mean());
            add(figures, sight, own, "median", own.median());
            add(figures, sight, own, "lower quartile", own.quartile(1));
            add(figures, sight, own, "upper quartile", own.quartile(3));
            add(figures, sight, own, "lowest", own.lowest());
            add(figures, sight, own, "highest", own.highest());
            own.sets().forEach((set, mean) -> add(figures, sight, own, "mean of " + set, mean.mean()));
        });
        return new RunBeside(
                ClassBook.id(piece),
                counted == 1 ? "1 entry counts" : counted + " entries count",
                all.filter(own -> own.counted() > 1).map(own -> Strip.of(classBook.book(), own, null)),
                figures);
    }

    private static void add(
            List<Figure> figures, Sight sight, AssessmentFigures own, String words, Optional<Percent> figure) {
        Places places = sight.standing().book().rules().places();
        figure.ifPresent(percent -> figures.add(new Figure(
                words,
                percent.shown(places),
                sight.level(own, percent),
                sight.standing().gradeOf(percent).map(Band::label).orElse(""))));
    }
}
