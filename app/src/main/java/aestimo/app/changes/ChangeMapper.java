package aestimo.app.changes;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface ChangeMapper {
    void insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessmentId") Long assessmentId,
            @Param("enrolmentId") Long enrolmentId,
            @Param("change") Change change,
            @Param("requestId") UUID requestId);

    boolean hasRequest(@Param("teacher") TeacherId teacher, @Param("requestId") UUID requestId);

    List<Change> findOfCell(
            @Param("teacher") TeacherId teacher,
            @Param("assessmentId") long assessmentId,
            @Param("enrolmentId") long enrolmentId);

    OffsetDateTime findLatest(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
