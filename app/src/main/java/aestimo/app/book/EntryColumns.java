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

    CellId cell(int i) {
        return new CellId(assessments[i], enrolments[i], parts[i]);
    }

    /** All of them, as a book takes them: a few dozen ids and marks over and over, so each is made once. */
    List<Book.Placed> placed() {
        Map<Long, StudentId> students = new HashMap<>();
        Map<Long, AssessmentId> pieces = new HashMap<>();
        Map<Long, Optional<PartId>> partIds = new HashMap<>(Map.of(0L, Optional.empty()));
        Map<BigDecimal, Entry> plainMarks = new HashMap<>();
        List<Book.Placed> placed = new ArrayList<>(size());
        for (int i = 0; i < size(); i++) {
            placed.add(new Book.Placed(
                    students.computeIfAbsent(enrolments[i], BookService::studentId),
                    pieces.computeIfAbsent(assessments[i], BookService::assessmentId),
                    partIds.computeIfAbsent(parts[i], id -> Optional.of(BookService.partId(id))),
                    entry(i, plainMarks)));
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
