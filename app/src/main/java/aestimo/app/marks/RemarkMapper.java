package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface RemarkMapper {
    /** Empty for a cell never touched. */
    Optional<Remarks> find(@Param("teacher") TeacherId teacher, @Param("cell") CellId cell);

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
