package aestimo.core.testing;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.looseend.ToChase;
import aestimo.core.result.Prospects;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Attainments;
import aestimo.core.targets.Gain;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/** Every figure of a class as text, by a name that tells student, assessment or set, whatever order they stand in. */
public final class AllFigures {
    private final SortedMap<String, String> figures = new TreeMap<>();

    private AllFigures() {}

    public static SortedMap<String, String> of(Book book, Span span) {
        AllFigures all = new AllFigures();
        Standing standing = Standing.of(book, span);
        TermSeries series = TermSeries.of(standing.counting());
        standing.students().forEach(own -> all.student(own, series, book));
        all.put("mean", standing.mean());
        book.categories().forEach(each -> all.put("mean " + each.id(), standing.mean(each.id())));
        all.put("bands", standing.countsByBand());
        standing.assessments().forEach(piece -> all.assessment(piece, book));
        Attainment.of(standing.counting(), series)
                .forEach(row -> all.put(
                        "target " + row.student() + " " + row.term().id(),
                        row.aim() + " " + row.reached() + " " + row.gap() + " " + row.status() + " " + row.toAim()));
        // Deviations are floating point: their last digits may hang on the order in which they were added up.
        Gain.of(standing)
                .forEach(gain -> all.put(
                        "gain " + gain.student(), gain.gain() + " " + gain.startRank() + " " + gain.resultRank()));
        Attainments attained = Attainments.of(standing.counting());
        attained.terms().forEach(term -> all.put("against aims " + term.id(), attained.counts(term, each -> true)));
        LooseEnds.of(book)
                .forEach(end -> all.put(
                        "loose ends " + end.kind() + " " + end.student().map(Student::id)
                                + end.assessment().map(Assessment::id)
                                + end.part().map(Part::id)
                                + end.category().map(Category::id),
                        ""));
        ToChase.of(book)
                .forEach(work -> all.put(
                        "to chase " + work.student().id() + work.assessment().id()
                                + work.part().map(Part::id),
                        work.entry().kind()));
        return all.figures;
    }

    private void put(String name, Object figure) {
        figures.put(name, String.valueOf(figure));
    }

    private void student(StudentStanding own, TermSeries series, Book book) {
        String id = own.student().id() + " ";
        put(id + "present", own.present());
        put(id + "result", own.result());
        put(id + "without ceilings", own.withoutCeilings());
        own.categories()
                .forEach((category, average) -> put(
                        id + category,
                        average.average() + " of " + average.counted() + " without "
                                + average.dropped().stream().map(Assessment::id).toList()));
        put(id + "ranks", own.rank() + " " + own.setRank());
        own.shares()
                .ifPresent(shares -> shares.forEach(
                        share -> put(id + share.assessment().id(), share.share() + " " + share.points())));
        put(id + "counts", own.counts());
        Prospects prospects = own.prospects();
        put(id + "prospects", prospects.remaining() + " " + prospects.worst() + " " + prospects.best());
        book.boundaries().bands().stream()
                .skip(1)
                .findFirst()
                .ifPresent(band -> put(id + "needed", prospects.needed(band)));
        for (int term = 0; term < book.terms().size(); term++) {
            put(id + "term " + term, series.result(own.place(), term) + " " + series.movement(own.place(), term));
        }
    }

    private void assessment(AssessmentFigures piece, Book book) {
        String id = piece.assessment().id() + " ";
        put(id + "mean", piece.counted() + " " + piece.mean() + " " + piece.sets());
        put(
                id + "spread",
                piece.lowest() + " " + piece.quartile(1) + " " + piece.median() + " " + piece.quartile(3) + " "
                        + piece.highest());
        book.students()
                .forEach(student -> put(id + student.id(), piece.percentOf(student) + " " + piece.placeOf(student)));
    }

    /** All but those whose name holds one of some words. */
    public static Map<String, String> without(SortedMap<String, String> figures, String... words) {
        SortedMap<String, String> rest = new TreeMap<>(figures);
        for (String word : words) {
            rest.keySet().removeIf(name -> name.contains(word));
        }
        return rest;
    }
}
