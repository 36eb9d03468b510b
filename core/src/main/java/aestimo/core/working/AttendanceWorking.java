package aestimo.core.working;

import aestimo.core.attendance.Attendance;
import aestimo.core.book.Student;
import aestimo.core.register.ExcusedAbsence;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.List;

/** How much of their lessons students attended, told step by step (rules, section 13). */
public final class AttendanceWorking {
    private AttendanceWorking() {}

    public static Working of(Student student, Attendance attendance, Places places) {
        return of("Attendance of " + student.listName(), attendance, places);
    }

    /** @param whose such as “the class” */
    public static Working ofGroup(String whose, Attendance attendance, Places places) {
        return of("Attendance of " + whose, attendance, places);
    }

    private static Working of(String words, Attendance attendance, Places places) {
        List<Working> steps = new ArrayList<>();
        steps.add(Working.of(
                "attended of the lessons that count", attendance.attended() + " of " + attendance.counted()));
        step(steps, "here", attendance.present());
        step(steps, "late, which is attended", attendance.late());
        step(steps, "late with an excuse", attendance.lateExcused());
        step(steps, "absent", attendance.absent());
        step(
                steps,
                attendance.excusedAbsence() == ExcusedAbsence.COUNTS
                        ? "absent with an excuse, which counts"
                        : "absent with an excuse, left out",
                attendance.absentExcused());
        step(steps, "not taken, left out", attendance.notTaken());
        return new Working(
                words,
                attendance
                        .percent()
                        .map(percent -> percent.shown(places) + " %")
                        .orElse("–"),
                steps);
    }

    private static void step(List<Working> steps, String words, int lessons) {
        if (lessons > 0) {
            steps.add(Working.of(words, Integer.toString(lessons)));
        }
    }
}
