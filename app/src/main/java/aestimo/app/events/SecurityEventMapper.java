package aestimo.app.events;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface SecurityEventMapper {
    @Insert("""
            INSERT INTO security_event (teacher_id, at, kind, address, detail)
            VALUES (#{teacher}, #{event.at}, #{event.kind}, #{event.address}, #{event.detail})""")
    void insert(@Param("teacher") TeacherId teacher, @Param("event") SecurityEvent event);

    /** The latest first. */
    @Select("""
            SELECT at, kind, address, detail FROM security_event WHERE teacher_id = #{teacher}
             ORDER BY at DESC, id DESC LIMIT #{most}""")
    List<SecurityEvent> findLatest(@Param("teacher") TeacherId teacher, @Param("most") int most);

    /** Those of all teachers, through a function made for it. */
    @Select(value = "SELECT forget_security_events(#{before})", affectData = true)
    int deleteBefore(@Param("before") OffsetDateTime before);
}
