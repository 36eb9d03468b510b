package aestimo.app.groundwork;

import aestimo.app.store.TeacherId;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface ArchiveMapper {
    @Update("UPDATE school_class SET archived = #{archived} WHERE teacher_id = #{teacher} AND id = #{classId}")
    int setArchived(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("archived") boolean archived);

    /** What would go with a class: its students and those of them in no other class, entries, letters, sealed returns. */
    @Select("""
            SELECT (SELECT count(*) FROM enrolment e WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId}) AS students,
                   (SELECT count(*) FROM enrolment e WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId}
                       AND NOT EXISTS (SELECT FROM enrolment o WHERE o.teacher_id = e.teacher_id
                                          AND o.student_id = e.student_id AND o.class_id <> e.class_id)) AS only_here,
                   (SELECT count(*) FROM entry e WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId}
                       AND e.kind <> 'BLANK') AS entries,
                   (SELECT count(*) FROM school_return r WHERE r.teacher_id = #{teacher} AND r.class_id = #{classId}
                       AND r.sealed IS NOT NULL) AS sealed""")
    ArchiveService.Holds count(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Its name; null where there is none such. */
    @Select("SELECT name FROM school_year WHERE teacher_id = #{teacher} AND id = #{yearId} FOR UPDATE")
    @Nullable
    String lockYear(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    /** With its terms. */
    @Delete("DELETE FROM school_year WHERE teacher_id = #{teacher} AND id = #{yearId}")
    int deleteYear(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    @Select("SELECT student_id FROM enrolment WHERE teacher_id = #{teacher} AND class_id = #{classId}")
    List<Long> findStudents(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Delete("DELETE FROM school_return WHERE teacher_id = #{teacher} AND class_id = #{classId} AND sealed IS NULL")
    void deleteDrafts(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Delete("DELETE FROM assessment WHERE teacher_id = #{teacher} AND class_id = #{classId}")
    void deleteAssessments(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** With all that belongs to it. */
    @Delete("DELETE FROM school_class WHERE teacher_id = #{teacher} AND id = #{classId}")
    int deleteClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Those of the students who are in no class any more. */
    @Delete("""
            DELETE FROM student s WHERE s.teacher_id = #{teacher}
               AND s.id = ANY (#{ids,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::bigint[])
               AND NOT EXISTS (SELECT FROM enrolment e WHERE e.teacher_id = s.teacher_id AND e.student_id = s.id)""")
    void deleteStudentsInNoClass(@Param("teacher") TeacherId teacher, @Param("ids") Long[] ids);
}
