package aestimo.app.changes;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface ChangeMapper {
    /** @param cell null for an alteration of the groundwork */
    void insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("cell") @Nullable CellId cell,
            @Param("change") Change change,
            @Param("requestId") @Nullable UUID requestId);

    void insertOfLesson(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("lessonId") long lessonId,
            @Param("enrolmentId") long enrolmentId,
            @Param("change") Change change,
            @Param("requestId") UUID requestId);

    /** @param step of those altered at once */
    void insertOfLevel(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("level") LevelChange level,
            @Param("at") OffsetDateTime at,
            @Param("how") String how,
            @Param("step") UUID step);

    List<LevelChange> findLevelsOfStep(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("step") UUID step);

    Optional<LevelChange> findLevel(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("id") long id);

    boolean hasRequest(@Param("teacher") TeacherId teacher, @Param("requestId") UUID requestId);

    List<Change> findOfCell(@Param("teacher") TeacherId teacher, @Param("cell") CellId cell);

    /** The latest first. */
    List<ListedChange> findOfClass(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("filter") ChangeFilter filter,
            @Param("limit") int limit);

    /** The latest of each class first, so many of each at most. */
    List<LatestChange> findLatestOfClasses(
            @Param("teacher") TeacherId teacher, @Param("classes") Long[] classes, @Param("limit") int limit);

    OffsetDateTime findLatest(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
