package aestimo.app.letters;

import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface LetterMapper {
    /** @param blocks JSON */
    record LetterRow(long id, String name, String blocks, boolean archived, int version, int pages, String formName) {}

    /** @param stretches JSON */
    record GroupRow(long id, String name, String figure, String stretches, String onlyWhere, int version) {}

    record OwnWordsRow(long enrolmentId, String words) {}

    record ChoiceRow(long enrolmentId, long groupId, String words, boolean own) {}

    record PersonRow(long enrolmentId, String preferred, String forms) {}

    @Select("""
            SELECT id, name, blocks, archived, version, pages, form_name FROM letter WHERE teacher_id = #{teacher} ORDER BY archived, name""")
    List<LetterRow> findLetters(@Param("teacher") TeacherId teacher);

    @Select("""
            SELECT id, name, blocks, archived, version, pages, form_name FROM letter WHERE teacher_id = #{teacher} AND id = #{id}""")
    Optional<LetterRow> findLetter(@Param("teacher") TeacherId teacher, @Param("id") long id);

    /** Returns null where another has the name. */
    @Select(value = """
            INSERT INTO letter (teacher_id, name, blocks) VALUES (#{teacher}, #{name}, #{blocks})
            ON CONFLICT ON CONSTRAINT letter_name_unique DO NOTHING RETURNING id""", affectData = true)
    @Nullable
    Long insertLetter(@Param("teacher") TeacherId teacher, @Param("name") String name, @Param("blocks") String blocks);

    /** Returns 0 where it is gone or was saved elsewhere meanwhile. */
    @Update("""
            UPDATE letter SET name = #{row.name}, blocks = #{row.blocks}, archived = #{row.archived}, pages = #{row.pages}, version = version + 1
             WHERE teacher_id = #{teacher} AND id = #{row.id} AND version = #{row.version}""")
    int updateLetter(@Param("teacher") TeacherId teacher, @Param("row") LetterRow row);

    @Select("SELECT count(*) FROM letter WHERE teacher_id = #{teacher} AND name = #{name} AND id <> #{but}")
    int countLettersNamed(@Param("teacher") TeacherId teacher, @Param("name") String name, @Param("but") long but);

    @Delete("DELETE FROM letter WHERE teacher_id = #{teacher} AND id = #{id}")
    int deleteLetter(@Param("teacher") TeacherId teacher, @Param("id") long id);

    @Select("""
            SELECT id, name, figure, stretches, only_where, version FROM sentence_group
             WHERE teacher_id = #{teacher} ORDER BY name""")
    List<GroupRow> findGroups(@Param("teacher") TeacherId teacher);

    /** Returns null where another has the name. */
    @Select(value = """
            INSERT INTO sentence_group (teacher_id, name, figure, stretches, only_where)
            VALUES (#{teacher}, #{row.name}, #{row.figure}, #{row.stretches}, #{row.onlyWhere})
            ON CONFLICT ON CONSTRAINT sentence_group_name_unique DO NOTHING RETURNING id""", affectData = true)
    @Nullable
    Long insertGroup(@Param("teacher") TeacherId teacher, @Param("row") GroupRow row);

    /** Returns 0 where it is gone or was saved elsewhere meanwhile. */
    @Update("""
            UPDATE sentence_group SET name = #{row.name}, figure = #{row.figure}, stretches = #{row.stretches},
                   only_where = #{row.onlyWhere}, version = version + 1
             WHERE teacher_id = #{teacher} AND id = #{row.id} AND version = #{row.version}""")
    int updateGroup(@Param("teacher") TeacherId teacher, @Param("row") GroupRow row);

    @Select("SELECT count(*) FROM sentence_group WHERE teacher_id = #{teacher} AND name = #{name} AND id <> #{but}")
    int countGroupsNamed(@Param("teacher") TeacherId teacher, @Param("name") String name, @Param("but") long but);

    @Delete("DELETE FROM sentence_group WHERE teacher_id = #{teacher} AND id = #{id}")
    int deleteGroup(@Param("teacher") TeacherId teacher, @Param("id") long id);

    @Select("""
            SELECT enrolment_id, words FROM own_words
             WHERE teacher_id = #{teacher} AND letter_id = #{letterId} AND class_id = #{classId}""")
    List<OwnWordsRow> findOwnWords(
            @Param("teacher") TeacherId teacher, @Param("letterId") long letterId, @Param("classId") long classId);

    @Insert("""
            INSERT INTO own_words (teacher_id, letter_id, class_id, enrolment_id, words)
            VALUES (#{teacher}, #{letterId}, #{classId}, #{enrolmentId}, #{words})
            ON CONFLICT ON CONSTRAINT own_words_pk DO UPDATE SET words = excluded.words
            WHERE own_words.teacher_id = #{teacher}""")
    void writeOwnWords(
            @Param("teacher") TeacherId teacher,
            @Param("letterId") long letterId,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("words") String words);

    @Delete("""
            DELETE FROM own_words
             WHERE teacher_id = #{teacher} AND letter_id = #{letterId} AND enrolment_id = #{enrolmentId}""")
    void deleteOwnWords(
            @Param("teacher") TeacherId teacher,
            @Param("letterId") long letterId,
            @Param("enrolmentId") long enrolmentId);

    @Select("""
            SELECT enrolment_id, group_id, words, own FROM sentence_choice
             WHERE teacher_id = #{teacher} AND letter_id = #{letterId} AND class_id = #{classId}""")
    List<ChoiceRow> findChoices(
            @Param("teacher") TeacherId teacher, @Param("letterId") long letterId, @Param("classId") long classId);

    @Insert("""
            INSERT INTO sentence_choice (teacher_id, letter_id, class_id, enrolment_id, group_id, words, own)
            VALUES (#{teacher}, #{letterId}, #{classId}, #{row.enrolmentId}, #{row.groupId}, #{row.words}, #{row.own})
            ON CONFLICT ON CONSTRAINT sentence_choice_pk DO UPDATE SET words = excluded.words, own = excluded.own
            WHERE sentence_choice.teacher_id = #{teacher}""")
    void writeChoice(
            @Param("teacher") TeacherId teacher,
            @Param("letterId") long letterId,
            @Param("classId") long classId,
            @Param("row") ChoiceRow row);

    @Delete("""
            DELETE FROM sentence_choice WHERE teacher_id = #{teacher} AND letter_id = #{letterId}
               AND enrolment_id = #{enrolmentId} AND group_id = #{groupId}""")
    void deleteChoice(
            @Param("teacher") TeacherId teacher,
            @Param("letterId") long letterId,
            @Param("enrolmentId") long enrolmentId,
            @Param("groupId") long groupId);

    /** @param instead empty: none, on purpose */
    record InsteadRow(String figure, String instead) {}

    @Select(
            "SELECT figure, instead FROM figure_instead WHERE teacher_id = #{teacher} AND class_id = #{classId} ORDER BY figure")
    List<InsteadRow> findInstead(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    @Insert("""
            INSERT INTO figure_instead (teacher_id, class_id, figure, instead)
            VALUES (#{teacher}, #{classId}, #{figure}, #{instead})
            ON CONFLICT ON CONSTRAINT figure_instead_pk DO UPDATE SET instead = excluded.instead
            WHERE figure_instead.teacher_id = #{teacher}""")
    void writeInstead(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("figure") String figure,
            @Param("instead") String instead);

    @Select("SELECT count(*) FROM category WHERE teacher_id = #{teacher} AND name = #{name}")
    int countCategoriesNamed(@Param("teacher") TeacherId teacher, @Param("name") String name);

    @Select("SELECT count(*) FROM assessment WHERE teacher_id = #{teacher} AND title = #{title}")
    int countPiecesTitled(@Param("teacher") TeacherId teacher, @Param("title") String title);

    @Select("SELECT count(*) FROM goal WHERE teacher_id = #{teacher} AND title = #{title}")
    int countGoalsTitled(@Param("teacher") TeacherId teacher, @Param("title") String title);

    @Select("SELECT word FROM spelt_word WHERE teacher_id = #{teacher}")
    Set<String> findSpeltWords(@Param("teacher") TeacherId teacher);

    @Insert("""
            INSERT INTO spelt_word (teacher_id, word) VALUES (#{teacher}, #{word})
            ON CONFLICT ON CONSTRAINT spelt_word_pk DO NOTHING""")
    void insertSpeltWord(@Param("teacher") TeacherId teacher, @Param("word") String word);

    @Select("""
            SELECT e.id AS enrolment_id, s.preferred, s.forms FROM enrolment e
              JOIN student s ON s.teacher_id = e.teacher_id AND s.id = e.student_id
             WHERE e.teacher_id = #{teacher} AND e.class_id = #{classId}""")
    List<PersonRow> findPersons(@Param("teacher") TeacherId teacher, @Param("classId") long classId);
}
