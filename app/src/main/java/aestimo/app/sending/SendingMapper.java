package aestimo.app.sending;

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

/** How far the sending of sealed returns has come. */
@Mapper
interface SendingMapper {
    /** A return somebody wants sent. */
    record DueRow(TeacherId teacherId, long classId, long returnId) {}

    record SendingRow(long returnId, long classId, String state, OffsetDateTime nextTry, int tries, String said) {}

    /** @param at null while it waits */
    record DeliveryRow(long returnId, long enrolmentId, String item, String state, String said, OffsetDateTime at) {}

    /** Of all teachers: the only statement that asks for nobody's rows in particular, through a function made for it. */
    @Select("SELECT teacher_id, class_id, return_id FROM due_sendings()")
    List<DueRow> findDue();

    @Select("""
            SELECT return_id, class_id, state, next_try, tries, said FROM sending
             WHERE teacher_id = #{teacher} AND return_id = #{returnId}""")
    Optional<SendingRow> find(@Param("teacher") TeacherId teacher, @Param("returnId") long returnId);

    @Select("SELECT return_id, class_id, state, next_try, tries, said FROM sending WHERE teacher_id = #{teacher}")
    List<SendingRow> findAll(@Param("teacher") TeacherId teacher);

    @Select("""
            SELECT return_id, enrolment_id, item, state, said, at FROM delivery
             WHERE teacher_id = #{teacher} AND return_id = #{returnId} ORDER BY item = 'result' DESC, item, enrolment_id""")
    List<DeliveryRow> findDeliveries(@Param("teacher") TeacherId teacher, @Param("returnId") long returnId);

    @Insert("""
            INSERT INTO sending (return_id, teacher_id, class_id, state, next_try)
            VALUES (#{returnId}, #{teacher}, #{classId}, 'SENDING', #{now})
            ON CONFLICT ON CONSTRAINT sending_pk DO UPDATE SET state = 'SENDING', next_try = excluded.next_try, tries = 0, said = ''
             WHERE sending.teacher_id = #{teacher}""")
    void begin(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("returnId") long returnId,
            @Param("now") OffsetDateTime now);

    @Insert("""
            INSERT INTO delivery (teacher_id, class_id, return_id, enrolment_id, item, state)
            VALUES (#{teacher}, #{classId}, #{returnId}, #{enrolmentId}, #{item}, #{state})
            ON CONFLICT ON CONSTRAINT delivery_pk DO UPDATE SET state = 'WAITING', said = ''
             WHERE delivery.teacher_id = #{teacher} AND delivery.state = 'REFUSED'""")
    void await(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("returnId") long returnId,
            @Param("enrolmentId") long enrolmentId,
            @Param("item") String item,
            @Param("state") String state);

    /** Whether the school has a record as a return told it, or an earlier one alike. */
    @Select("""
            SELECT EXISTS (SELECT FROM delivery WHERE teacher_id = #{teacher} AND return_id = #{returnId}
                              AND enrolment_id = #{enrolmentId} AND item = #{item} AND state IN ('RECEIVED', 'STANDS'))""")
    boolean isThere(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("enrolmentId") long enrolmentId,
            @Param("item") String item);

    /** Takes it for a while where it is due; returns 0 where somebody else has it, or nothing is to be sent. */
    @Update("""
            UPDATE sending SET next_try = #{until}
             WHERE teacher_id = #{teacher} AND return_id = #{returnId} AND state = 'SENDING'
               AND (next_try <= #{now} OR next_try > #{now}::timestamptz + interval '1 hour')""")
    int claim(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("now") OffsetDateTime now,
            @Param("until") OffsetDateTime until);

    /** Keeps it for a while longer; returns 0 where it is to be sent no more. */
    @Update("""
            UPDATE sending SET next_try = #{until}
             WHERE teacher_id = #{teacher} AND return_id = #{returnId} AND state = 'SENDING'""")
    int keep(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("until") OffsetDateTime until);

    @Update("""
            UPDATE delivery SET state = #{state}, said = #{said}, at = #{at}
             WHERE teacher_id = #{teacher} AND return_id = #{returnId} AND enrolment_id = #{enrolmentId} AND item = #{item}""")
    void settle(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("enrolmentId") long enrolmentId,
            @Param("item") String item,
            @Param("state") String state,
            @Param("said") @Nullable String said,
            @Param("at") OffsetDateTime at);

    @Update("""
            UPDATE sending SET state = #{state}, next_try = #{nextTry}, tries = #{tries}, said = #{said}
             WHERE teacher_id = #{teacher} AND return_id = #{returnId} AND state = 'SENDING'""")
    void end(
            @Param("teacher") TeacherId teacher,
            @Param("returnId") long returnId,
            @Param("state") String state,
            @Param("nextTry") OffsetDateTime nextTry,
            @Param("tries") int tries,
            @Param("said") String said);

    /** An older return is not sent on once a newer one takes its place. */
    @Update("""
            UPDATE sending SET state = 'HELD', said = 'A correction was sent in its place.'
             WHERE teacher_id = #{teacher} AND state <> 'DONE'
               AND return_id IN (SELECT id FROM school_return WHERE teacher_id = #{teacher} AND class_id = #{classId}
                                    AND term_id = #{termId} AND number < #{number})""")
    void holdOlder(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("termId") long termId,
            @Param("number") int number);
}
