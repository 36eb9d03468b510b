package aestimo.app.register;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface RegisterImportMapper {
    /** @param entries how many it wrote */
    record ImportRow(long id, String source, OffsetDateTime at, boolean undone, int entries) {}

    /** @param version the one it left, and {@code now} the one there is; 0 where there is none */
    record ImportedRow(long lessonId, long enrolmentId, String was, int version, int now) {}

    /** @param lesson that came with it */
    record MadeRow(long lesson) {}

    @Select("""
            SELECT i.id, i.source, i.at, i.undone,
                   (SELECT count(*) FROM register_imported own
                     WHERE own.teacher_id = i.teacher_id AND own.import_id = i.id) AS entries
              FROM register_import i
             WHERE i.teacher_id = #{teacher} AND i.class_id = #{classId} ORDER BY i.id DESC""")
    List<ImportRow> findAll(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Select("""
            INSERT INTO register_import (teacher_id, class_id, source, at, lessons)
            VALUES (#{teacher}, #{classId}, #{source}, #{at}, #{lessons,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::bigint[])
            RETURNING id""")
    @Options(flushCache = Options.FlushCachePolicy.TRUE)
    long insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("source") String source,
            @Param("at") OffsetDateTime at,
            @Param("lessons") Long[] lessons);

    @Insert("""
            INSERT INTO register_imported (teacher_id, class_id, import_id, lesson_id, enrolment_id, was, version)
            VALUES (#{teacher}, #{classId}, #{importId}, #{own.lessonId}, #{own.enrolmentId}, #{own.was}, #{own.version})""")
    void insertEntry(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("importId") long importId,
            @Param("own") ImportedRow own);

    @Select("""
            SELECT own.lesson_id, own.enrolment_id, own.was, own.version, coalesce(e.version, 0) AS now
              FROM register_imported own
              LEFT JOIN register_entry e ON e.teacher_id = own.teacher_id AND e.lesson_id = own.lesson_id
                                        AND e.enrolment_id = own.enrolment_id
             WHERE own.teacher_id = #{teacher} AND own.class_id = #{classId} AND own.import_id = #{importId}
             ORDER BY own.lesson_id, own.enrolment_id""")
    List<ImportedRow> findEntries(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);

    @Select("""
            SELECT unnest(lessons) AS lesson FROM register_import
             WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{importId}""")
    List<MadeRow> findLessons(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);

    /** Marks it as undone; 0 where it was already. */
    @Update("""
            UPDATE register_import SET undone = true
             WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{importId} AND NOT undone""")
    int undo(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);

    @Select("""
            SELECT source FROM register_import
             WHERE teacher_id = #{teacher} AND class_id = #{classId} AND id = #{importId}""")
    Optional<String> findSource(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);
}
