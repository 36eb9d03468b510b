package aestimo.app.yearend;

import aestimo.app.store.TeacherId;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface YearEndMapper {
    /** Messages of a class that have not left, or of which nobody knows. */
    @Select("""
            SELECT count(*)::int FROM mail_message WHERE teacher_id = #{teacher} AND class_id = #{classId}
               AND state IN ('DUE', 'TRYING', 'HELD', 'NOT_KNOWN')""")
    int countMessages(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Letters and lists of a class still being made. */
    @Select("SELECT count(*)::int FROM job WHERE teacher_id = #{teacher} AND class_id = #{classId} AND state = 'DUE'")
    int countJobs(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
