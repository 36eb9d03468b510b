package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.marks.Remarks;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.entry.Entry;
import aestimo.core.grading.Result;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A marking run: one assessment down the class, or all of the span's assessments along one student.
 *
 * @param query what tells it, as part of an address: {@code assessment=7} or {@code student=12}
 * @param before the run before this one, of the same kind; empty at the first
 * @param quick what can be put by a button, beside absent, excused and not handed in
 */
record RunView(
        String title,
        String facts,
        String query,
        boolean alongStudent,
        Optional<Link> before,
        Optional<Link> after,
        List<Line> lines,
        List<Quick> quick) {
    /** Another run. */
    record Link(String query, String words) {}

    /**
     * One student, or one assessment.
     *
     * @param number of the student; empty along a student
     * @param facts the result so far and the last of its category; or category, date and out-of
     */
    record Line(String title, String number, String facts, List<Box> boxes) {
        /** Nothing is left to type. */
        public boolean isDone() {
            return boxes.stream().noneMatch(box -> box.cell().kind().equals("blank"));
        }
    }

    /**
     * What is typed into.
     *
     * @param part its title; empty for a piece without parts
     * @param of what a mark is out of; empty where none is typed
     */
    record Box(CellView cell, String part, String of, Remarks remarks) {}

    /** @param text as it would be typed */
    record Quick(String text, String words) {}

    static RunView down(ClassBook classBook, Standing standing, Assessment piece, Map<CellId, Remarks> remarks) {
        List<Line> lines = SheetView.shownStudents(standing).stream()
                .filter(own -> own.student().isMeant(piece)
                        || ClassBook.cells(own.student(), piece).stream()
                                .anyMatch(cell -> !classBook.entry(cell).isNothing()))
                .map(own -> new Line(
                        own.student().listName(),
                        own.student().number(),
                        own.result().map(result -> "so far " + shown(result)).orElse("no result yet")
                                + lastBefore(classBook, own.student(), piece),
                        boxes(classBook, own.student(), piece, remarks)))
                .toList();
        List<Assessment> pieces = pieces(standing);
        int at = pieces.indexOf(piece);
        return new RunView(
                piece.title(),
                classBook.book().categoryOf(piece).name() + " · " + Days.brief(piece.date()) + outOf(piece),
                "assessment=" + piece.id(),
                false,
                linkTo(pieces, at - 1),
                linkTo(pieces, at + 1),
                lines,
                quick(classBook, piece));
    }

    static RunView along(ClassBook classBook, Standing standing, Student student, Map<CellId, Remarks> remarks) {
        List<Line> lines = pieces(standing).stream()
                .filter(piece -> student.isMeant(piece)
                        || ClassBook.cells(student, piece).stream()
                                .anyMatch(cell -> !classBook.entry(cell).isNothing()))
                .map(piece -> new Line(
                        piece.title(),
                        "",
                        classBook.book().categoryOf(piece).name() + " · " + Days.brief(piece.date()) + outOf(piece),
                        boxes(classBook, student, piece, remarks)))
                .toList();
        List<Student> students = SheetView.shownStudents(standing).stream()
                .map(own -> own.student())
                .toList();
        int at = students.indexOf(student);
        return new RunView(
                student.listName(),
                standing.of(student.id())
                        .result()
                        .map(result -> "so far " + shown(result))
                        .orElse("no result yet"),
                "student=" + student.id(),
                true,
                linkToStudent(students, at - 1),
                linkToStudent(students, at + 1),
                lines,
                List.of());
    }

    /** In the order of dates. */
    private static List<Assessment> pieces(Standing standing) {
        return standing.assessments().stream()
                .map(AssessmentFigures::assessment)
                .toList();
    }

    private static Optional<Link> linkTo(List<Assessment> pieces, int at) {
        return at < 0 || at >= pieces.size()
                ? Optional.empty()
                : Optional.of(new Link(
                        "assessment=" + pieces.get(at).id(), pieces.get(at).title()));
    }

    private static Optional<Link> linkToStudent(List<Student> students, int at) {
        return at < 0 || at >= students.size()
                ? Optional.empty()
                : Optional.of(new Link(
                        "student=" + students.get(at).id(), students.get(at).listName()));
    }

    static String shown(Result result) {
        return result.shown() + " %"
                + result.grade()
                        .map(Band::label)
                        .map(label -> ", grade " + label)
                        .orElse("");
    }

    private static String outOf(Assessment piece) {
        return switch (piece.kind()) {
            case MARKS -> " · out of " + piece.outOf();
            case GRADES -> " · a grade";
            case CHECK -> " · a check";
            case NOTE -> " · notes";
        };
    }

    /** What the student got in the piece of the same category before. */
    private static String lastBefore(ClassBook classBook, Student student, Assessment piece) {
        String found = "";
        for (Assessment other : classBook.book().assessments()) {
            if (other.equals(piece)) {
                break;
            }
            if (other.category().equals(piece.category()) && !other.hasParts()) {
                Entry entry = classBook.entry(ClassBook.cell(student, other, 0));
                found = entry.isNothing()
                        ? found
                        : " · " + other.title() + " " + entry + (entry.mark().isPresent() ? "/" + other.outOf() : "");
            }
        }
        return found;
    }

    private static List<Box> boxes(
            ClassBook classBook, Student student, Assessment piece, Map<CellId, Remarks> remarks) {
        List<Box> boxes = new ArrayList<>();
        for (int part = 0; part < piece.entryCount(); part++) {
            CellId cell = ClassBook.cell(student, piece, part);
            boxes.add(new Box(
                    CellView.of(classBook, cell),
                    piece.partAt(part).map(own -> own.title()).orElse(""),
                    switch (piece.kind()) {
                        case MARKS -> "/ " + piece.outOf(part);
                        case GRADES, CHECK, NOTE -> "";
                    },
                    remarks.getOrDefault(cell, Remarks.NONE)));
        }
        return boxes;
    }

    private static List<Quick> quick(ClassBook classBook, Assessment piece) {
        return switch (piece.kind()) {
            case GRADES ->
                classBook.book().boundariesOf(piece).bands().stream()
                        .map(band -> new Quick(band.label(), band.label()))
                        .toList();
            case CHECK -> List.of(new Quick("yes", "yes"), new Quick("no", "no"));
            case MARKS, NOTE -> List.of();
        };
    }

    /** How many lines have nothing left to type. */
    public long done() {
        return lines.stream().filter(Line::isDone).count();
    }
}
