package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface SheetOptionsMapper {
    /** @param supportNote never empty */
    record SupportRow(long enrolmentId, String supportNote) {}

    /** A student's enrolment in a class of the same subject in the latest year before. */
    record EarlierRow(long enrolmentId, long earlierClassId, long earlierEnrolmentId) {}

    Optional<String> findChoices(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void write(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("choices") String choices);

    List<SupportRow> findSupport(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<EarlierRow> findEarlier(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Cells that stand as they were imported. */
    List<CellId> findImported(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
