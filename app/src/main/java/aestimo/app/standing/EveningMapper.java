package aestimo.app.standing;

import aestimo.app.store.TeacherId;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Appointments with parents, and what was said. */
@Mapper
interface EveningMapper {
    /** @param day null, like {@code at}, where none is fixed */
    record SlotRow(
            long classId,
            long enrolmentId,
            @Nullable LocalDate day,
            @Nullable LocalTime at) {}

    @Select("""
            SELECT class_id, enrolment_id, day, at FROM appointment
             WHERE teacher_id = #{teacher} AND day IS NOT NULL ORDER BY day, at, enrolment_id""")
    List<SlotRow> findSlots(@Param("teacher") TeacherId teacher);

    @Select(
            "SELECT said FROM appointment WHERE teacher_id = #{teacher} AND class_id = #{classId} AND enrolment_id = #{enrolment}")
    Optional<String> findSaid(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("enrolment") long enrolmentId);

    @Insert("""
            INSERT INTO appointment (teacher_id, class_id, enrolment_id, day, at)
            VALUES (#{teacher}, #{slot.classId}, #{slot.enrolmentId}, #{slot.day}, #{slot.at})
            ON CONFLICT (enrolment_id) DO UPDATE SET day = excluded.day, at = excluded.at
             WHERE appointment.teacher_id = excluded.teacher_id""")
    void writeSlot(@Param("teacher") TeacherId teacher, @Param("slot") SlotRow slot);

    /** Returns 0 where something else stands there than {@code was}. */
    @Insert("""
            INSERT INTO appointment (teacher_id, class_id, enrolment_id, said)
            VALUES (#{teacher}, #{classId}, #{enrolment}, #{said})
            ON CONFLICT (enrolment_id) DO UPDATE SET said = excluded.said
             WHERE appointment.teacher_id = excluded.teacher_id AND appointment.said IN (#{was}, excluded.said)""")
    int writeSaid(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolment") long enrolmentId,
            @Param("was") String was,
            @Param("said") String said);
}
