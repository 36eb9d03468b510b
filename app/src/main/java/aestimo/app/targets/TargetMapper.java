package aestimo.app.targets;

import aestimo.app.store.TeacherId;
import aestimo.core.value.Mark;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface TargetMapper {
    /** A target; labels are empty text where none is set. */
    record TargetRow(long enrolmentId, String startBand, String endBand, String stageBand, LocalDate since) {}

    record TermRow(long enrolmentId, long termId, String band) {}

    /** @param termBands as JSON, by the ids of the terms */
    record EarlierRow(
            long enrolmentId, LocalDate untilDay, String startBand, String endBand, String termBands, String reason) {}

    record StepRow(Mark fromScore, String band) {}

    List<TargetRow> findTargets(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<TermRow> findTermBands(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<EarlierRow> findEarlier(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void writeTarget(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("row") TargetRow row);

    void deleteTarget(@Param("teacher") TeacherId teacher, @Param("enrolmentId") long enrolmentId);

    void updateSince(
            @Param("teacher") TeacherId teacher,
            @Param("enrolmentId") long enrolmentId,
            @Param("since") LocalDate since);

    void deleteEarlier(
            @Param("teacher") TeacherId teacher,
            @Param("enrolmentId") long enrolmentId,
            @Param("until") LocalDate until);

    void deleteTermBands(@Param("teacher") TeacherId teacher, @Param("enrolmentId") long enrolmentId);

    void insertTermBand(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("row") TermRow row);

    void writeEarlier(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("row") EarlierRow row);

    String findStageName(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void updateStageName(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("name") String name);

    List<StepRow> findSteps(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void deleteSteps(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void insertStep(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("row") StepRow row);
}
