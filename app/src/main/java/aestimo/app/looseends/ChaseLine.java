package aestimo.app.looseends;

import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.frame.Days;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.looseend.ToChase;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Work to chase: not handed in, to be finished, or late.
 *
 * @param student list name, with the number where there is one
 * @param state “not handed in”, “to finish” or “handed in late”, with the mark in words of its own
 * @param days since it was due; 0 where that is still ahead, or the work has come
 */
record ChaseLine(ClassRow row, String student, String piece, String state, String due, long days, String href) {
    /** Lines under one heading: a class, or a student. */
    record Group(String title, List<ChaseLine> lines) {}

    static List<Group> byClass(List<ClassBook> classes) {
        return classes.stream()
                .map(classBook -> new Group(classBook.row().title(), lines(classBook)))
                .filter(group -> !group.lines().isEmpty())
                .toList();
    }

    /** A student of several classes stands once; those of one name are told apart by their numbers. */
    static List<Group> byStudent(List<ClassBook> classes) {
        Map<String, List<ChaseLine>> students = new LinkedHashMap<>();
        classes.stream()
                .flatMap(classBook -> lines(classBook).stream())
                .forEach(line -> students.computeIfAbsent(line.student(), name -> new ArrayList<>())
                        .add(line));
        return students.entrySet().stream()
                .sorted(Map.Entry.comparingByKey(String.CASE_INSENSITIVE_ORDER))
                .map(student -> new Group(student.getKey(), student.getValue()))
                .toList();
    }

    private static List<ChaseLine> lines(ClassBook classBook) {
        return ToChase.of(classBook.book()).stream()
                .map(work -> of(classBook, work))
                .toList();
    }

    private static ChaseLine of(ClassBook classBook, ToChase work) {
        LocalDate today = classBook.book().today();
        String number = work.student().number();
        return new ChaseLine(
                classBook.row(),
                work.student().listName() + (number.isEmpty() ? "" : ", " + number),
                work.assessment().title()
                        + work.part().map(part -> ", " + part.title()).orElse(""),
                state(work.entry()),
                Days.brief(work.assessment().due()),
                work.isOwed()
                        ? Math.max(0, ChronoUnit.DAYS.between(work.assessment().due(), today))
                        : 0,
                "/classes/" + classBook.row().id() + "/marks?span="
                        + classBook.book().termOf(work.assessment()) + "&student="
                        + work.student().id() + "&assessment="
                        + work.assessment().id()
                        + work.part().map(part -> "&part=" + part.id()).orElse(""));
    }

    private static String state(Entry entry) {
        if (entry.is(EntryKind.NOT_HANDED_IN)) {
            return "not handed in";
        }
        String mark = entry.withLate(false).withToFinish(false).toString();
        return (entry.isToFinish() ? "to finish" : "handed in late")
                + (mark.isEmpty() ? ", not marked yet" : ", marked " + mark);
    }
}
