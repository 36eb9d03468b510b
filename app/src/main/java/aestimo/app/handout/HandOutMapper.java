package aestimo.app.handout;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface HandOutMapper {
    /**
     * @param figures JSON, by key what each said
     * @param fileId null where no file is kept
     */
    record HandedOutRow(
            long enrolmentId,
            long letterId,
            String letterName,
            OffsetDateTime at,
            String how,
            String figures,
            Long fileId,
            String sentTo) {}

    record FileRow(long id, String name, String type, String sha256, byte[] bytes) {}

    /** The same letter once more within a minute, as by a double click, is handed out once. */
    @Insert("""
            INSERT INTO handed_out (teacher_id, class_id, enrolment_id, letter_id, letter_name, at, how, figures, words, sha256,
                                    file_id, sent_to)
            SELECT #{teacher}, #{classId}, #{row.enrolmentId}, #{row.letterId}, #{row.letterName}, #{row.at}, #{row.how},
                   #{row.figures}, #{words}, #{sha256}, #{row.fileId,jdbcType=BIGINT}, #{row.sentTo}
             WHERE NOT EXISTS (SELECT FROM handed_out h
                                WHERE h.teacher_id = #{teacher} AND h.enrolment_id = #{row.enrolmentId}
                                  AND h.letter_id = #{row.letterId} AND h.how = #{row.how} AND h.sha256 = #{sha256}
                                  AND h.sent_to = #{row.sentTo}
                                  AND h.at > #{row.at}::timestamptz - interval '1 minute')""")
    void insertHandedOut(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("row") HandedOutRow row,
            @Param("words") String words,
            @Param("sha256") String sha256);

    @Select("""
            SELECT enrolment_id, coalesce(letter_id, 0) AS letter_id, letter_name, at, how, figures, file_id, sent_to FROM handed_out
             WHERE teacher_id = #{teacher} AND class_id = #{classId} ORDER BY at DESC, id DESC""")
    List<HandedOutRow> findHandedOut(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Select(value = """
            INSERT INTO handed_file (teacher_id, class_id, name, type, sha256, bytes, made)
            VALUES (#{teacher}, #{classId}, #{row.name}, #{row.type}, #{row.sha256}, #{row.bytes}, #{made}) RETURNING id""", affectData = true)
    long insertFile(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("row") FileRow row,
            @Param("made") OffsetDateTime made);

    @Select("""
            SELECT id, name, type, sha256, bytes FROM handed_file
             WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{id}""")
    Optional<FileRow> findFile(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("id") long id);
}
