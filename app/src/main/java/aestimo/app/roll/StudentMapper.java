package aestimo.app.roll;

import aestimo.app.store.TeacherId;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.exchange.marks.Known;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface StudentMapper {
    /** A student's card; null for what is not known. */
    record CardRow(
            long enrolmentId,
            long studentId,
            String family,
            String given,
            String setName,
            String preferred,
            String email,
            LocalDate birthday,
            String supportNote,
            String lastReport,
            Mark startingScore,
            OutOf startingTop,
            String forms,
            boolean hasPhoto) {}

    /** A change of set. */
    record SetRow(LocalDate onDay, String was, String became) {}

    Optional<CardRow> findCard(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId);

    /** What a sheet is matched against. */
    List<Known> findKnown(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** @param birthday null where it is not known */
    record PersonRow(
            long enrolmentId,
            String family,
            String given,
            String preferred,
            @Nullable LocalDate birthday,
            String supportNote,
            boolean hasPhoto) {}

    /** Everybody of a class, in no order. */
    List<PersonRow> findPeople(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** @param className the title of a class they are in */
    record BirthdayRow(
            long studentId, String family, String given, String preferred, LocalDate birthday, String className) {}

    /** Those whose birthday is known and who are in a class of the year that a day lies in, or of the one before it. */
    List<BirthdayRow> findBirthdays(@Param("teacher") TeacherId teacher, @Param("day") LocalDate day);

    record PlaceRow(long classId, long enrolmentId) {}

    /** The classes that the student of an enrolment is in, or was. */
    List<PlaceRow> findPlaces(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId);

    record NumberRow(String number, long studentId) {}

    /** Students of a class that have a number. */
    List<NumberRow> findNumbers(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<SetRow> findSets(@Param("teacher") TeacherId teacher, @Param("enrolmentId") long enrolmentId);

    /** Titles of the other classes a student is in. */
    List<String> findOtherClasses(
            @Param("teacher") TeacherId teacher, @Param("studentId") long studentId, @Param("classId") long classId);

    void updateCard(
            @Param("teacher") TeacherId teacher,
            @Param("studentId") long studentId,
            @Param("card") StudentCard card,
            @Param("birthday") @Nullable LocalDate birthday);

    /** @param birthday null where it is not known */
    record FactsRow(
            long enrolmentId,
            String preferred,
            String email,
            @Nullable LocalDate birthday,
            String supportNote,
            String lastReport) {}

    List<FactsRow> findFacts(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    int updateFacts(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("facts") CardFacts facts,
            @Param("birthday") @Nullable LocalDate birthday);

    /** Takes an address and a preferred name where there is none yet. */
    void fillContact(
            @Param("teacher") TeacherId teacher,
            @Param("studentId") long studentId,
            @Param("preferred") String preferred,
            @Param("email") String email);

    /** What starting scores are out of; empty where the teacher has no such class. */
    Optional<OutOf> findTop(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void updateTop(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("top") OutOf top);

    /** @param score null for none */
    void updateScore(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("score") @Nullable Mark score);

    /** @param photo null for none */
    void updatePhoto(
            @Param("teacher") TeacherId teacher,
            @Param("studentId") long studentId,
            @Param("photo") byte @Nullable [] photo);

    /** A row with the photo; empty where there is none. */
    Optional<PhotoRow> findPhoto(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId);

    record PhotoRow(byte[] photo) {}

    int updateSet(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("set") String set);

    /** A second change on one day takes the place of the first. */
    void recordSet(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("change") SetRow change);
}
