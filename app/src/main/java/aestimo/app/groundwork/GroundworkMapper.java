package aestimo.app.groundwork;

import aestimo.app.store.TeacherId;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Rules;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface GroundworkMapper {
    record YearRow(long id, String name, int version) {}

    record TermRow(long id, long yearId, String name, LocalDate starts, LocalDate ends, Weight weight, boolean exam) {}

    /** @param termId the term the piece is given to; null: by its date */
    record DatedPiece(String className, String title, LocalDate date, Long termId) {}

    record CategoryRow(
            long id,
            String name,
            Weight weight,
            String shape,
            int tint,
            Averaging averaging,
            int dropLowest,
            boolean counts,
            boolean retired,
            int assessments) {}

    List<YearRow> findYears(@Param("teacher") TeacherId teacher);

    Optional<YearRow> findYear(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    List<TermRow> findTerms(@Param("teacher") TeacherId teacher);

    /** Returns the id of the new year, or null where the name is taken. */
    @Nullable
    Long insertYear(@Param("teacher") TeacherId teacher, @Param("name") String name);

    /** Returns 0 where the year was altered since that version. */
    int updateYear(
            @Param("teacher") TeacherId teacher,
            @Param("yearId") long yearId,
            @Param("version") int version,
            @Param("name") String name);

    boolean isYearNameTaken(
            @Param("teacher") TeacherId teacher, @Param("yearId") long yearId, @Param("name") String name);

    void insertTerm(
            @Param("teacher") TeacherId teacher, @Param("yearId") long yearId, @Param("term") YearService.Term term);

    int updateTerm(
            @Param("teacher") TeacherId teacher, @Param("yearId") long yearId, @Param("term") YearService.Term term);

    /** What is off the sheet holds no term: it is put back by its date. */
    void forgetTermsOfRemoved(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    void deleteTermsBut(
            @Param("teacher") TeacherId teacher, @Param("yearId") long yearId, @Param("kept") List<Long> kept);

    /** Moves names out of each other's way, so that two terms can swap theirs. */
    void parkTermNames(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    /** Every assessment of every class of a year, earlier dates first. */
    List<DatedPiece> findPieces(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    long insertBoundaries(
            @Param("teacher") TeacherId teacher, @Param("name") String name, @Param("inLibrary") boolean inLibrary);

    /** A set of boundaries without its bands. */
    record BoundariesRow(long id, String name, boolean inLibrary) {}

    List<BoundariesRow> findLibrary(@Param("teacher") TeacherId teacher);

    Optional<BoundariesRow> findBoundaries(
            @Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId);

    void useBoundaries(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("boundariesId") long boundariesId);

    /** Takes a set away that is neither in the library nor used. */
    void deleteUnusedBoundaries(@Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId);

    void putInLibrary(
            @Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId, @Param("name") String name);

    /** Returns the id of the new class, or null where the year has one of this name. */
    @Nullable
    Long insertClass(
            @Param("teacher") TeacherId teacher,
            @Param("boundariesId") long boundariesId,
            @Param("form") Forms.ClassForm form);

    boolean isClassNameTaken(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("form") Forms.ClassForm form);

    void updateClass(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("form") Forms.ClassForm form);

    /** Counts one save of the class's groundwork; returns 0 where it was saved since that version. */
    int advanceClass(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("version") int version);

    List<CategoryRow> findCategories(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void parkCategoryNames(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void insertCategory(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("place") int place,
            @Param("weight") Weight weight,
            @Param("line") Forms.CategoryLine line);

    int updateCategory(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("place") int place,
            @Param("weight") Weight weight,
            @Param("line") Forms.CategoryLine line);

    int retireCategory(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("categoryId") long categoryId,
            @Param("retired") boolean retired);

    /** Puts an assessment of one category into another; 0 where it no longer stands in the first. */
    int moveAssessment(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") long assessmentId,
            @Param("from") long from,
            @Param("to") long to);

    void updateRules(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("rules") Rules rules,
            @Param("places") int places,
            @Param("pass") String pass,
            @Param("notHandedIn") @Nullable Percent notHandedIn);

    /** Those removed from the sheet go for good with their category. */
    void deleteRemovedPieces(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("categoryId") long categoryId);

    void deleteCategory(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("categoryId") long categoryId);

    void deleteBands(@Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId);

    /** A band as it is written: it starts from a percent or from a raw mark; null for what is not stated. */
    record BandRow(
            int place,
            String label,
            @Nullable Percent from,
            @Nullable Mark rawMark,
            @Nullable OutOf rawTotal,
            @Nullable Percent worth,
            String words) {}

    void insertBand(
            @Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId, @Param("band") BandRow band);
}
