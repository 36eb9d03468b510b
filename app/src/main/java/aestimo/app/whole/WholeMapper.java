package aestimo.app.whole;

import aestimo.app.store.TeacherId;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface WholeMapper {
    record InstructionsRow(long assessmentId, String instructions) {}

    /** Note and memo of one entry. */
    record RemarkRow(long assessmentId, long enrolmentId, long partId, String note, String memo) {}

    List<InstructionsRow> findInstructions(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<RemarkRow> findRemarks(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void updateTop(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("top") OutOf top);

    void updateScore(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("score") Mark score);

    void insertTarget(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("start") String start,
            @Param("end") String end);

    void insertTermTarget(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("termId") long termId,
            @Param("band") String band);
}
