package aestimo.app.book;

import aestimo.core.book.Book;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.value.Mark;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The entries of a class, column by column: what stands at one place of each belongs together.
 *
 * @param parts 0 for a piece without parts
 * @param marks null where the entry is none
 */
record EntryColumns(
        Long[] assessments,
        Long[] enrolments,
        Long[] parts,
        String[] kinds,
        BigDecimal[] marks,
        String[] words,
        Boolean[] late,
        Boolean[] toFinish,
        Integer[] versions,
        Boolean[] noted) {
    int size() {
        return assessments.length;
    }

    /** What pages need of each cell beside its entry. */
    CellFacts.Columns facts() {
        boolean[] withNotes = new boolean[size()];
        for (int i = 0; i < withNotes.length; i++) {
            withNotes[i] = noted[i];
        }
        return new CellFacts.Columns(
                longs(assessments),
                longs(enrolments),
                longs(parts),
                Stream.of(versions).mapToInt(Integer::intValue).toArray(),
                withNotes);
    }

    private static long[] longs(Long[] column) {
        return Stream.of(column).mapToLong(Long::longValue).toArray();
    }

    /**
     * All of them, as a book takes them: a few dozen ids and marks over and over, so each is made once. An entry of a
     * student or an assessment that came after the rest of the class was read is left out with them.
     *
     * @param students the ids the book's students have; the very same, since two that are equal take long to compare
     * @param pieces likewise of the assessments
     */
    List<Book.Placed> placed(Map<Long, StudentId> students, Map<Long, AssessmentId> pieces) {
        Map<Long, Optional<PartId>> partIds = new HashMap<>(Map.of(0L, Optional.empty()));
        Map<BigDecimal, Entry> plainMarks = new HashMap<>();
        List<Book.Placed> placed = new ArrayList<>(size());
        for (int i = 0; i < size(); i++) {
            StudentId student = students.get(enrolments[i]);
            AssessmentId piece = pieces.get(assessments[i]);
            if (student != null && piece != null) {
                Optional<PartId> part = partIds.computeIfAbsent(parts[i], id -> Optional.of(BookService.partId(id)));
                placed.add(new Book.Placed(student, piece, part, entry(i, plainMarks)));
            }
        }
        return placed;
    }

    private Entry entry(int i, Map<BigDecimal, Entry> plainMarks) {
        EntryKind kind = EntryKind.valueOf(kinds[i]);
        Entry plain = switch (kind) {
            case MARK -> plainMarks.computeIfAbsent(marks[i], mark -> Entry.of(Mark.from(mark)));
            case DOUBT -> Entry.doubt(words[i]);
            case GRADE -> Entry.grade(words[i]);
            default -> Entry.of(kind);
        };
        return plain.withLate(late[i]).withToFinish(toFinish[i]);
    }
}
