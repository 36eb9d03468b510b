package aestimo.exchange.results;

import aestimo.core.attendance.Attendance;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.boundary.Band;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Result;
import aestimo.core.judging.ClassGoals;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.TermSeries;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Gain;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.exchange.markbook.Codes;
import aestimo.exchange.markbook.JsonWriter;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.OptionalDouble;

/** Every figure the core computes for one class over one span, as a JSON document. */
public final class ResultsDocument {
    /** So many digits of a deviation are meant; the rest is noise of floating point. */
    private static final MathContext DEVIATION = new MathContext(10);

    private static final int DEVIATION_PLACES = 12;

    private final Book book;
    private final Standing standing;
    private final TermSeries series;
    private final Optional<ClassAttendance> attendance;
    private final Optional<ClassGoals> goals;
    private final StudentFigures students;
    private final JsonWriter out;

    private ResultsDocument(Book book, Span span, Optional<Band> needed, JsonWriter out) {
        this.book = book;
        this.standing = Standing.of(book, span);
        this.series = TermSeries.of(standing.counting());
        this.attendance = ClassAttendance.of(book, span);
        this.goals = ClassGoals.of(standing.counting(), span);
        this.students = new StudentFigures(standing, series, attendance, goals, needed, out);
        this.out = out;
    }

    /**
     * Computes and writes all figures as UTF-8.
     *
     * @param needed the band to say of what it takes to reach it; empty: none
     * @param stream flushed, not closed
     */
    public static void write(Book book, Span span, Optional<Band> needed, OutputStream stream) {
        try (JsonWriter out = JsonWriter.to(stream)) {
            out.object(() -> new ResultsDocument(book, span, needed, out).document());
        }
    }

    private void document() {
        out.object("span", this::span);
        out.list("students", standing.students(), students::student);
        out.object("class", this::wholeClass);
        out.list("assessments", standing.assessments(), this::assessment);
        out.list("targets", Attainment.of(standing.counting(), series), this::attainment);
        out.list("start", Gain.of(standing), this::gain);
        out.list("looseEnds", LooseEnds.of(standing.counting()), this::looseEnd);
    }

    private void span() {
        Span span = standing.span();
        if (span instanceof Span.Year) {
            out.flag("year", true);
        } else if (span instanceof Span.Terms terms) {
            out.texts(
                    "terms",
                    book.terms().stream()
                            .filter(term -> terms.terms().contains(term.id()))
                            .map(term -> term.id().text())
                            .toList());
        } else if (span instanceof Span.Dates dates) {
            out.text("from", dates.first().toString());
            out.text("to", dates.last().toString());
        } else if (span instanceof Span.Pieces pieces) {
            out.texts(
                    "pieces",
                    book.assessments().stream()
                            .filter(piece -> pieces.assessments().contains(piece.id()))
                            .map(piece -> piece.id().text())
                            .toList());
        }
    }

    private void wholeClass() {
        groupMean(standing.mean());
        out.object(
                "categories",
                () -> book.categories().stream()
                        .filter(this::hasAnyAverage)
                        .forEach(category ->
                                out.object(category.id().text(), () -> groupMean(standing.mean(category.id())))));
        out.object("bands", () -> standing.countsByBand().forEach((band, count) -> out.number(band.label(), count)));
        if (book.register().isPresent()) {
            attendance.ifPresentOrElse(
                    own -> out.object(
                            "attendance",
                            () -> percent(out, own.ofClass(), book.rules().places())),
                    () -> out.nothing("attendance"));
        }
        goals.ifPresent(own -> out.object(
                "goals",
                () -> own.goals()
                        .all()
                        .forEach(goal -> out.object(
                                goal.id().text(),
                                () -> own.counts(goal)
                                        .forEach((level, count) -> out.number(Codes.of(level), count))))));
    }

    private boolean hasAnyAverage(Category category) {
        return standing.students().stream()
                .anyMatch(student -> student.category(category.id()).isPresent());
    }

    private void groupMean(GroupMean group) {
        counted(group);
        out.object("sets", () -> group.sets().forEach((set, mean) -> out.object(set, () -> counted(mean))));
    }

    private void counted(GroupMean group) {
        out.number("counted", group.counted());
        Optional<Result> mean = group.mean();
        if (mean.isEmpty()) {
            out.nothing("mean");
        } else {
            out.object("mean", () -> {
                out.text("exact", exact(mean.get().exact()));
                out.text("shown", mean.get().shown());
                textOrNull(out, "grade", mean.get().grade().map(Band::label));
            });
        }
    }

    private void assessment(AssessmentFigures piece) {
        out.text("id", piece.assessment().id().text());
        out.number("counted", piece.counted());
        exactOrNull("mean", piece.mean());
        exactOrNull("min", piece.lowest());
        exactOrNull("q1", piece.quartile(1));
        exactOrNull("median", piece.median());
        exactOrNull("q3", piece.quartile(3));
        exactOrNull("max", piece.highest());
        deviation("sd", piece.standardDeviation());
        out.object(
                "sets",
                () -> piece.sets()
                        .forEach((set, mean) -> out.object(set, () -> {
                            out.number("counted", mean.counted());
                            exactOrNull("mean", mean.mean());
                        })));
        out.object(
                "places",
                () -> book.students()
                        .forEach(student -> piece.placeOf(student)
                                .ifPresent(rank -> out.number(student.id().text(), rank.place()))));
    }

    private void attainment(Attainment row) {
        out.text("student", row.student().text());
        out.text("term", row.term().id().text());
        textOrNull(out, "aim", row.aim().map(Band::label));
        textOrNull(out, "reached", row.reached().map(Band::label));
        row.gap().ifPresentOrElse(gap -> out.number("gap", gap), () -> out.nothing("gap"));
        textOrNull(out, "status", row.status().map(Codes::of));
        exactOrNull("toAim", row.toAim());
    }

    private void gain(Gain gain) {
        out.text("student", gain.student().text());
        out.text("gain", exact(gain.gain()));
        deviation("gainSd", gain.gainInDeviations());
    }

    private void looseEnd(LooseEnd end) {
        out.text("kind", end.kind().code());
        textOrNull(out, "student", end.student().map(student -> student.id().text()));
        textOrNull(out, "assessment", end.assessment().map(piece -> piece.id().text()));
        textOrNull(out, "part", end.part().map(part -> part.id().text()));
        textOrNull(out, "category", end.category().map(category -> category.id().text()));
        end.lesson().ifPresent(lesson -> out.text("lesson", lesson.id().text()));
    }

    private void exactOrNull(String key, Optional<Percent> percent) {
        textOrNull(out, key, percent.map(ResultsDocument::exact));
    }

    private void deviation(String key, OptionalDouble value) {
        if (value.isPresent()) {
            BigDecimal digits = new BigDecimal(value.getAsDouble(), DEVIATION);
            out.number(
                    key,
                    digits.setScale(Math.min(digits.scale(), DEVIATION_PLACES), RoundingMode.HALF_UP)
                            .stripTrailingZeros());
        } else {
            out.nothing(key);
        }
    }

    /** Attendance in percent, null where nothing is counted. */
    static void percent(JsonWriter out, Attendance attendance, Places places) {
        textOrNull(out, "exact", attendance.percent().map(ResultsDocument::exact));
        textOrNull(out, "shown", attendance.percent().map(percent -> percent.shown(places)));
    }

    static String exact(Percent percent) {
        return percent.exact().toString();
    }

    static void textOrNull(JsonWriter out, String key, Optional<String> text) {
        text.ifPresentOrElse(value -> out.text(key, value), () -> out.nothing(key));
    }
}
