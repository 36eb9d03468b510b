package aestimo.app.jobs;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface JobMapper {
    record DueRow(TeacherId teacherId, long id, String kind) {}

    record JobRow(
            long id,
            long classId,
            String token,
            String kind,
            String title,
            String request,
            String state,
            int done,
            int total,
            int tries,
            String said,
            @Nullable Long fileId,
            OffsetDateTime begun) {}

    /** Of all teachers, through a function made for it. */
    @Select("SELECT teacher_id, id, kind FROM due_jobs(#{now})")
    List<DueRow> findDue(@Param("now") OffsetDateTime now);

    /** Deletes files that nothing handed out or sent refers to, and the jobs they were made by, of all teachers. */
    @Select(value = "SELECT forget_old_files(#{before})", affectData = true)
    int forgetOldFiles(@Param("before") OffsetDateTime before);

    @Insert("""
            INSERT INTO job (teacher_id, class_id, token, kind, title, request, total, next_try, begun)
            VALUES (#{teacher}, #{row.classId}, #{row.token}, #{row.kind}, #{row.title}, #{row.request}, #{row.total},
                    #{row.begun}, #{row.begun})
            ON CONFLICT ON CONSTRAINT job_token_unique DO NOTHING""")
    int insert(@Param("teacher") TeacherId teacher, @Param("row") JobRow row);

    @Select("""
            SELECT id, class_id, token, kind, title, request, state, done, total, tries, said, file_id, begun FROM job
             WHERE teacher_id = #{teacher} AND token = #{token}""")
    Optional<JobRow> findByToken(@Param("teacher") TeacherId teacher, @Param("token") String token);

    @Select("""
            SELECT id, class_id, token, kind, title, request, state, done, total, tries, said, file_id, begun FROM job
             WHERE teacher_id = #{teacher} AND id = #{id}""")
    Optional<JobRow> find(@Param("teacher") TeacherId teacher, @Param("id") long id);

    /** The latest first. */
    @Select("""
            SELECT id, class_id, token, kind, title, request, state, done, total, tries, said, file_id, begun FROM job
             WHERE teacher_id = #{teacher} AND class_id = #{classId} ORDER BY id DESC""")
    List<JobRow> findOfClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Select("SELECT count(*) FROM job WHERE teacher_id = #{teacher} AND state = 'DUE'")
    int countDue(@Param("teacher") TeacherId teacher);

    /** Takes it for a while; returns 0 where another process has it, or nothing is to be done any more. */
    @Update("""
            UPDATE job SET next_try = #{until} WHERE teacher_id = #{teacher} AND id = #{id} AND state = 'DUE'
               AND (next_try <= #{now} OR next_try > #{now}::timestamptz + interval '1 hour')""")
    int claim(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("now") OffsetDateTime now,
            @Param("until") OffsetDateTime until);

    /** Keeps it for a while longer; returns 0 where it was stopped. */
    @Update("""
            UPDATE job SET next_try = #{until}, done = greatest(done, #{done}), said = ''
             WHERE teacher_id = #{teacher} AND id = #{id} AND state = 'DUE'""")
    int keep(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("done") int done,
            @Param("until") OffsetDateTime until);

    @Update("""
            UPDATE job SET next_try = #{at}, tries = #{tries}, said = #{said}
             WHERE teacher_id = #{teacher} AND id = #{id} AND state = 'DUE'""")
    void putOff(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("at") OffsetDateTime at,
            @Param("tries") int tries,
            @Param("said") String said);

    /** Returns 0 where it had ended already. */
    @Update("""
            UPDATE job SET state = #{state}, said = #{said}, ended = #{now},
                   done = CASE WHEN #{state} = 'DONE' THEN total ELSE done END
             WHERE teacher_id = #{teacher} AND id = #{id} AND state = 'DUE'""")
    int end(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("state") String state,
            @Param("said") String said,
            @Param("now") OffsetDateTime now);

    @Update("UPDATE job SET file_id = #{file} WHERE teacher_id = #{teacher} AND id = #{id}")
    void setFile(@Param("teacher") TeacherId teacher, @Param("id") long id, @Param("file") long file);

    /** Has it done again from where it ended. */
    @Update("""
            UPDATE job SET state = 'DUE', next_try = #{now}, tries = 0, said = '', ended = NULL, done = #{done}
             WHERE teacher_id = #{teacher} AND id = #{id} AND state <> 'DUE'""")
    int resume(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("done") int done,
            @Param("now") OffsetDateTime now);

    @Delete("DELETE FROM job WHERE teacher_id = #{teacher} AND id = #{id} AND state <> 'DUE'")
    int delete(@Param("teacher") TeacherId teacher, @Param("id") long id);
}
