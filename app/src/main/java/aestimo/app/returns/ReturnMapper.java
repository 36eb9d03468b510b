package aestimo.app.returns;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface ReturnMapper {
    /** @param sealed null while it is a draft */
    record HeadRow(
            long id,
            long classId,
            long termId,
            int number,
            OffsetDateTime begun,
            OffsetDateTime taken,
            OffsetDateTime sealed,
            String sha256,
            String why,
            int erased) {}

    /** @param fields JSON */
    record StudentRow(
            long returnId,
            long enrolmentId,
            int place,
            String name,
            String percent,
            String exact,
            String grade,
            String aim,
            String sentAs,
            boolean noGrade,
            String reason,
            String fields,
            String comment) {}

    /** @param enrolmentId in the class that is asked about, not in that of the return */
    record EarlierRow(
            long enrolmentId,
            long returnId,
            String year,
            String className,
            String subject,
            String term,
            String percent,
            String grade,
            boolean noGrade,
            String aim) {}

    List<HeadRow> findOfClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<HeadRow> findAll(@Param("teacher") TeacherId teacher);

    Optional<HeadRow> find(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("returnId") long returnId);

    List<StudentRow> findRows(@Param("teacher") TeacherId teacher, @Param("returnId") long returnId);

    /** What the students of a class were told by the last sealed returns of the teacher's classes in earlier years. */
    List<EarlierRow> findOfEarlierYears(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    long insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("termId") long termId,
            @Param("number") int number,
            @Param("now") OffsetDateTime now,
            @Param("markbook") String markbook);

    void updateTaken(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("now") OffsetDateTime now,
            @Param("markbook") String markbook);

    /** Of a draft; a sealed one is left alone. */
    void updateWhy(@Param("teacher") TeacherId teacher, @Param("returnId") long returnId, @Param("why") String why);

    void deleteRow(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("enrolmentId") long enrolmentId);

    void writeRow(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("row") StudentRow row);

    /** Deletes a draft; returns 0 where it is sealed. */
    int deleteInHand(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("returnId") long returnId);
}
