package aestimo.app.door;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SecondStepMapper {
    record SecretRow(byte[] secret, OffsetDateTime since) {}

    @Select("SELECT secret, since FROM second_step WHERE teacher_id = #{teacher}")
    Optional<SecretRow> find(@Param("teacher") TeacherId teacher);

    @Insert("""
            INSERT INTO second_step (teacher_id, secret, last_step, since) VALUES (#{teacher}, #{secret}, #{step}, #{now})
            ON CONFLICT ON CONSTRAINT second_step_pk DO UPDATE SET secret = #{secret}, last_step = #{step}, since = #{now}""")
    void save(
            @Param("teacher") TeacherId teacher,
            @Param("secret") byte[] secret,
            @Param("step") long step,
            @Param("now") OffsetDateTime now);

    /** Returns 0 where a code of this half minute, or a later one, was taken already. */
    @Update("UPDATE second_step SET last_step = #{step} WHERE teacher_id = #{teacher} AND last_step < #{step}")
    int take(@Param("teacher") TeacherId teacher, @Param("step") long step);

    @Delete("DELETE FROM second_step WHERE teacher_id = #{teacher}")
    int delete(@Param("teacher") TeacherId teacher);

    @Select("""
            SELECT EXISTS (SELECT FROM second_step WHERE teacher_id = #{teacher})
                OR EXISTS (SELECT FROM user_credentials c JOIN user_entities u ON u.id = c.user_entity_user_id
                             JOIN teacher t ON t.sign_in = u.name WHERE t.id = #{teacher})""")
    boolean hasAny(@Param("teacher") TeacherId teacher);

    @Insert("INSERT INTO recovery_code (teacher_id, code_hash) VALUES (#{teacher}, #{hash})")
    void insertCode(@Param("teacher") TeacherId teacher, @Param("hash") String hash);

    /** Returns 0 where there is no such code, or it was used. */
    @Delete("DELETE FROM recovery_code WHERE teacher_id = #{teacher} AND code_hash = #{hash}")
    int takeCode(@Param("teacher") TeacherId teacher, @Param("hash") String hash);

    @Delete("DELETE FROM recovery_code WHERE teacher_id = #{teacher}")
    void deleteCodes(@Param("teacher") TeacherId teacher);

    @Select("SELECT count(*) FROM recovery_code WHERE teacher_id = #{teacher}")
    int countCodes(@Param("teacher") TeacherId teacher);

    @Delete("DELETE FROM user_entities WHERE name = #{signIn}")
    void deletePasskeys(@Param("signIn") String signIn);
}
