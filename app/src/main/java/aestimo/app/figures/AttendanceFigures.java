package aestimo.app.figures;

import aestimo.core.attendance.Attendance;
import aestimo.core.result.StudentStanding;
import aestimo.core.working.AttendanceWorking;
import aestimo.core.working.Working;
import java.util.List;
import java.util.Optional;
import java.util.function.ToIntFunction;

/** What the register makes of a student's lessons; nothing where a class keeps none, or pieces are picked. */
final class AttendanceFigures {
    private static final Figure ATTENDANCE = Figure.of(
                    "attendance",
                    "Attendance",
                    FigureType.PERCENT,
                    (at, own) -> Catalogue.percent(at, of(at, own).flatMap(Attendance::percent)))
            .group((at, set) -> Catalogue.percent(at, ofGroup(at, set).flatMap(Attendance::percent)))
            .workedOutBy(AttendanceFigures::working)
            .workedOutForGroupBy((at, set) ->
                    ofGroup(at, set).map(all -> AttendanceWorking.ofGroup(set.orElse("the class"), all, at.places())));

    static final List<Figure> ALL = List.of(
            ATTENDANCE,
            lessons("lessons-here", "Lessons here", Attendance::present),
            lessons("lessons-late", "Lessons late", Attendance::lateInAll),
            lessons("minutes-late", "Minutes late", Attendance::minutesLate),
            lessons("lessons-absent", "Lessons absent", Attendance::absent),
            lessons("lessons-excused", "Lessons excused", Attendance::absentExcused),
            lessons("lessons-not-taken", "Lessons not taken", Attendance::notTaken));

    private AttendanceFigures() {}

    private static Figure lessons(String key, String heading, ToIntFunction<Attendance> count) {
        return Figure.of(
                        key,
                        heading,
                        FigureType.COUNT,
                        (at, own) -> of(at, own)
                                .map(attendance -> Value.count(count.applyAsInt(attendance)))
                                .orElse(Value.NONE))
                .workedOutBy(AttendanceFigures::working);
    }

    private static Optional<Attendance> of(ClassFigures at, StudentStanding own) {
        return at.attendance().map(all -> all.of(own.student()));
    }

    private static Optional<Attendance> ofGroup(ClassFigures at, Optional<String> set) {
        return at.attendance().map(all -> set.map(all::ofSet).orElseGet(all::ofClass));
    }

    private static Optional<Working> working(ClassFigures at, StudentStanding own) {
        return of(at, own).map(attendance -> AttendanceWorking.of(own.student(), attendance, at.places()));
    }
}
