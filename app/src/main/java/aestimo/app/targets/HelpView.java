package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.core.book.Student;
import aestimo.core.counting.Counting;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Level;
import aestimo.core.grading.Result;
import aestimo.core.judging.ClassGoals;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * One student marked for help, with the marks since then against those before.
 *
 * @param before the result over what was done before, in words
 * @param after the result over what was done since, in words
 * @param pieces what was done since, the latest first
 * @param goals how many goals were secure before and are now, and those that are “again” now; empty where the class has none
 * @param due whether the day to look again has come
 */
record HelpView(
        HelpService.Help help,
        String name,
        String since,
        String lookAgain,
        String ended,
        String before,
        String after,
        List<String> pieces,
        String goals,
        boolean due) {
    static List<HelpView> of(ClassBook classBook, List<HelpService.Help> helps) {
        Counting counting = Counting.of(classBook.book());
        return helps.stream().map(help -> of(classBook, counting, help)).toList();
    }

    private static HelpView of(ClassBook classBook, Counting counting, HelpService.Help help) {
        Student student = classBook.student(help.enrolmentId());
        LocalDate today = classBook.book().today();
        LocalDate last = help.ended().orElse(today);
        LocalDate first = classBook.book().terms().stream()
                .map(term -> term.firstDay())
                .min(LocalDate::compareTo)
                .filter(day -> day.isBefore(help.since()))
                .orElse(help.since().minusDays(1));
        Standing before =
                Standing.of(counting, new Span.Dates(first, help.since().minusDays(1)));
        Standing after = Standing.of(counting, new Span.Dates(help.since(), last));
        return new HelpView(
                help,
                student.listName(),
                Days.brief(help.since()),
                Days.brief(help.lookAgain()),
                help.ended().map(Days::brief).orElse(""),
                words(before.of(student.id())),
                words(after.of(student.id())),
                pieces(after, student),
                goals(counting, student, new Span.Dates(first, help.since().minusDays(1)), new Span.Dates(first, last)),
                help.ended().isEmpty() && !help.lookAgain().isAfter(today));
    }

    /** “goals secure: 3, now 5; again: Draws a cross section”. */
    private static String goals(Counting counting, Student student, Span before, Span now) {
        return ClassGoals.of(counting, now)
                .map(goals -> {
                    int were = ClassGoals.of(counting, before).orElseThrow().countAt(Level.SECURE, student);
                    List<String> again = goals.at(Level.AGAIN, student).stream()
                            .map(Goal::title)
                            .toList();
                    return "goals secure: " + were + ", now " + goals.countAt(Level.SECURE, student)
                            + (again.isEmpty() ? "" : "; again: " + String.join(", ", again));
                })
                .orElse("");
    }

    private static String words(StudentStanding own) {
        return own.result().map(Result::inWords).orElse("nothing counts yet");
    }

    private static List<String> pieces(Standing standing, Student student) {
        Places places = standing.book().rules().places();
        return standing.assessments().stream()
                .flatMap(figures -> percent(figures, student).stream()
                        .map(percent -> figures.assessment().title() + " " + percent.shown(places) + " %"))
                .toList();
    }

    private static Optional<Percent> percent(AssessmentFigures figures, Student student) {
        return figures.percentOf(student);
    }
}
