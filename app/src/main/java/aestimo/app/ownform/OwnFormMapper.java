package aestimo.app.ownform;

import aestimo.app.store.TeacherId;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface OwnFormMapper {
    record FormRow(byte[] form) {}

    /** Empty for a letter made of blocks. */
    @Select("SELECT form FROM letter WHERE teacher_id = #{teacher} AND id = #{id} AND form IS NOT NULL")
    Optional<FormRow> findForm(@Param("teacher") TeacherId teacher, @Param("id") long id);

    @Update("""
            UPDATE letter SET form = #{form}, form_name = #{formName}, version = version + 1
             WHERE teacher_id = #{teacher} AND id = #{id}""")
    int updateForm(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("form") byte[] form,
            @Param("formName") String formName);
}
