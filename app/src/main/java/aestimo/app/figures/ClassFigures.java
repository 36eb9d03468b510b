package aestimo.app.figures;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.FewStudents;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.SpanChoice;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.book.Book;
import aestimo.core.grading.Result;
import aestimo.core.judging.ClassGoals;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Movement;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.targets.Attainment;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One class over a part of the year, as figures are taken from it; what few of them need is worked out when first asked for. */
public final class ClassFigures {
    private final ClassBook classBook;
    private final Standing standing;
    private final String spanWords;
    private final String query;
    private final String picked;
    private final Optional<ClassAttendance> attendance;
    private @Nullable ClassGoals goals;
    private @Nullable TermSeries series;
    private @Nullable Map<String, Attainment> attained;
    private @Nullable Map<String, Integer> loose;

    private ClassFigures(ClassBook classBook, SpanChoice span) {
        this.classBook = classBook;
        this.standing = Standing.of(classBook.book(), span.span());
        this.attendance = ClassAttendance.of(classBook.book(), span.span());
        this.spanWords = span.inFull();
        this.query = span.query();
        this.picked = span.isPicked() ? " of " + span.inFull() : "";
    }

    public static ClassFigures of(ClassBook classBook, SpanChoice span) {
        return new ClassFigures(classBook, span);
    }

    public static ClassFigures of(OpenClass open) {
        return of(open.classBook(), open.span());
    }

    public ClassBook classBook() {
        return classBook;
    }

    public Standing standing() {
        return standing;
    }

    public Book book() {
        return standing.book();
    }

    /** “9B Geography”. */
    public String title() {
        return classBook.row().title();
    }

    /** The part of the year in words, such as “Term 2”. */
    public String spanWords() {
        return spanWords;
    }

    /** Whether so few are in the class that a figure of all of them would tell one about another. */
    public boolean isOfFew() {
        return FewStudents.are(
                standing.students().stream().filter(StudentStanding::present).count());
    }

    /** The part of the year, as part of an address. */
    public String query() {
        return query;
    }

    /** “ of First, Second” where single assessments were picked, which nothing else in a file says; else empty. */
    String picked() {
        return picked;
    }

    Places places() {
        return book().rules().places();
    }

    /** Empty where the class keeps no register, or pieces are picked. */
    Optional<ClassAttendance> attendance() {
        return attendance;
    }

    /** Empty where the class has no goals. */
    public Optional<ClassGoals> goals() {
        if (goals == null && book().goals().isPresent()) {
            goals = ClassGoals.of(standing.counting(), standing.span()).orElseThrow();
        }
        return Optional.ofNullable(goals);
    }

    TermSeries series() {
        if (series == null) {
            series = TermSeries.of(standing.counting());
        }
        return series;
    }

    /** The place of the term the stretch moved in; negative for none. */
    int term() {
        return series().movedIn(standing.span());
    }

    Optional<Movement> movement(StudentStanding own) {
        return term() < 0 ? Optional.empty() : series().movement(own.place(), term());
    }

    /** A student against the target, in the term the stretch is of. */
    Optional<Attainment> attained(StudentStanding own) {
        if (attained == null) {
            attained = new HashMap<>();
            for (Attainment row : Attainment.of(standing.counting(), series())) {
                if (term() >= 0 && row.term().equals(book().terms().get(term()))) {
                    attained.put(row.student().text(), row);
                }
            }
        }
        return Optional.ofNullable(attained.get(own.student().id().text()));
    }

    /** How many loose ends of the whole class are a student's. */
    int looseEnds(StudentStanding own) {
        Map<String, Integer> counts = loose;
        if (counts == null) {
            Map<String, Integer> counted = new HashMap<>();
            for (LooseEnd end : LooseEnds.toSettle(standing.counting())) {
                end.student().ifPresent(student -> counted.merge(student.id().text(), 1, Integer::sum));
            }
            counts = counted;
            loose = counted;
        }
        return counts.getOrDefault(own.student().id().text(), 0);
    }

    /** The exact results of those present; of a set where one is named. */
    List<Percent> results(Optional<String> set) {
        return standing.students().stream()
                .filter(own ->
                        own.present() && (set.isEmpty() || own.student().set().equals(set)))
                .flatMap(own -> own.result().map(Result::exact).stream())
                .toList();
    }
}
