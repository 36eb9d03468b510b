package aestimo.app.school;

import aestimo.app.store.TeacherId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** How a teacher reaches the school, and who is who there. */
@Mapper
interface SchoolMapper {
    /** @param labels one in each line */
    record FieldRow(int place, String name, String holds, String labels) {}

    /** A student of a class, with the id at the school; empty for none. */
    record StudentRow(
            long enrolmentId,
            long studentId,
            String number,
            String family,
            String given,
            String setName,
            boolean left,
            String schoolRef) {}

    @Select("SELECT address, client, secret, school_teacher FROM school_connection WHERE teacher_id = #{teacher}")
    Optional<Connection> findConnection(@Param("teacher") TeacherId teacher);

    @Insert("""
            INSERT INTO school_connection (teacher_id, address, client, secret, school_teacher)
            VALUES (#{teacher}, #{own.address}, #{own.client}, #{own.secret}, #{own.schoolTeacher})
            ON CONFLICT ON CONSTRAINT school_connection_pk DO UPDATE SET address = excluded.address, client = excluded.client,
                   secret = excluded.secret, school_teacher = excluded.school_teacher WHERE school_connection.teacher_id = #{teacher}""")
    void writeConnection(@Param("teacher") TeacherId teacher, @Param("own") Connection connection);

    @Delete("DELETE FROM school_connection WHERE teacher_id = #{teacher}")
    void deleteConnection(@Param("teacher") TeacherId teacher);

    @Select("SELECT place, name, holds, labels FROM school_field WHERE teacher_id = #{teacher} ORDER BY place")
    List<FieldRow> findFields(@Param("teacher") TeacherId teacher);

    @Delete("DELETE FROM school_field WHERE teacher_id = #{teacher}")
    void deleteFields(@Param("teacher") TeacherId teacher);

    @Insert("""
            INSERT INTO school_field (teacher_id, place, name, holds, labels)
            VALUES (#{teacher}, #{row.place}, #{row.name}, #{row.holds}, #{row.labels})""")
    void insertField(@Param("teacher") TeacherId teacher, @Param("row") FieldRow row);

    @Select("SELECT comment_length FROM school_asks WHERE teacher_id = #{teacher}")
    Optional<Integer> findCommentLength(@Param("teacher") TeacherId teacher);

    @Insert("""
            INSERT INTO school_asks (teacher_id, comment_length) VALUES (#{teacher}, #{length})
            ON CONFLICT ON CONSTRAINT school_asks_pk DO UPDATE SET comment_length = excluded.comment_length
             WHERE school_asks.teacher_id = #{teacher}""")
    void writeCommentLength(@Param("teacher") TeacherId teacher, @Param("length") int length);

    /** @param takesFrom inclusive, like {@code takesTo} */
    record DatesRow(LocalDate starts, LocalDate ends, LocalDate takesFrom, LocalDate takesTo) {}

    @Select("""
            SELECT starts, ends, takes_from, takes_to FROM school_dates
             WHERE teacher_id = #{teacher} AND starts = #{starts} AND ends = #{ends}""")
    Optional<DatesRow> findDates(
            @Param("teacher") TeacherId teacher, @Param("starts") LocalDate starts, @Param("ends") LocalDate ends);

    @Insert("""
            INSERT INTO school_dates (teacher_id, starts, ends, takes_from, takes_to)
            VALUES (#{teacher}, #{row.starts}, #{row.ends}, #{row.takesFrom}, #{row.takesTo})
            ON CONFLICT ON CONSTRAINT school_dates_pk DO UPDATE SET takes_from = excluded.takes_from, takes_to = excluded.takes_to
             WHERE school_dates.teacher_id = #{teacher}""")
    void writeDates(@Param("teacher") TeacherId teacher, @Param("row") DatesRow row);

    @Select("SELECT key, heading FROM return_layout WHERE teacher_id = #{teacher} ORDER BY place")
    List<LayoutColumn> findLayout(@Param("teacher") TeacherId teacher);

    @Delete("DELETE FROM return_layout WHERE teacher_id = #{teacher}")
    void deleteLayout(@Param("teacher") TeacherId teacher);

    @Insert(
            "INSERT INTO return_layout (teacher_id, place, key, heading) VALUES (#{teacher}, #{place}, #{own.key}, #{own.heading})")
    void insertLayout(@Param("teacher") TeacherId teacher, @Param("place") int place, @Param("own") LayoutColumn own);

    @Select("SELECT school_ref FROM school_class WHERE teacher_id = #{teacher} AND id = #{classId}")
    Optional<String> findClassRef(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Update("UPDATE school_class SET school_ref = #{ref} WHERE teacher_id = #{teacher} AND id = #{classId}")
    void updateClassRef(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("ref") String ref);

    @Select("""
            SELECT e.id AS enrolment_id, s.id AS student_id, s.number, s.family, s.given, e.set_name,
                   e.left_on IS NOT NULL AS "left", s.school_ref
              FROM enrolment e
              JOIN student s ON s.teacher_id = e.teacher_id AND s.id = e.student_id
             WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId} ORDER BY lower(s.family), lower(s.given), e.id""")
    List<StudentRow> findStudents(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Update("UPDATE student SET school_ref = #{ref} WHERE teacher_id = #{teacher} AND id = #{studentId}")
    void updateStudentRef(
            @Param("teacher") TeacherId teacher, @Param("studentId") long studentId, @Param("ref") String ref);
}
