package aestimo.app.whole;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.time.OffsetDateTime;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface WholeMapper {
    record InstructionsRow(long assessmentId, String instructions) {}

    /** Note and memo of one entry. */
    record RemarkRow(long assessmentId, long enrolmentId, long partId, String note, String memo) {}

    /** An entry as it is written; the mark is null unless it is one. */
    record EntryRow(
            CellId cell,
            String kind,
            Mark mark,
            String words,
            boolean late,
            boolean toFinish,
            String note,
            String memo,
            String shown) {}

    List<InstructionsRow> findInstructions(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<RemarkRow> findRemarks(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void insertEntries(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("entries") List<EntryRow> entries);

    void insertChanges(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("at") OffsetDateTime at,
            @Param("entries") List<EntryRow> entries);

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
