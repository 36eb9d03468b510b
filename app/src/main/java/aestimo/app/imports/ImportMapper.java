package aestimo.app.imports;

import aestimo.app.book.CellId;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.store.TeacherId;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Mark;
import aestimo.exchange.marks.Known;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface ImportMapper {
    /** An import as it is kept; {@code made} is empty until it is done. */
    record ImportRow(
            long id,
            long classId,
            String source,
            String sheet,
            String choices,
            String state,
            String made,
            String pages,
            OffsetDateTime at) {}

    /** One as listed. */
    record ListedRow(long id, String source, String state, OffsetDateTime at, int entries) {}

    /** What stood in the cells that are written, turned into columns, as the database takes arrays. */
    record StoodColumns(String[] kinds, BigDecimal[] marks, String[] words, Boolean[] late, Boolean[] toFinish) {
        static StoodColumns of(List<BulkEntryService.Row> rows) {
            return new StoodColumns(
                    rows.stream().map(row -> row.was().kind().name()).toArray(String[]::new),
                    rows.stream()
                            .map(row -> row.was().mark().map(Mark::value).orElse(null))
                            .toArray(BigDecimal[]::new),
                    rows.stream().map(row -> row.was().words()).toArray(String[]::new),
                    rows.stream().map(row -> row.was().isLate()).toArray(Boolean[]::new),
                    rows.stream().map(row -> row.was().isToFinish()).toArray(Boolean[]::new));
        }
    }

    /** Students to be added, turned into columns likewise. */
    record NewColumns(String[] numbers, String[] families, String[] givens) {}

    /**
     * An entry that was written, what stood there before, and the version that stands there now; below 0 where the piece is
     * off the sheet.
     */
    record ImportedRow(
            long assessmentId,
            long enrolmentId,
            long partId,
            String wasKind,
            Mark wasMark,
            String wasWords,
            boolean wasLate,
            boolean wasToFinish,
            int version,
            String became,
            int now,
            String title,
            String student) {
        CellId cell() {
            return new CellId(assessmentId, enrolmentId, partId);
        }

        /** What stood there before. */
        Entry was() {
            EntryKind kind = EntryKind.valueOf(wasKind);
            Entry plain = switch (kind) {
                case MARK -> Entry.of(wasMark);
                case DOUBT -> Entry.doubt(wasWords);
                case GRADE -> Entry.grade(wasWords);
                default -> Entry.of(kind);
            };
            return plain.withLate(wasLate).withToFinish(wasToFinish);
        }
    }

    long insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("source") String source,
            @Param("sheet") String sheet,
            @Param("choices") String choices,
            @Param("pages") String pages,
            @Param("at") OffsetDateTime at);

    Optional<ImportRow> find(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);

    List<ListedRow> findAll(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Alters one that is still open; returns 0 where it is not. */
    int updateChoices(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("importId") long importId,
            @Param("choices") String choices);

    /** Reads another page of one that is still open; returns 0 where it is not. */
    int updateSheet(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("importId") long importId,
            @Param("sheet") String sheet,
            @Param("choices") String choices,
            @Param("pages") String pages);

    /** Moves one on from a state; returns 0 where it is in another. */
    int advance(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("importId") long importId,
            @Param("from") String from,
            @Param("to") String to,
            @Param("made") String made,
            @Param("at") OffsetDateTime at);

    int deleteOpen(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);

    /** Writes entries whose versions are as given; returns how many could be. */
    void insertImported(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("importId") long importId,
            @Param("rows") BulkEntryService.Columns rows,
            @Param("stood") StoodColumns stood);

    List<ImportedRow> findImported(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("importId") long importId);

    /**
     * How many entries, notes, memos and lessons stand in some assessments, or of some students, that an import made, but came
     * another way.
     */
    int countOthers(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("importId") long importId,
            @Param("assessments") List<Long> assessments,
            @Param("enrolments") List<Long> enrolments);

    void deleteAssessments(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("assessments") List<Long> assessments);

    void deleteEnrolments(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("enrolments") List<Long> enrolments);

    /** Students of the teacher with these numbers, in any class; the ids are the students' own. */
    List<Known> findNumbered(@Param("teacher") TeacherId teacher, @Param("numbers") String[] numbers);

    /** Returns their ids, which rise in the order of the rows. */
    List<Long> insertStudents(@Param("teacher") TeacherId teacher, @Param("rows") NewColumns rows);

    /** An id for each of the students, in no order. */
    List<EnrolledRow> insertEnrolments(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("ids") Long[] studentIds,
            @Param("sets") String[] sets);

    record EnrolledRow(long id, long studentId) {}

    void deleteLayout(@Param("teacher") TeacherId teacher, @Param("headings") String headings);

    /** @param meaning a key of what a word of sheets means */
    record WordRow(String word, String meaning) {}

    List<WordRow> findWords(@Param("teacher") TeacherId teacher);

    void saveWord(@Param("teacher") TeacherId teacher, @Param("row") WordRow row);

    String findLayout(@Param("teacher") TeacherId teacher, @Param("headings") String headings);

    void saveLayout(
            @Param("teacher") TeacherId teacher, @Param("headings") String headings, @Param("choices") String choices);
}
