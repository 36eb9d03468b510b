package aestimo.core.attendance;

import aestimo.core.register.ExcusedAbsence;
import aestimo.core.register.RegisterEntry;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.Optional;

/**
 * How much of their lessons one student, or several together, attended (rules, section 13).
 *
 * @param present how many lessons they were in from the start
 * @param late without an excuse, as {@code absent} is
 * @param minutesLate of all late ones, excused or not
 * @param notTaken lessons up to today meant for them without an entry of theirs
 * @param excusedAbsence what {@code absentExcused} is to the percent
 */
public record Attendance(
        int present,
        int late,
        int lateExcused,
        int absent,
        int absentExcused,
        int minutesLate,
        int notTaken,
        ExcusedAbsence excusedAbsence) {
    /** Before any lesson. */
    static Attendance none(ExcusedAbsence excusedAbsence) {
        return new Attendance(0, 0, 0, 0, 0, 0, 0, excusedAbsence);
    }

    Attendance with(RegisterEntry entry) {
        boolean excused = entry.excused();
        return switch (entry.presence()) {
            case PRESENT ->
                new Attendance(
                        present + 1, late, lateExcused, absent, absentExcused, minutesLate, notTaken, excusedAbsence);
            case LATE ->
                new Attendance(
                        present,
                        excused ? late : late + 1,
                        excused ? lateExcused + 1 : lateExcused,
                        absent,
                        absentExcused,
                        minutesLate + entry.minutes(),
                        notTaken,
                        excusedAbsence);
            case ABSENT ->
                new Attendance(
                        present,
                        late,
                        lateExcused,
                        excused ? absent : absent + 1,
                        excused ? absentExcused + 1 : absentExcused,
                        minutesLate,
                        notTaken,
                        excusedAbsence);
        };
    }

    Attendance withoutEntry() {
        return new Attendance(
                present, late, lateExcused, absent, absentExcused, minutesLate, notTaken + 1, excusedAbsence);
    }

    Attendance plus(Attendance other) {
        return new Attendance(
                present + other.present,
                late + other.late,
                lateExcused + other.lateExcused,
                absent + other.absent,
                absentExcused + other.absentExcused,
                minutesLate + other.minutesLate,
                notTaken + other.notTaken,
                excusedAbsence);
    }

    /** Lessons they were late for, with an excuse or without. */
    public int lateInAll() {
        return late + lateExcused;
    }

    /** Lessons they were in, from the start or late. */
    public int attended() {
        return present + lateInAll();
    }

    /** Lessons the percent is of. */
    public int counted() {
        return attended() + absent + (excusedAbsence == ExcusedAbsence.COUNTS ? absentExcused : 0);
    }

    /** Exact; empty where no lesson counts. */
    public Optional<Percent> percent() {
        return counted() == 0 ? Optional.empty() : Optional.of(new Percent(Fraction.of(100L * attended(), counted())));
    }
}
