package aestimo.app.standing;

import aestimo.app.store.TeacherId;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** The figures chosen for the table of a class: their keys, a line each. */
@Mapper
interface StandingColumnsMapper {
    @Select("SELECT keys FROM standing_columns WHERE teacher_id = #{teacher} AND class_id = #{classId}")
    Optional<String> findKeys(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Insert("""
            INSERT INTO standing_columns (teacher_id, class_id, keys) VALUES (#{teacher}, #{classId}, #{keys})
            ON CONFLICT ON CONSTRAINT standing_columns_pk DO UPDATE SET keys = excluded.keys
            WHERE standing_columns.teacher_id = #{teacher}""")
    void write(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("keys") String keys);

    @Delete("DELETE FROM standing_columns WHERE teacher_id = #{teacher} AND class_id = #{classId}")
    void delete(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
