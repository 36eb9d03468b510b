package aestimo.app.figures;

import aestimo.core.book.Assessment;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import aestimo.core.working.MeanWorking;
import aestimo.core.working.PieceWorking;
import java.util.Optional;

/** The figures of a single assessment, which no table of students lists unasked: its percent, and the rank in it. */
final class AssessmentFigure {
    private static final String PERCENT = "assessment:";
    private static final String RANK = "assessment-rank:";

    private AssessmentFigure() {}

    /** @return empty where the class has no such assessment, or the key is none of these */
    static Optional<Figure> find(ClassFigures at, String key) {
        if (key.startsWith(PERCENT)) {
            return assessment(at, key.substring(PERCENT.length())).map(own -> percent(key, own));
        }
        return key.startsWith(RANK)
                ? assessment(at, key.substring(RANK.length())).map(own -> rank(key, own))
                : Optional.empty();
    }

    private static Optional<Assessment> assessment(ClassFigures at, String id) {
        return at.book().assessments().stream()
                .filter(own -> own.id().text().equals(id))
                .findFirst();
    }

    private static Figure percent(String key, Assessment piece) {
        return Figure.of(
                        key,
                        piece.title(),
                        FigureType.PERCENT,
                        (at, own) ->
                                Catalogue.percent(at, figures(at, piece).flatMap(all -> all.percentOf(own.student()))))
                .group((at, set) -> Catalogue.percent(at, mean(at, piece, set)))
                .workedOutBy((at, own) -> Optional.of(PieceWorking.of(
                        at.standing().counting(),
                        own.place(),
                        at.book().placeOf(piece.id()).orElseThrow())))
                .workedOutForGroupBy((at, set) -> figures(at, piece)
                        .map(all -> MeanWorking.ofAssessment(all, at.book().students())));
    }

    private static Figure rank(String key, Assessment piece) {
        return Figure.of(
                        key,
                        piece.title() + ", rank",
                        FigureType.COUNT,
                        (at, own) -> Value.rank(figures(at, piece).flatMap(all -> all.placeOf(own.student()))))
                .fromTheLowest()
                .columns(piece.title() + ", rank", "Tied")
                .workedOutBy((at, own) ->
                        figures(at, piece).flatMap(all -> MeanWorking.ofPlace(all, own.student(), at.book())));
    }

    private static Optional<Percent> mean(ClassFigures at, Assessment piece, Optional<String> set) {
        return figures(at, piece)
                .flatMap(all -> set.isEmpty()
                        ? all.mean()
                        : Optional.ofNullable(all.sets().get(set.get())).flatMap(AssessmentFigures.SetMean::mean));
    }

    private static Optional<AssessmentFigures> figures(ClassFigures at, Assessment piece) {
        return at.standing().assessment(piece.id());
    }
}
