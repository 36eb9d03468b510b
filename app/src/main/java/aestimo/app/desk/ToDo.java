package aestimo.app.desk;

import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.book.HiddenNames;
import aestimo.app.frame.Days;
import aestimo.app.targets.HelpService;
import aestimo.core.book.Assessment;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What to do next in one class: loose ends gathered where one page settles them, and what is due within the week.
 *
 * @param todo “Mark”, “Settle”, …
 * @param on the day it stands for, by which the list is ordered
 */
record ToDo(ClassRow row, String todo, String what, String words, String day, LocalDate on, String href) {
    private static final int DAYS_AHEAD = 7;

    /**
     * Of all classes: marking first, then whom to help, then the rest, the oldest first.
     *
     * @param helps those to be looked at again
     */
    static List<ToDo> of(List<ClassBook> classes, List<HelpService.Help> helps) {
        List<ToDo> all = new ArrayList<>();
        classes.forEach(classBook -> {
            addLooseEnds(all, classBook);
            addComing(all, classBook);
            helps.stream()
                    .filter(help -> help.classId() == classBook.row().id())
                    .forEach(help -> all.add(lookAgain(classBook, help)));
        });
        all.sort(Comparator.comparing((ToDo todo) -> !todo.todo().equals("Mark"))
                .thenComparing(todo -> !todo.todo().equals("Help"))
                .thenComparing(ToDo::on));
        return all;
    }

    private static void addLooseEnds(List<ToDo> all, ClassBook classBook) {
        Map<String, List<LooseEnd>> together = new LinkedHashMap<>();
        for (LooseEnd end : LooseEnds.toSettle(classBook.book())) {
            together.computeIfAbsent(key(end), key -> new ArrayList<>()).add(end);
        }
        together.values().forEach(ends -> all.add(of(classBook, ends)));
    }

    /** Blanks and absences go together by assessment, all else by kind. */
    private static String key(LooseEnd end) {
        return switch (end.kind()) {
            case UNMARKED, ABSENT ->
                end.kind() + " " + end.assessment().orElseThrow().id();
            case IN_DOUBT, TO_FINISH, WEIGHTS, RETIRED_CATEGORY, NO_ASSESSMENT, NO_TARGET, REGISTER ->
                end.kind().toString();
        };
    }

    private static ToDo of(ClassBook classBook, List<LooseEnd> ends) {
        LooseEnd first = ends.get(0);
        int count = ends.size();
        String listed = "/classes/" + classBook.row().id() + "/loose-ends";
        return switch (first.kind()) {
            case UNMARKED -> {
                Assessment piece = first.assessment().orElseThrow();
                int meant = meant(classBook, piece);
                yield of(
                        classBook,
                        first,
                        "Mark",
                        piece.title(),
                        (first.student().isEmpty() ? meant : students(ends)) + " of " + meant + " still to mark",
                        run(classBook, piece));
            }
            case ABSENT ->
                of(
                        classBook,
                        first,
                        "Settle",
                        counted(count, "absence", "absences") + " from "
                                + first.assessment().orElseThrow().title(),
                        "sit it later, excuse, or not handed in",
                        listed);
            case IN_DOUBT ->
                of(
                        classBook,
                        first,
                        "Settle",
                        counted(count, "mark", "marks") + " in doubt",
                        "counted nowhere",
                        listed);
            case TO_FINISH ->
                of(
                        classBook,
                        first,
                        "Finish",
                        counted(count, "piece", "pieces"),
                        "to be finished by the student",
                        listed);
            case WEIGHTS -> of(classBook, first, "Set", "Weights", "they do not make 100", listed);
            case RETIRED_CATEGORY ->
                of(
                        classBook,
                        first,
                        "Move",
                        counted(count, "assessment", "assessments"),
                        "in a retired category",
                        listed);
            case NO_ASSESSMENT ->
                of(
                        classBook,
                        first,
                        "Add",
                        counted(count, "category", "categories") + " without an assessment",
                        "in this term",
                        listed);
            case NO_TARGET ->
                of(classBook, first, "Set", counted(count, "student", "students") + " without a target", "", listed);
            case REGISTER ->
                of(
                        classBook,
                        first,
                        "Take",
                        counted(count, "lesson", "lessons") + " of the register",
                        "somebody is not entered yet",
                        "/classes/" + classBook.row().id() + "/room?lesson="
                                + ends.get(count - 1).lesson().orElseThrow().id());
        };
    }

    private static ToDo of(ClassBook classBook, LooseEnd end, String todo, String what, String words, String href) {
        return new ToDo(
                classBook.row(),
                todo,
                what,
                words,
                end.assessment().map(piece -> Days.brief(piece.date())).orElse(""),
                end.assessment().map(Assessment::date).orElse(classBook.book().today()),
                href);
    }

    private static ToDo lookAgain(ClassBook classBook, HelpService.Help help) {
        return new ToDo(
                classBook.row(),
                "Help",
                classBook.student(help.enrolmentId()).listName(),
                "look again" + (HiddenNames.areHidden() ? "" : ": " + help.doing()),
                Days.brief(help.lookAgain()),
                help.lookAgain(),
                "/classes/" + classBook.row().id() + "/targets/help#help-" + help.id());
    }

    private static void addComing(List<ToDo> all, ClassBook classBook) {
        LocalDate today = classBook.book().today();
        for (Assessment piece : classBook.book().assessments()) {
            if (!piece.due().isBefore(today) && !piece.due().isAfter(today.plusDays(DAYS_AHEAD))) {
                all.add(new ToDo(
                        classBook.row(),
                        "Due",
                        piece.title(),
                        "for " + counted(meant(classBook, piece), "student", "students"),
                        piece.due().equals(today) ? "today" : Days.brief(piece.due()),
                        piece.due(),
                        run(classBook, piece)));
            }
        }
    }

    /** A piece in parts has a blank for each of them; it is students who are still to be marked. */
    private static long students(List<LooseEnd> ends) {
        return ends.stream().map(LooseEnd::student).distinct().count();
    }

    private static int meant(ClassBook classBook, Assessment piece) {
        return (int) classBook.book().students().stream()
                .filter(student -> student.isMeant(piece))
                .count();
    }

    private static String run(ClassBook classBook, Assessment piece) {
        return "/classes/" + classBook.row().id() + "/run?span="
                + classBook.book().termOf(piece) + "&assessment=" + piece.id() + "&only";
    }

    private static String counted(int count, String one, String many) {
        return count == 1 ? "1 " + one : count + " " + many;
    }
}
