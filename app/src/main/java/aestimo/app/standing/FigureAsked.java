package aestimo.app.standing;

import aestimo.app.book.ClassBook;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.working.CategoryWorking;
import aestimo.core.working.MeanWorking;
import aestimo.core.working.PieceWorking;
import aestimo.core.working.ProspectWorking;
import aestimo.core.working.ResultWorking;
import aestimo.core.working.Working;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** Finds the working of the figure a page asks for. */
record FigureAsked(ClassBook classBook, Standing standing, Map<String, String> parameters) {
    /**
     * How the figure came about.
     *
     * @return empty where the student has no such figure
     * @throws NotFoundException when the class has no such figure, student, category or assessment
     */
    Optional<Working> working() {
        String figure = parameters.getOrDefault("figure", "");
        return parameters.containsKey("student") ? ofStudent(figure) : ofClass(figure);
    }

    private Optional<Working> ofStudent(String figure) {
        StudentStanding own = standing.of(classBook
                .student(FormFields.toNumber(parameters.get("student")))
                .id());
        return switch (figure) {
            case "result", "grade", "next" -> Optional.of(ResultWorking.of(standing, own));
            case "rank" -> ResultWorking.ofRank(standing, own);
            case "set-rank" -> ResultWorking.ofSetRank(standing, own);
            case "category" -> Optional.of(CategoryWorking.of(standing, own, category()));
            case "piece" ->
                Optional.of(PieceWorking.of(
                        standing.counting(),
                        own.place(),
                        book().placeOf(classBook
                                        .assessment(number("assessment"))
                                        .id())
                                .orElseThrow()));
            case "place" ->
                MeanWorking.ofPlace(
                        standing.assessment(classBook
                                        .assessment(number("assessment"))
                                        .id())
                                .orElseThrow(() -> new NotFoundException("assessment")),
                        own.student(),
                        book());
            case "absent" -> entries(own, "absent", entry -> entry.is(EntryKind.ABSENT));
            case "not-in" -> entries(own, "not handed in", entry -> entry.is(EntryKind.NOT_HANDED_IN));
            case "late" -> entries(own, "late", Entry::isLate);
            case "finish" -> entries(own, "to finish", Entry::isToFinish);
            case "moved" -> moved(own);
            case "possible" -> Optional.of(ProspectWorking.ofPossible(standing, own));
            case "ceilings" -> ProspectWorking.ofCeilings(standing, own);
            default -> throw new NotFoundException("figure");
        };
    }

    private Optional<Working> entries(StudentStanding own, String what, Predicate<Entry> counted) {
        return Optional.of(PieceWorking.ofEntries(standing, own, what, counted));
    }

    private Optional<Working> moved(StudentStanding own) {
        TermSeries series = TermSeries.of(standing.counting());
        int term = series.movedIn(standing.span());
        return term < 0 ? Optional.empty() : ProspectWorking.ofMovement(book(), series, own.place(), term);
    }

    private Optional<Working> ofClass(String figure) {
        Optional<String> set = Optional.of(parameters.getOrDefault("set", "")).filter(own -> !own.isEmpty());
        return switch (figure) {
            case "mean" -> Optional.of(MeanWorking.ofResults(standing, set));
            case "category" -> Optional.of(MeanWorking.ofCategory(standing, category(), set));
            case "piece" -> {
                AssessmentFigures figures = standing.assessment(
                                classBook.assessment(number("assessment")).id())
                        .orElseThrow(() -> new NotFoundException("assessment"));
                yield Optional.of(MeanWorking.ofAssessment(figures, book().students()));
            }
            default -> throw new NotFoundException("figure");
        };
    }

    private Book book() {
        return standing.book();
    }

    private long number(String name) {
        return FormFields.toNumber(parameters.getOrDefault(name, ""));
    }

    private Category category() {
        return book().categories().stream()
                .filter(own -> ClassBook.id(own) == number("category"))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("category"));
    }
}
