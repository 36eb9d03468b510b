package aestimo.app.whole;

import aestimo.app.store.TeacherId;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface WholeMapper {
    /** Note and memo of one entry. */
    record RemarkRow(long assessmentId, long enrolmentId, long partId, String note, String memo) {}

    List<RemarkRow> findRemarks(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
