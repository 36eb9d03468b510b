package aestimo.app.marks;

import aestimo.app.store.TeacherId;
import aestimo.core.book.AssessmentKind;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface AssessmentMapper {
    /** An assessment as it is written; null for what is not stated. */
    record AssessmentRow(
            long categoryId,
            String title,
            @Nullable LocalDate date,
            AssessmentKind kind,
            @Nullable OutOf outOf,
            @Nullable Long boundariesId,
            @Nullable Long termId,
            @Nullable LocalDate due,
            Weight weight,
            boolean bonus,
            boolean allowOver,
            String instructions) {}

    /** @param id 0 for a new one */
    record PartRow(long id, int place, String title, OutOf outOf, Weight weight) {}

    record CeilingRow(int place, Percent pass, int fewerThan, Percent most) {}

    record InstructionsRow(long assessmentId, String instructions) {}

    /** Those that have any. */
    List<InstructionsRow> findInstructions(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** What a piece has that no figure needs. */
    record BesideRow(int version, String instructions, Long boundariesId) {}

    /** A piece removed from the sheet. */
    record RemovedRow(long id, String title, LocalDate date, OffsetDateTime removedAt, int entries) {}

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

    /** Empty where the class has no such assessment. */
    Optional<BesideRow> findBeside(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId);

    long insertPart(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId,
            @Param("part") PartRow part);

    int updatePart(
            @Param("teacher") TeacherId teacher, @Param("assessmentId") long assessmentId, @Param("part") PartRow part);

    /** @param kept ids, at least one; 0 is none */
    void deletePartsBut(
            @Param("teacher") TeacherId teacher,
            @Param("assessmentId") long assessmentId,
            @Param("kept") List<Long> kept);

    /** Deletes what is left of cleared cells of the whole piece, which a piece with parts does not have. */
    void deleteBlanksOfWhole(@Param("teacher") TeacherId teacher, @Param("assessmentId") long assessmentId);

    void deleteCeilings(@Param("teacher") TeacherId teacher, @Param("assessmentId") long assessmentId);

    void insertCeiling(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId,
            @Param("ceiling") CeilingRow ceiling);

    void insertGate(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId,
            @Param("ceilingPlace") int ceilingPlace,
            @Param("partId") long partId);

    /** @param at null to put it back */
    int setRemoved(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId,
            @Param("at") @Nullable OffsetDateTime at);

    List<RemovedRow> findRemoved(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
