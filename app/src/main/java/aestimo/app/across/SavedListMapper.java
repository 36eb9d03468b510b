package aestimo.app.across;

import aestimo.app.store.TeacherId;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Lists kept under a name. */
@Mapper
interface SavedListMapper {
    record SavedRow(long id, String name, String choices) {}

    @Select("SELECT id, name, choices FROM saved_list WHERE teacher_id = #{teacher} ORDER BY name")
    List<SavedRow> findAll(@Param("teacher") TeacherId teacher);

    @Insert("""
            INSERT INTO saved_list (teacher_id, name, choices) VALUES (#{teacher}, #{name}, #{choices})
            ON CONFLICT ON CONSTRAINT saved_list_name_unique DO UPDATE SET choices = excluded.choices""")
    void write(@Param("teacher") TeacherId teacher, @Param("name") String name, @Param("choices") String choices);

    @Delete("DELETE FROM saved_list WHERE teacher_id = #{teacher} AND id = #{id}")
    int delete(@Param("teacher") TeacherId teacher, @Param("id") long id);
}
