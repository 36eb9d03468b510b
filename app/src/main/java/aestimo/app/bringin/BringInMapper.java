package aestimo.app.bringin;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Mark;
import aestimo.exchange.marks.Known;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;

@Mapper
interface BringInMapper {
    /** A bring-in as it is kept; {@code made} is empty until it is done. */
    record BringInRow(
            long id,
            long classId,
            String source,
            String sheet,
            String choices,
            String state,
            String made,
            OffsetDateTime at) {}

    /** One as listed. */
    record ListedRow(long id, String source, String state, OffsetDateTime at, int entries) {}

    /** An entry to be written, with what stood there; marks are null unless an entry is one. */
    record BroughtRow(
            CellId cell,
            int base,
            String kind,
            Mark mark,
            String words,
            boolean late,
            boolean toFinish,
            String wasKind,
            Mark wasMark,
            String wasWords,
            boolean wasLate,
            boolean wasToFinish,
            String was,
            String became) {
        /** @param base the version the cell has now */
        static BroughtRow of(CellId cell, int base, Entry entry, Entry was) {
            return new BroughtRow(
                    cell,
                    base,
                    entry.kind().name(),
                    entry.mark().orElse(null),
                    entry.words(),
                    entry.isLate(),
                    entry.isToFinish(),
                    was.kind().name(),
                    was.mark().orElse(null),
                    was.words(),
                    was.isLate(),
                    was.isToFinish(),
                    was.toString(),
                    entry.toString());
        }
    }

    /**
     * An entry that was written, what stood there before, and the version that stands there now; below 0 where the piece is
     * off the sheet.
     */
    record StandingRow(
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

    /** Returns null where the teacher has no such class; holds it until the end of the transaction. */
    Long lockClass(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<Known> findKnown(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    long insert(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("source") String source,
            @Param("sheet") String sheet,
            @Param("choices") String choices,
            @Param("at") OffsetDateTime at);

    Optional<BringInRow> find(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("bringInId") long bringInId);

    List<ListedRow> findAll(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    /** Alters one that is still open; returns 0 where it is not. */
    int updateChoices(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("bringInId") long bringInId,
            @Param("choices") String choices);

    /** Moves one on from a state; returns 0 where it is in another. */
    int advance(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("bringInId") long bringInId,
            @Param("from") String from,
            @Param("to") String to,
            @Param("made") String made,
            @Param("at") OffsetDateTime at);

    int deleteOpen(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("bringInId") long bringInId);

    /** Writes entries whose versions are as given; returns how many could be. */
    int writeEntries(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("entries") List<BroughtRow> entries);

    void insertBrought(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("bringInId") long bringInId,
            @Param("entries") List<BroughtRow> entries);

    void insertChanges(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("how") String how,
            @Param("at") OffsetDateTime at,
            @Param("entries") List<BroughtRow> entries);

    List<StandingRow> findBrought(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("bringInId") long bringInId);

    /** How many entries stand in some assessments, or of some students, that a bring-in made, but came another way. */
    int countOthers(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("bringInId") long bringInId,
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

    /** The number of a student some student of the teacher has already; empty for none of these. */
    List<String> findTakenNumbers(@Param("teacher") TeacherId teacher, @Param("numbers") List<String> numbers);

    long insertStudent(@Param("teacher") TeacherId teacher, @Param("student") Known student);

    long insertEnrolment(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("studentId") long studentId,
            @Param("set") String set);

    String findLayout(@Param("teacher") TeacherId teacher, @Param("headings") String headings);

    void saveLayout(
            @Param("teacher") TeacherId teacher, @Param("headings") String headings, @Param("choices") String choices);
}
