package aestimo.app.roll;

import aestimo.app.store.TeacherId;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface RollMapper {
    /** A student of the teacher. */
    record StudentRow(long id, String number, String family, String given) {}

    /** An enrolment; dates that are open are null. */
    record EnrolmentRow(
            long id,
            long studentId,
            String number,
            String family,
            String given,
            String setName,
            LocalDate joined,
            LocalDate leftOn,
            boolean hasEntries) {}

    List<StudentRow> findStudents(@Param("teacher") TeacherId teacher);

    List<EnrolmentRow> findEnrolments(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    long insertStudent(
            @Param("teacher") TeacherId teacher,
            @Param("number") String number,
            @Param("family") String family,
            @Param("given") String given);

    /** @return its id */
    long insertEnrolment(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("studentId") long studentId,
            @Param("set") String set,
            @Param("joined") @Nullable LocalDate joined);

    void updateStudent(@Param("teacher") TeacherId teacher, @Param("student") StudentRow student);

    void updateEnrolment(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId,
            @Param("set") String set,
            @Param("joined") @Nullable LocalDate joined,
            @Param("leftOn") @Nullable LocalDate leftOn);

    void deleteEnrolment(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolmentId") long enrolmentId);

    /** Forgets a student who is in no class. */
    void deleteStudentWithoutClass(@Param("teacher") TeacherId teacher, @Param("studentId") long studentId);
}
