package aestimo.app.book;

import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Mark;
import java.math.BigDecimal;

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

    Entry entry(int i) {
        EntryKind kind = EntryKind.valueOf(kinds[i]);
        Entry plain = switch (kind) {
            case MARK -> Entry.of(Mark.from(marks[i]));
            case DOUBT -> Entry.doubt(words[i]);
            case GRADE -> Entry.grade(words[i]);
            default -> Entry.of(kind);
        };
        return plain.withLate(late[i]).withToFinish(toFinish[i]);
    }
}
