package aestimo.app.attendance;

import aestimo.app.picture.LessonStrip;
import aestimo.core.attendance.Attendance;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.result.Span;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The attendance of a student over a span, as pages show it.
 *
 * @param percent as shown; “–” where no lesson counts
 * @param of how many lessons the percent is of
 */
public record AttendanceView(String percent, int of, List<Count> counts, LessonStrip strip) {
    private static final String NOT_TAKEN = "not taken";

    /** @param figure such as “3 · 31 min” */
    public record Count(String words, String figure) {}

    /** Empty where the class keeps no register, or had no lesson in the span. */
    public static Optional<AttendanceView> of(Book book, Span span, Student student, int width) {
        return ClassAttendance.of(book, span)
                .filter(all -> !all.lessonsOf(student).isEmpty())
                .map(all -> of(all, student, book.rules().places(), width));
    }

    static AttendanceView of(ClassAttendance all, Student student, Places places, int width) {
        Attendance own = all.of(student);
        List<Count> counts = new ArrayList<>();
        counts.add(new Count("here", Integer.toString(own.present())));
        add(counts, "late, excused", own.lateExcused(), "");
        add(counts, "late", own.late(), own.minutesLate() == 0 ? "" : " · " + own.minutesLate() + " min");
        add(counts, "absent, excused", own.absentExcused(), "");
        add(counts, "absent", own.absent(), "");
        add(counts, NOT_TAKEN, own.notTaken(), "");
        return new AttendanceView(
                percent(own, places), own.counted(), counts, LessonStrip.of(all.lessonsOf(student), width));
    }

    static String percent(Attendance own, Places places) {
        return own.percent().map(percent -> percent.shown(places)).orElse("–");
    }

    private static void add(List<Count> counts, String words, int count, String more) {
        if (count > 0) {
            counts.add(new Count(words, count + more));
        }
    }

    /** “Attendance 92.3 % of 45 lessons: here 41, late 1 · 7 min, absent 3.” What is not taken yet is nobody else's. */
    public String sentence() {
        return "Attendance " + percent + " % of " + lessons(of) + ": "
                + counts.stream()
                        .filter(own -> !own.words().equals(NOT_TAKEN))
                        .map(own -> own.words() + " " + own.figure())
                        .collect(Collectors.joining(", "))
                + ".";
    }

    /** “1 lesson”, “45 lessons”. */
    public static String lessons(int count) {
        return count == 1 ? "1 lesson" : count + " lessons";
    }

    /** “% of 45 lessons”. */
    public String ofLessons() {
        return "% of " + lessons(of);
    }

    /** What the line says, for those who cannot see it. */
    public String said() {
        return counts.stream().map(own -> own.words() + " " + own.figure()).collect(Collectors.joining(", "));
    }
}
