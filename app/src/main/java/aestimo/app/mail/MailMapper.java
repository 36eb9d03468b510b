package aestimo.app.mail;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface MailMapper {
    /**
     * @param contactId null for the student
     * @param at null while it is due
     * @param fileId null before the letter is made
     */
    record MessageRow(
            long id,
            long classId,
            long jobId,
            long enrolmentId,
            @Nullable Long contactId,
            String toName,
            String address,
            String state,
            String said,
            @Nullable OffsetDateTime at,
            @Nullable Long fileId) {}

    @Insert("""
            INSERT INTO mail_message (teacher_id, class_id, job_id, enrolment_id, contact_id, to_name, address)
            VALUES (#{teacher}, #{row.classId}, #{row.jobId}, #{row.enrolmentId}, #{row.contactId,jdbcType=BIGINT}, #{row.toName},
                    #{row.address})
            ON CONFLICT ON CONSTRAINT mail_message_once DO NOTHING""")
    void insert(@Param("teacher") TeacherId teacher, @Param("row") MessageRow row);

    @Select("""
            SELECT id, class_id, job_id, enrolment_id, contact_id, to_name, address, state, said, at, file_id FROM mail_message
             WHERE teacher_id = #{teacher} AND job_id = #{jobId} ORDER BY id""")
    List<MessageRow> findOfJob(@Param("teacher") TeacherId teacher, @Param("jobId") long jobId);

    @Update("""
            UPDATE mail_message SET file_id = #{fileId}
             WHERE teacher_id = #{teacher} AND job_id = #{jobId} AND enrolment_id = #{enrolmentId} AND file_id IS NULL""")
    void setFile(
            @Param("teacher") TeacherId teacher,
            @Param("jobId") long jobId,
            @Param("enrolmentId") long enrolmentId,
            @Param("fileId") long fileId);

    /** Notes that it is about to leave; returns 0 where it is not due any more. */
    @Update("""
            UPDATE mail_message SET state = 'TRYING', at = #{now}
             WHERE teacher_id = #{teacher} AND id = #{id} AND state = 'DUE'""")
    int tryIt(@Param("teacher") TeacherId teacher, @Param("id") long id, @Param("now") OffsetDateTime now);

    /** What became of one that was tried. */
    @Update("""
            UPDATE mail_message SET state = #{state}, said = #{said}, at = #{now}
             WHERE teacher_id = #{teacher} AND id = #{id} AND state IN ('TRYING', 'NOT_KNOWN')""")
    int settle(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("state") String state,
            @Param("said") String said,
            @Param("now") OffsetDateTime now);

    /** What was about to leave when the process ended: nobody knows whether it did. */
    @Update("""
            UPDATE mail_message SET state = 'NOT_KNOWN', said = #{said}
             WHERE teacher_id = #{teacher} AND job_id = #{jobId} AND state = 'TRYING'""")
    int leaveInDoubt(@Param("teacher") TeacherId teacher, @Param("jobId") long jobId, @Param("said") String said);

    /** Not sent to where it was meant for, since that is not where it belongs any more. */
    @Update("""
            UPDATE mail_message SET state = 'HELD', said = #{said}, at = #{now}
             WHERE teacher_id = #{teacher} AND id = #{id} AND state = 'DUE'""")
    int hold(
            @Param("teacher") TeacherId teacher,
            @Param("id") long id,
            @Param("said") String said,
            @Param("now") OffsetDateTime now);

    @Update("""
            UPDATE mail_message SET state = 'STOPPED' WHERE teacher_id = #{teacher} AND job_id = #{jobId} AND state = 'DUE'""")
    int stop(@Param("teacher") TeacherId teacher, @Param("jobId") long jobId);

    /** Makes it due again, with the address it has now; only from the state the teacher saw it in. */
    @Update("""
            UPDATE mail_message SET state = 'DUE', said = '', at = NULL, address = #{address}
             WHERE teacher_id = #{teacher} AND job_id = #{jobId} AND id = #{id} AND state = #{state}""")
    int again(
            @Param("teacher") TeacherId teacher,
            @Param("jobId") long jobId,
            @Param("id") long id,
            @Param("state") String state,
            @Param("address") String address);

    /** Takes the next place among all messages of all teachers; empty where it is too early for one. */
    @Select(value = """
            UPDATE mail_pace SET next_at = #{now}::timestamptz + make_interval(secs => #{pause})
             WHERE next_at <= #{now} OR next_at > #{now}::timestamptz + interval '1 hour' RETURNING next_at""", affectData = true)
    Optional<OffsetDateTime> takePlace(@Param("now") OffsetDateTime now, @Param("pause") double pauseSeconds);
}
