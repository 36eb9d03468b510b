package aestimo.app.groundwork;

import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Try-outs kept under a name. */
@Mapper
interface TryOutMapper {
    record TryOutRow(long id, String name, String choices) {}

    @Select("SELECT id, name, choices FROM try_out WHERE teacher_id = #{teacher} AND class_id = #{classId} ORDER BY id")
    List<TryOutRow> findAll(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Select(
            "SELECT id, name, choices FROM try_out WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{id}")
    Optional<TryOutRow> find(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("id") long id);

    @Insert("""
            INSERT INTO try_out (teacher_id, class_id, name, choices)
            VALUES (#{teacher}, #{classId}, #{name}, #{choices})
            ON CONFLICT ON CONSTRAINT try_out_name_unique DO UPDATE SET choices = excluded.choices""")
    void write(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("name") String name,
            @Param("choices") String choices);

    @Delete("DELETE FROM try_out WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{id}")
    int delete(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("id") long id);
}
