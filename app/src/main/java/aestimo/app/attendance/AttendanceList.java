package aestimo.app.attendance;

import aestimo.app.book.ClassBook;
import aestimo.app.web.FormFields;
import aestimo.core.attendance.Attendance;
import aestimo.core.attendance.AttendanceLimits;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.attendance.OftenAway;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.result.Span;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Everybody's attendance over a span, and whom to speak to.
 *
 * @param lessons how many there were
 * @param limits from where on somebody is named
 */
record AttendanceList(
        int lessons,
        AttendanceLimits limits,
        String percent,
        List<Line> lines,
        List<Named> low,
        List<Named> late,
        List<Named> weekday) {
    private static final int STRIP = 320;

    /** One student. */
    record Line(long id, String name, Attendance counts, AttendanceView view) {}

    /** @param words what there is to say, such as “81.3 %” */
    record Named(long id, String name, String words) {}

    /** @param asked the address's, whose {@code below} and {@code late} say whom to name */
    static Optional<AttendanceList> of(Book book, Span span, Map<String, String> asked) {
        return ClassAttendance.of(book, span)
                .filter(all -> !all.lessons().isEmpty())
                .map(all -> of(book, span, all, limits(asked)));
    }

    private static AttendanceLimits limits(Map<String, String> asked) {
        AttendanceLimits usual = AttendanceLimits.USUAL;
        return new AttendanceLimits(number(asked, "below", usual.below()), number(asked, "late", usual.oftenLate()));
    }

    private static long number(Map<String, String> asked, String name, long usually) {
        String text = asked.getOrDefault(name, "");
        return text.matches("[0-9]{1,3}") ? FormFields.toNumber(text) : usually;
    }

    private static AttendanceList of(Book book, Span span, ClassAttendance all, AttendanceLimits limits) {
        List<Line> lines = new ArrayList<>();
        List<Named> low = new ArrayList<>();
        List<Named> late = new ArrayList<>();
        List<Named> weekday = new ArrayList<>();
        for (Student student : book.students()) {
            if (all.lessonsOf(student).isEmpty() || !student.isEnrolledOn(span.presenceDay(book))) {
                continue;
            }
            Attendance own = all.of(student);
            AttendanceView view = AttendanceView.of(all, student, book.rules().places(), STRIP);
            Line line = new Line(ClassBook.id(student), student.listName(), own, view);
            lines.add(line);
            if (limits.isLow(own)) {
                low.add(named(line, view.percent() + " %"));
            }
            if (limits.isOftenLate(own)) {
                late.add(named(line, own.lateInAll() + " times, " + own.minutesLate() + " min"));
            }
            all.oftenAway(student).ifPresent(away -> weekday.add(named(line, words(away))));
        }
        return new AttendanceList(
                all.lessons().size(),
                limits,
                AttendanceView.percent(all.ofClass(), book.rules().places()),
                lines,
                low,
                late,
                weekday);
    }

    /** “45 lessons”. */
    public String inAll() {
        return AttendanceView.lessons(lessons);
    }

    private static Named named(Line line, String words) {
        return new Named(line.id(), line.name(), words);
    }

    private static String words(OftenAway away) {
        return away.absent() + " of " + away.lessons() + " " + away.day().getDisplayName(TextStyle.FULL, Locale.UK)
                + "s, " + away.elsewhere() + " else";
    }
}
