package aestimo.app.door;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface KnownBrowserMapper {
    /** Through a function made for it: nobody is signed in yet. */
    @Select("SELECT is_known_browser(#{signIn}, #{hash})")
    boolean isKnown(@Param("signIn") String signIn, @Param("hash") String hash);

    @Insert("""
            INSERT INTO known_browser (teacher_id, token_hash, used_at) VALUES (#{teacher}, #{hash}, #{now})
            ON CONFLICT ON CONSTRAINT known_browser_pk DO UPDATE SET used_at = #{now}""")
    void save(@Param("teacher") TeacherId teacher, @Param("hash") String hash, @Param("now") OffsetDateTime now);

    /** Forgets all but the latest of a teacher. */
    @Delete("""
            DELETE FROM known_browser WHERE teacher_id = #{teacher} AND token_hash NOT IN (
                SELECT token_hash FROM known_browser WHERE teacher_id = #{teacher} ORDER BY used_at DESC LIMIT #{most})""")
    void keepLatest(@Param("teacher") TeacherId teacher, @Param("most") int most);
}
