package aestimo.app.register;

import aestimo.app.store.TeacherId;
import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.register.Presence;
import aestimo.core.register.RegisterEntry;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface RegisterMapper {
    /** @param single made by hand */
    record LessonRow(long id, LocalDate date, int at, boolean single) {}

    /**
     * A lesson of the week.
     *
     * @param week EVERY, A or B
     * @param starts by the clock, as 10:40, and {@code ends}; empty where that is not said
     */
    record TimeRow(int weekday, int at, String week, String starts, String ends) {
        static TimeRow of(int weekday, int at, String week) {
            return new TimeRow(weekday, at, week, "", "");
        }

        /** “10:40–11:25”; empty where no clock is said. */
        String clock() {
            return starts + (ends.isEmpty() ? "" : "–" + ends);
        }
    }

    record DayOffRow(LocalDate date, String words) {}

    /** The version of an entry; a row is there also for one that was taken back. */
    record VersionRow(long lessonId, long enrolmentId, int version) {}

    /** An entry as it is written; presence is null where it is taken back. */
    record EntryRow(
            long classId,
            long lessonId,
            long enrolmentId,
            @Nullable String presence,
            boolean excused,
            int minutes,
            String reason) {
        static EntryRow of(long classId, RegisterEntry entry) {
            return new EntryRow(
                    classId,
                    Long.parseLong(entry.lesson().text()),
                    Long.parseLong(entry.student().text()),
                    entry.presence().name(),
                    entry.excused(),
                    entry.minutes(),
                    entry.reason());
        }

        static EntryRow none(long classId, long lessonId, long enrolmentId) {
            return new EntryRow(classId, lessonId, enrolmentId, null, false, 0, "");
        }
    }

    /**
     * A student in a lesson, with what is entered there.
     *
     * @param presence null where nothing is, like the rest of it
     * @param version 0 where nothing ever was
     */
    record PlaceRow(
            long lessonId,
            LocalDate date,
            long enrolmentId,
            @Nullable String presence,
            boolean excused,
            int minutes,
            String reason,
            int version) {
        Optional<RegisterEntry> entry() {
            return Optional.ofNullable(presence)
                    .map(said -> new RegisterEntry(
                            new StudentId(Long.toString(enrolmentId)),
                            new LessonId(Long.toString(lessonId)),
                            Presence.valueOf(said),
                            excused,
                            minutes,
                            reason));
        }
    }

    /** Of every student of the class in each of some lessons of it. */
    List<PlaceRow> findPlaces(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("lessons") Long[] lessons);

    int countEntries(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Writes an entry whose version is {@code base}; 0 where it has another by now. */
    int write(@Param("teacher") TeacherId teacher, @Param("entry") EntryRow entry, @Param("base") int base);

    /** The version of an entry whose latest alteration is one of the requests named; null where another came since. */
    @Nullable
    Integer findVersionLeftBy(
            @Param("teacher") TeacherId teacher,
            @Param("lessonId") long lessonId,
            @Param("enrolmentId") long enrolmentId,
            @Param("requests") String[] requests);

    List<VersionRow> findVersions(@Param("teacher") TeacherId teacher, @Param("lessonId") long lessonId);

    List<String> findReasons(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<LessonRow> findLessons(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Nothing where there is one on the day with the number already. */
    int insertLesson(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("date") LocalDate date,
            @Param("at") int at,
            @Param("single") boolean single);

    /** Lessons nobody entered anything for. */
    int deleteUntaken(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("lessonId") long lessonId);

    List<TimeRow> findTimes(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void deleteTimes(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void insertTime(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("time") TimeRow time);

    List<DayOffRow> findDaysOff(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void deleteDaysOff(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void insertDayOff(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("day") DayOffRow day);

    void updateExcusedAbsence(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("excused") String excused);
}
