package aestimo.app.targets;

import aestimo.app.store.TeacherId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** Students marked for help. */
@Mapper
interface HelpMapper {
    /** @param ended null while it goes on */
    record HelpRow(
            long id,
            long classId,
            long enrolmentId,
            LocalDate since,
            String reason,
            String doing,
            LocalDate lookAgain,
            @Nullable LocalDate ended,
            String outcome) {}

    @Select("""
            SELECT id, class_id, enrolment_id, since, reason, doing, look_again, ended, outcome FROM help
             WHERE teacher_id = #{teacher} AND class_id = #{classId} ORDER BY ended DESC NULLS FIRST, look_again, id""")
    List<HelpRow> findOfClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Select("""
            SELECT id, class_id, enrolment_id, since, reason, doing, look_again, ended, outcome FROM help
             WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{helpId}""")
    Optional<HelpRow> find(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("helpId") long helpId);

    @Select("""
            SELECT id, class_id, enrolment_id, since, reason, doing, look_again, ended, outcome FROM help
             WHERE teacher_id = #{teacher} AND ended IS NULL AND look_again <= #{day} ORDER BY look_again, id""")
    List<HelpRow> findDue(@Param("teacher") TeacherId teacher, @Param("day") LocalDate day);

    /** Returns 0 where the student is marked for help already. */
    @Insert("""
            INSERT INTO help (teacher_id, class_id, enrolment_id, since, reason, doing, look_again)
            VALUES (#{teacher}, #{row.classId}, #{row.enrolmentId}, #{row.since}, #{row.reason}, #{row.doing}, #{row.lookAgain})
            ON CONFLICT (enrolment_id) WHERE ended IS NULL DO NOTHING""")
    int insert(@Param("teacher") TeacherId teacher, @Param("row") HelpRow row);

    /** Alters one that goes on; returns 0 where it has ended. */
    @Update("""
            UPDATE help SET reason = #{row.reason}, doing = #{row.doing}, look_again = #{row.lookAgain},
                   ended = #{row.ended,jdbcType=DATE}, outcome = #{row.outcome}
             WHERE teacher_id = #{teacher} AND class_id = #{row.classId} AND id = #{row.id} AND ended IS NULL""")
    int update(@Param("teacher") TeacherId teacher, @Param("row") HelpRow row);
}
