package aestimo.app.goals;

import aestimo.app.store.TeacherId;
import java.math.BigDecimal;
import java.time.LocalDate;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface GoalMapper {
    /** A goal as it is written; what is null is as usual. */
    record GoalRow(
            long id,
            long classId,
            @Nullable Long parentId,
            int place,
            String title,
            @Nullable BigDecimal secure,
            @Nullable Integer needs,
            @Nullable String judge) {}

    record EvidenceRow(
            long classId,
            long goalId,
            long assessmentId,
            @Nullable Long partId) {}

    record LevelRow(long classId, long goalId, long enrolmentId, String level, LocalDate onDay) {}

    @Select("""
            INSERT INTO goal (teacher_id, class_id, parent_id, place, title, secure, needs, judge)
            VALUES (#{teacher}, #{row.classId}, #{row.parentId,jdbcType=BIGINT}, #{row.place}, #{row.title},
                    #{row.secure,jdbcType=NUMERIC}, #{row.needs,jdbcType=INTEGER}, #{row.judge,jdbcType=VARCHAR})
            RETURNING id""")
    long insert(@Param("teacher") TeacherId teacher, @Param("row") GoalRow row);

    @Update("""
            UPDATE goal SET parent_id = #{row.parentId,jdbcType=BIGINT}, place = #{row.place}, title = #{row.title},
                   secure = #{row.secure,jdbcType=NUMERIC}, needs = #{row.needs,jdbcType=INTEGER},
                   judge = #{row.judge,jdbcType=VARCHAR}
             WHERE teacher_id = #{teacher} AND class_id = #{row.classId} AND id = #{row.id}""")
    int update(@Param("teacher") TeacherId teacher, @Param("row") GoalRow row);

    @Delete("DELETE FROM goal WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{id}")
    void delete(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("id") long id);

    /** At the end of those the goal has; nothing where it is there already. */
    @Insert("""
            INSERT INTO goal_evidence (teacher_id, class_id, goal_id, assessment_id, part_id, place)
            VALUES (#{teacher}, #{row.classId}, #{row.goalId}, #{row.assessmentId}, #{row.partId,jdbcType=BIGINT},
                    (SELECT count(*) FROM goal_evidence e WHERE e.teacher_id = #{teacher} AND e.goal_id = #{row.goalId}))
            ON CONFLICT DO NOTHING""")
    void insertEvidence(@Param("teacher") TeacherId teacher, @Param("row") EvidenceRow row);

    @Delete("""
            DELETE FROM goal_evidence
             WHERE teacher_id = #{teacher} AND class_id = #{row.classId} AND goal_id = #{row.goalId}
               AND assessment_id = #{row.assessmentId} AND part_id IS NOT DISTINCT FROM #{row.partId,jdbcType=BIGINT}""")
    void deleteEvidence(@Param("teacher") TeacherId teacher, @Param("row") EvidenceRow row);

    /** One of the same day is replaced. */
    @Insert("""
            INSERT INTO goal_level (teacher_id, class_id, goal_id, enrolment_id, level, on_day)
            VALUES (#{teacher}, #{row.classId}, #{row.goalId}, #{row.enrolmentId}, #{row.level}, #{row.onDay})
            ON CONFLICT ON CONSTRAINT goal_level_once DO UPDATE SET level = excluded.level
             WHERE goal_level.teacher_id = #{teacher}""")
    void writeLevel(@Param("teacher") TeacherId teacher, @Param("row") LevelRow row);

    @Delete("""
            DELETE FROM goal_level
             WHERE teacher_id = #{teacher} AND class_id = #{classId} AND goal_id = #{goalId}
               AND enrolment_id = #{enrolmentId} AND on_day = #{onDay}""")
    int deleteLevel(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("goalId") long goalId,
            @Param("enrolmentId") long enrolmentId,
            @Param("onDay") LocalDate onDay);
}
