package aestimo.app.marks;

import aestimo.app.store.TeacherId;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface AssessmentMapper {
    /** An assessment as it is written. */
    record AssessmentRow(
            long categoryId,
            String title,
            LocalDate date,
            OutOf outOf,
            Long termId,
            LocalDate due,
            Weight weight,
            boolean bonus,
            boolean allowOver,
            String instructions) {}

    long insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessment") AssessmentRow assessment);

    int update(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId,
            @Param("version") int version,
            @Param("assessment") AssessmentRow assessment);

    String findInstructions(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId);

    /** Null where the class has no such assessment. */
    Integer findVersion(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId);

    /** Removes an assessment unless some cell of it holds something. */
    int deleteEmpty(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId);
}
