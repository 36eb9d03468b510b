package aestimo.app.desk;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.frame.Days;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.typed.EntryText;

/**
 * One loose end as listed.
 *
 * @param todo what to do: “Settle”, “Mark”, …
 * @param what what it is about
 * @param words what is the matter
 * @param day of the assessment; empty where there is none
 * @param href where it is settled
 */
record LooseEndLine(ClassRow row, String todo, String what, String words, String day, String href) {
    static LooseEndLine of(ClassBook classBook, LooseEnd end) {
        ClassRow row = classBook.row();
        String groundwork = "/classes/" + row.id() + "/groundwork/weights";
        return switch (end.kind()) {
            case IN_DOUBT -> ofCell(classBook, end, "Settle", reason(classBook, end));
            case ABSENT -> ofCell(classBook, end, "Settle", "Absent. Sit it later, excuse, or not handed in.");
            case TO_FINISH -> ofCell(classBook, end, "Finish", "Marked as to finish.");
            case UNMARKED ->
                end.student().isPresent()
                        ? ofCell(classBook, end, "Mark", "Still blank.")
                        : ofColumn(classBook, end, "Mark", "Nothing is marked yet.");
            case WEIGHTS -> new LooseEndLine(row, "Set", "Weights", "They do not make 100.", "", groundwork);
            case NO_ASSESSMENT ->
                new LooseEndLine(
                        row,
                        "Add",
                        end.category().orElseThrow().name(),
                        "No assessment in this term yet.",
                        "",
                        "/classes/" + row.id() + "/marks?new");
            case NO_TARGET ->
                new LooseEndLine(
                        row,
                        "Set",
                        end.student().orElseThrow().listName(),
                        "No target yet.",
                        "",
                        "/classes/" + row.id() + "/groundwork/students");
            case RETIRED_CATEGORY ->
                ofColumn(
                        classBook,
                        end,
                        "Move",
                        "Stands in " + end.category().orElseThrow().name() + ", which is retired.");
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

    private static CellId cell(LooseEnd end) {
        Assessment assessment = end.assessment().orElseThrow();
        int part = end.part().flatMap(own -> assessment.indexOf(own.id())).orElse(0);
        return ClassBook.cell(end.student().orElseThrow(), assessment, part);
    }

    private static LooseEndLine ofCell(ClassBook classBook, LooseEnd end, String todo, String words) {
        Student student = end.student().orElseThrow();
        Assessment assessment = end.assessment().orElseThrow();
        String part = end.part().map(own -> ", " + own.title()).orElse("");
        return new LooseEndLine(
                classBook.row(),
                todo,
                student.listName() + " · " + assessment.title() + part,
                words,
                Days.brief(assessment.date()),
                href(classBook, assessment) + "&student=" + student.id() + "&assessment=" + assessment.id()
                        + end.part().map(own -> "&part=" + own.id()).orElse(""));
    }

    private static LooseEndLine ofColumn(ClassBook classBook, LooseEnd end, String todo, String words) {
        Assessment assessment = end.assessment().orElseThrow();
        return new LooseEndLine(
                classBook.row(),
                todo,
                assessment.title(),
                words,
                Days.brief(assessment.date()),
                href(classBook, assessment) + "&open=" + assessment.id());
    }

    private static String href(ClassBook classBook, Assessment assessment) {
        return "/classes/" + classBook.row().id() + "/marks?span="
                + classBook.book().termOf(assessment);
    }
}
