package aestimo.app.marks;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface BulkEntryMapper {
    /**
     * Writes entries whose cells have the versions they say.
     *
     * @return how many were written; fewer than given where a cell has another version by now
     */
    int writeEntries(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("rows") BulkEntryService.Columns rows);

    /** Records those that altered something. */
    void insertChanges(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("how") String how,
            @Param("at") OffsetDateTime at,
            @Param("rows") BulkEntryService.Columns rows);
}
