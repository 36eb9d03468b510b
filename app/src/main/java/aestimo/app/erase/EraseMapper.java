package aestimo.app.erase;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface EraseMapper {
    record StudentRow(long id, String family, String given, boolean erased) {}

    @Select("""
            SELECT s.id, s.family, s.given, s.erased IS NOT NULL AS erased FROM student s
              JOIN enrolment e ON e.teacher_id = s.teacher_id AND e.student_id = s.id
             WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId} AND e.id = #{enrolmentId}""")
    Optional<StudentRow> find(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId);

    /** @param sealed whether it was sent; a draft otherwise */
    record ReturnRow(long returnId, long enrolmentId, boolean sealed, String canonical, String markbook) {}

    /** The returns a student is in, of all classes, kept as they are until the transaction ends. */
    @Select("""
            SELECT r.id AS return_id, e.id AS enrolment_id, r.sealed IS NOT NULL AS sealed, r.canonical, r.markbook
              FROM return_row w JOIN school_return r ON r.id = w.return_id JOIN enrolment e ON e.id = w.enrolment_id
             WHERE w.teacher_id = #{teacher} AND e.student_id = #{student} ORDER BY r.id FOR UPDATE OF r""")
    List<ReturnRow> findReturns(@Param("teacher") TeacherId teacher, @Param("student") long student);

    @Select("""
            SELECT count(*) FROM return_row w JOIN school_return r ON r.id = w.return_id JOIN enrolment e ON e.id = w.enrolment_id
             WHERE w.teacher_id = #{teacher} AND e.student_id = #{student} AND r.sealed IS NOT NULL""")
    int countSealed(@Param("teacher") TeacherId teacher, @Param("student") long student);

    @Update("UPDATE school_return SET markbook = #{markbook} WHERE teacher_id = #{teacher} AND id = #{returnId}")
    void updateDraft(
            @Param("teacher") TeacherId teacher, @Param("returnId") long returnId, @Param("markbook") String markbook);

    /** Of the acting teacher, through a function made for it. */
    @Select(value = "SELECT kind, count FROM erase_student(#{student}, #{instead}, #{now})", affectData = true)
    List<Erased> erase(
            @Param("student") long student, @Param("instead") String instead, @Param("now") OffsetDateTime now);

    @Select(
            value = "SELECT rewrite_sealed(#{row.returnId}, #{row.enrolmentId}, #{row.canonical}, #{row.markbook},"
                    + " #{instead})::text",
            affectData = true)
    String rewriteSealed(@Param("row") ReturnRow row, @Param("instead") String instead);

    @Select(value = "SELECT erase_account()", affectData = true)
    boolean eraseAccount();

    @Select(value = "SELECT forget_what_is_old(#{changes}, #{browsers}, #{imports})", affectData = true)
    int forgetOld(
            @Param("changes") OffsetDateTime changes,
            @Param("browsers") OffsetDateTime browsers,
            @Param("imports") OffsetDateTime imports);
}
