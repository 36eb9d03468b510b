package aestimo.app.find;

import aestimo.app.store.TeacherId;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

/** What can be found, of all classes of a teacher. */
@Mapper
interface FindMapper {
    record StudentRow(long classId, long enrolmentId, String number, String family, String given, String preferred) {}

    record PieceRow(long classId, long id, String title, LocalDate date) {}

    List<StudentRow> findStudents(@Param("teacher") TeacherId teacher);

    List<PieceRow> findPieces(@Param("teacher") TeacherId teacher);
}
