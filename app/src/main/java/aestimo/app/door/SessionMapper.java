package aestimo.app.door;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** The sessions of people who are signed in; what they hold is the session library's own. */
@Mapper
interface SessionMapper {
    /** The ones that live, by their sign-in name. */
    @Select("""
            SELECT session_id FROM spring_session WHERE principal_name = #{signIn} AND expiry_time > #{nowMillis}
             ORDER BY last_access_time DESC""")
    List<String> findOf(@Param("signIn") String signIn, @Param("nowMillis") long nowMillis);

    /** @param kept a session that stays; empty for none */
    @Delete("DELETE FROM spring_session WHERE principal_name = #{signIn} AND trim(session_id) <> #{kept}")
    int deleteOthers(@Param("signIn") String signIn, @Param("kept") String kept);

    @Delete("DELETE FROM spring_session WHERE principal_name = #{signIn} AND trim(session_id) = #{id}")
    int delete(@Param("signIn") String signIn, @Param("id") String id);
}
