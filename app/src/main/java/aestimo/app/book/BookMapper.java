package aestimo.app.book;

import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

/** Reads what a book is made of. */
@Mapper
interface BookMapper {
    List<ClassRow> findClasses(@Param("teacher") TeacherId teacher);

    Optional<ClassRow> findClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    Rows.RulesRow findRules(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** One row for each term's band, and one for a target without any. */
    List<Rows.TargetRow> findTargets(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Rows.ScoreRow> findScores(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Rows.TermRow> findTerms(@Param("teacher") TeacherId teacher, @Param("yearId") long yearId);

    List<Rows.BandRow> findBands(@Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId);

    List<Rows.CategoryRow> findCategories(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Rows.AssessmentRow> findAssessments(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Rows.PartRow> findParts(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Ordered by assessment, ceiling and part. */
    List<Rows.GateRow> findGates(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Rows.EnrolmentRow> findEnrolments(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Empty where nothing was ever typed. */
    Optional<EntryColumns> findEntries(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
