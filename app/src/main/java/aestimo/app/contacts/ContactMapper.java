package aestimo.app.contacts;

import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface ContactMapper {
    /** @param studentEmail the student's own address */
    record ReachRow(
            long enrolmentId,
            String studentEmail,
            Long id,
            String name,
            String relation,
            String email,
            String telephone,
            String language,
            String purpose) {}

    record ContactRow(
            long id, String name, String relation, String email, String telephone, String language, String purpose) {}

    @Select("""
            SELECT id, name, relation, email, telephone, language, upper(purpose) AS purpose FROM contact
             WHERE teacher_id = #{teacher} AND student_id = #{studentId} ORDER BY id""")
    List<ContactRow> findOfStudent(@Param("teacher") TeacherId teacher, @Param("studentId") long studentId);

    @Select(
            "SELECT student_id FROM enrolment WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{enrolmentId}")
    Optional<Long> findStudent(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId);

    /** A row for each contact; one with a null id for a student who has none. */
    @Select("""
            SELECT e.id AS enrolment_id, s.email AS student_email, c.id, coalesce(c.name, '') AS name,
                   coalesce(c.relation, '') AS relation, coalesce(c.email, '') AS email,
                   coalesce(c.telephone, '') AS telephone, coalesce(c.language, '') AS language, upper(coalesce(c.purpose, 'never')) AS purpose
              FROM enrolment e
              JOIN student s ON s.teacher_id = e.teacher_id AND s.id = e.student_id
              LEFT JOIN contact c ON c.teacher_id = s.teacher_id AND c.student_id = s.id
             WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId} ORDER BY e.id, c.id""")
    List<ReachRow> findOfClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Insert("""
            INSERT INTO contact (teacher_id, student_id, name, relation, email, telephone, language, purpose)
            VALUES (#{teacher}, #{studentId}, #{own.name}, #{own.relation}, #{own.email}, #{own.telephone}, #{own.language}, lower(#{own.purpose}))""")
    void insert(@Param("teacher") TeacherId teacher, @Param("studentId") long studentId, @Param("own") Contact own);

    @Update("""
            UPDATE contact SET name = #{own.name}, relation = #{own.relation}, email = #{own.email},
                   telephone = #{own.telephone}, language = #{own.language}, purpose = lower(#{own.purpose})
             WHERE teacher_id = #{teacher} AND student_id = #{studentId} AND id = #{own.id}""")
    int update(@Param("teacher") TeacherId teacher, @Param("studentId") long studentId, @Param("own") Contact own);

    @Delete("DELETE FROM contact WHERE teacher_id = #{teacher} AND student_id = #{studentId} AND id = #{id}")
    void delete(@Param("teacher") TeacherId teacher, @Param("studentId") long studentId, @Param("id") long id);
}
