package aestimo.app.door;

import java.time.OffsetDateTime;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface AttemptMapper {
    /** Makes all who would be counted under the same wait for each other until their transactions end. */
    @Select("SELECT pg_advisory_xact_lock(4712, hashtext(#{under}))::text")
    String lock(@Param("under") String under);

    @Select("SELECT count(*)::int FROM sign_in_attempt WHERE counted_under = #{under} AND at > #{since}")
    int count(@Param("under") String under, @Param("since") OffsetDateTime since);

    @Select("SELECT max(at) FROM sign_in_attempt WHERE counted_under = #{under}")
    Optional<OffsetDateTime> findLast(@Param("under") String under);

    @Insert("INSERT INTO sign_in_attempt (counted_under, at) VALUES (#{under}, #{now})")
    void insert(@Param("under") String under, @Param("now") OffsetDateTime now);

    @Delete("DELETE FROM sign_in_attempt WHERE counted_under = #{under}")
    void deleteAll(@Param("under") String under);

    @Delete("DELETE FROM sign_in_attempt WHERE counted_under = #{under} AND at = #{at}")
    void deleteOne(@Param("under") String under, @Param("at") OffsetDateTime at);

    /** Those of a clock that was set back since would make everybody wait until it is as late again. */
    @Delete("DELETE FROM sign_in_attempt WHERE at < #{first} OR at > #{last}")
    void deleteAllBut(@Param("first") OffsetDateTime first, @Param("last") OffsetDateTime last);
}
