package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface RemarkMapper {
    /** Note and memo of one cell; empty text for none, never both. */
    record CellRow(long assessmentId, long enrolmentId, long partId, String note, String memo) {}

    /** Empty for a cell never touched. */
    Optional<Remarks> find(@Param("teacher") TeacherId teacher, @Param("cell") CellId cell);

    /** All there are on the pieces of a class that are on its sheet. */
    List<CellRow> findOfClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /**
     * Writes both, where what stood there still stands; a cell never touched stays of version 0.
     *
     * @return 1, or 0 where something else stands there by now
     */
    int write(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("cell") CellId cell,
            @Param("was") Remarks was,
            @Param("remarks") Remarks remarks);
}
