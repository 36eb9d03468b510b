package aestimo.app.book;

import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Reads what a book is made of. */
@Mapper
interface BookMapper {
    List<ClassRow> findClasses(@Param("teacher") TeacherId teacher);

    Optional<ClassRow> findClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Holds a class until the end of the transaction; null where the teacher has no such class. */
    @Nullable
    Long hold(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** What was written to a class up to now. */
    OpenedClasses.State findState(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /**
     * Which classes the present transaction wrote to, in the order of their ids. Until it ends, no other comes to the end of
     * what it wrote to one of them.
     */
    List<Long> lockWritten(@Param("teacher") TeacherId teacher);

    /** All a class is made of but its entries, as JSON for {@link ClassRows}; empty where the teacher has no such class. */
    Optional<String> findRows(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Rows.BandRow> findBands(@Param("teacher") TeacherId teacher, @Param("boundariesId") long boundariesId);

    /** Empty where nothing was ever typed. */
    Optional<EntryColumns> findEntries(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** What was entered in the register; empty where nothing was. */
    Optional<RegisterColumns> findRegister(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Of all teachers, through a function made for it. */
    @Select(value = "SELECT merge_class_writes()", affectData = true)
    int mergeWrites();
}
