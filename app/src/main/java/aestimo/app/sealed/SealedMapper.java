package aestimo.app.sealed;

import aestimo.app.store.TeacherId;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Reads sealed returns; nothing writes them. */
@Mapper
interface SealedMapper {
    /** @param bands JSON, as they were sealed */
    record SealedRow(
            long termId, String bands, long enrolmentId, String percent, String exact, String grade, String aim) {}

    /** The latest sealed return of each term, with the grade that was sent. */
    @Select("""
            SELECT r.term_id, r.bands, w.enrolment_id, w.percent, w.exact,
                   CASE WHEN w.no_grade THEN '' WHEN w.sent_as = '' THEN w.grade ELSE w.sent_as END AS grade, w.aim
              FROM school_return r
              JOIN return_row w ON w.teacher_id = r.teacher_id AND w.return_id = r.id
             WHERE r.teacher_id = #{teacher} AND r.class_id = #{classId} AND r.sealed IS NOT NULL
               AND r.number = (SELECT max(o.number) FROM school_return o
                                WHERE o.teacher_id = #{teacher} AND o.class_id = r.class_id AND o.term_id = r.term_id
                                  AND o.sealed IS NOT NULL)
             ORDER BY r.term_id, w.place""")
    List<SealedRow> findLatest(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    record HeldTerm(long id, String name) {}

    /** The terms of a year that a return was begun for. */
    @Select("""
            SELECT t.id, t.name FROM term t
             WHERE t.teacher_id = #{teacher} AND t.year_id = #{yearId}
               AND EXISTS (SELECT FROM school_return r WHERE r.teacher_id = t.teacher_id AND r.term_id = t.id)
             ORDER BY t.starts""")
    List<HeldTerm> findHeldTerms(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    /** As “Brandt, Ilva”. */
    @Select("""
            SELECT s.family || ', ' || s.given FROM enrolment e
              JOIN student s ON s.teacher_id = e.teacher_id AND s.id = e.student_id
             WHERE e.teacher_id = #{teacher}
               AND e.id = ANY (#{ids,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::bigint[])
               AND EXISTS (SELECT FROM return_row w WHERE w.teacher_id = e.teacher_id AND w.enrolment_id = e.id)
             ORDER BY s.family, s.given""")
    List<String> findHeld(@Param("teacher") TeacherId teacher, @Param("ids") Long[] enrolmentIds);

    default List<String> findHeldStudents(TeacherId teacher, List<Long> enrolmentIds) {
        return findHeld(teacher, enrolmentIds.toArray(new Long[0]));
    }
}
