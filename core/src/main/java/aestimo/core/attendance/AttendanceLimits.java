package aestimo.core.attendance;

import aestimo.core.value.Percent;

/**
 * From where on somebody's attendance is worth speaking about.
 *
 * @param below percent; attendance under it is low, by its exact value. Nobody of whom no lesson counts is low
 * @param oftenLate lessons; who came late so many times, with an excuse or without, is often late. 0 is the same as 1
 */
public record AttendanceLimits(long below, long oftenLate) {
    /** What is asked where nobody chose anything else. */
    public static final AttendanceLimits USUAL = new AttendanceLimits(90, 3);

    public boolean isLow(Attendance attendance) {
        return attendance
                .percent()
                .filter(percent -> !percent.isAtLeast(Percent.of(below)))
                .isPresent();
    }

    public boolean isOftenLate(Attendance attendance) {
        return attendance.lateInAll() >= Math.max(1, oftenLate);
    }
}
