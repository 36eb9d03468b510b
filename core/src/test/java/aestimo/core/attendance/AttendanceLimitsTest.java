package aestimo.core.attendance;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.register.ExcusedAbsence;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AttendanceLimitsTest {
    /** The percent is compared as it is exactly: 89.95 is shown as 90.0 with one place, and is under 90 all the same. */
    @ParameterizedTest
    @CsvSource({
        "9, 0, 1, 0, COUNTS, 90, false",
        "1799, 0, 201, 0, COUNTS, 90, true",
        "9, 0, 0, 1, COUNTS, 91, true",
        "9, 0, 0, 1, LEFT_OUT, 91, false",
        "8, 1, 1, 0, COUNTS, 90, false",
        "0, 0, 3, 0, COUNTS, 1, true",
        "0, 0, 3, 0, COUNTS, 0, false",
        "3, 0, 0, 0, COUNTS, 100, false",
        "3, 0, 0, 0, COUNTS, 101, true",
        "0, 0, 0, 0, COUNTS, 100, false",
        "0, 0, 0, 5, LEFT_OUT, 100, false",
    })
    void attendanceIsLowBelowThePercentExactly(
            int present, int late, int absent, int absentExcused, ExcusedAbsence excused, int below, boolean isLow) {
        Attendance own = new Attendance(present, late, 0, absent, absentExcused, 0, 0, excused);
        assertThat(new AttendanceLimits(below, 3).isLow(own)).isEqualTo(isLow);
    }

    @ParameterizedTest
    @CsvSource({"2, 1, 3, true", "2, 0, 3, false", "0, 3, 3, true", "0, 0, 0, false", "0, 1, 0, true", "1, 0, 1, true"})
    void lateWithAnExcuseIsLateToo(int late, int lateExcused, int from, boolean isOften) {
        Attendance own = new Attendance(5, late, lateExcused, 0, 0, 0, 0, ExcusedAbsence.COUNTS);
        assertThat(new AttendanceLimits(90, from).isOftenLate(own)).isEqualTo(isOften);
    }
}
