package aestimo.app.looseends;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.frame.Days;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.register.Lesson;
import aestimo.core.typed.EntryText;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * One loose end as listed.
 *
 * @param todo what to do: “Settle”, “Mark”, …
 * @param what what it is about
 * @param words what is wrong
 * @param day of the assessment; empty where there is none
 * @param href where more of it is seen
 * @param settling how it is settled in place
 */
public record LooseEndLine(
        ClassRow row,
        LooseEnd.Kind kind,
        String todo,
        String what,
        String words,
        String day,
        String href,
        Settling settling) {
    /**
     * The fields of the form that settles it.
     *
     * @param cell null where no entry is asked for
     * @param base the version the entry has now
     * @param text what stands there, to be corrected
     * @param quick what a button each puts
     * @param due the day the piece is due, to be moved; empty where that settles nothing
     * @param categories to move the piece to; none where that settles nothing
     * @param request the same for every delivery of this very form
     */
    public record Settling(
            long assessment,
            @Nullable CellId cell,
            int base,
            String text,
            List<Quick> quick,
            String due,
            List<Category> categories,
            @Nullable UUID request) {
        static final Settling ELSEWHERE = new Settling(0, null, 0, "", List.of(), "", List.of(), null);

        /** Whether there is anything to do here at all. */
        public boolean isHere() {
            return assessment != 0;
        }
    }

    /** @param text as it would be typed */
    public record Quick(String text, String words) {}

    private static final Quick EXCUSE = new Quick("x", "excuse");
    private static final Quick NOT_HANDED_IN = new Quick("n", "not handed in");
    private static final Quick ABSENT = new Quick("a", "absent");

    static LooseEndLine of(ClassBook classBook, LooseEnd end) {
        return switch (end.kind()) {
            case IN_DOUBT -> ofCell(classBook, end, "Settle", reason(classBook, end), List.of(EXCUSE, NOT_HANDED_IN));
            case ABSENT ->
                ofCell(
                        classBook,
                        end,
                        "Settle",
                        "absent: sat later, excused, or not handed in",
                        List.of(EXCUSE, NOT_HANDED_IN));
            case TO_FINISH -> ofCell(classBook, end, "Finish", "to be finished", List.of(finished(classBook, end)));
            case UNMARKED ->
                end.student().isPresent()
                        ? ofCell(classBook, end, "Mark", "still blank", List.of(ABSENT, EXCUSE, NOT_HANDED_IN))
                        : ofColumn(classBook, end, "Mark", "nothing is marked yet", dueDay(end), List.of());
            case WEIGHTS -> elsewhere(classBook, end, "Set", "Weights", "they do not make 100", "groundwork/weights");
            case NO_ASSESSMENT ->
                elsewhere(
                        classBook,
                        end,
                        "Add",
                        end.category().orElseThrow().name(),
                        "no assessment in this term yet",
                        "marks?new");
            case NO_TARGET ->
                elsewhere(
                        classBook, end, "Set", end.student().orElseThrow().listName(), "no target yet", "targets/set");
            case REGISTER -> {
                Lesson lesson = end.lesson().orElseThrow();
                yield elsewhere(
                        classBook,
                        end,
                        "Take",
                        "Lesson " + lesson.at() + ", " + Days.brief(lesson.date()),
                        "somebody is not in the register yet",
                        "room?lesson=" + lesson.id());
            }
            case RETIRED_CATEGORY ->
                ofColumn(
                        classBook,
                        end,
                        "Move",
                        "stands in " + end.category().orElseThrow().name() + ", which is retired",
                        "",
                        classBook.book().categories().stream()
                                .filter(category -> !category.retired())
                                .toList());
        };
    }

    private static String reason(ClassBook classBook, LooseEnd end) {
        CellId cell = cell(end);
        return EntryText.reasonForDoubt(
                classBook.entry(cell),
                end.assessment().orElseThrow(),
                classBook.part(cell),
                classBook.book().boundaries());
    }

    private static Quick finished(ClassBook classBook, LooseEnd end) {
        Entry entry = classBook.entry(cell(end));
        return new Quick(entry.withToFinish(false).toString(), "finished");
    }

    private static String dueDay(LooseEnd end) {
        return end.assessment().orElseThrow().due().toString();
    }

    private static CellId cell(LooseEnd end) {
        Assessment assessment = end.assessment().orElseThrow();
        int part = end.part().flatMap(own -> assessment.indexOf(own.id())).orElse(0);
        return ClassBook.cell(end.student().orElseThrow(), assessment, part);
    }

    private static LooseEndLine ofCell(
            ClassBook classBook, LooseEnd end, String todo, String words, List<Quick> quick) {
        Student student = end.student().orElseThrow();
        Assessment assessment = end.assessment().orElseThrow();
        CellId cell = cell(end);
        String part = end.part().map(own -> ", " + own.title()).orElse("");
        return new LooseEndLine(
                classBook.row(),
                end.kind(),
                todo,
                student.listName() + " · " + assessment.title() + part,
                words,
                Days.brief(assessment.date()),
                sheet(classBook, assessment) + "&student=" + student.id() + "&assessment=" + assessment.id()
                        + end.part().map(own -> "&part=" + own.id()).orElse(""),
                new Settling(
                        cell.assessmentId(),
                        cell,
                        classBook.version(cell),
                        classBook.entry(cell).toString(),
                        new ArrayList<>(quick),
                        "",
                        List.of(),
                        UUID.randomUUID()));
    }

    private static LooseEndLine ofColumn(
            ClassBook classBook, LooseEnd end, String todo, String words, String due, List<Category> categories) {
        Assessment assessment = end.assessment().orElseThrow();
        return new LooseEndLine(
                classBook.row(),
                end.kind(),
                todo,
                assessment.title(),
                words,
                Days.brief(assessment.date()),
                "/classes/" + classBook.row().id() + "/run?span="
                        + classBook.book().termOf(assessment) + "&assessment=" + assessment.id(),
                new Settling(ClassBook.id(assessment), null, 0, "", List.of(), due, categories, UUID.randomUUID()));
    }

    private static LooseEndLine elsewhere(
            ClassBook classBook, LooseEnd end, String todo, String what, String words, String path) {
        return new LooseEndLine(
                classBook.row(),
                end.kind(),
                todo,
                what,
                words,
                "",
                "/classes/" + classBook.row().id() + "/" + path,
                Settling.ELSEWHERE);
    }

    private static String sheet(ClassBook classBook, Assessment assessment) {
        return "/classes/" + classBook.row().id() + "/marks?span="
                + classBook.book().termOf(assessment);
    }
}
