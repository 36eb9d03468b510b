package aestimo.app.sealing;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SealMapper {
    @Select("SELECT markbook FROM school_return WHERE teacher_id = #{teacher} AND id = #{returnId}")
    String findMarkbook(@Param("teacher") TeacherId teacher, @Param("returnId") long returnId);

    @Select("SELECT canonical FROM school_return WHERE teacher_id = #{teacher} AND id = #{returnId}")
    String findCanonical(@Param("teacher") TeacherId teacher, @Param("returnId") long returnId);

    /** Returns 0 where it is sealed already. */
    @Update("""
            UPDATE school_return SET sealed = #{at}, bands = #{bands}, canonical = #{canonical}, sha256 = #{sha256}
             WHERE teacher_id = #{teacher} AND id = #{returnId} AND sealed IS NULL""")
    int seal(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("at") OffsetDateTime at,
            @Param("bands") String bands,
            @Param("canonical") String canonical,
            @Param("sha256") String sha256);
}
