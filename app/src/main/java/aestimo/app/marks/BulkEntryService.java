package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.entry.Entry;
import aestimo.core.value.Mark;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes any number of entries in a few statements, each entry with its change. */
@Service
public class BulkEntryService {
    private final BulkEntryMapper mapper;
    private final Clock clock;

    BulkEntryService(BulkEntryMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * An entry to be written.
     *
     * @param base the version the cell has; 0 for one never touched
     * @param was what stands there
     * @param note to the student; empty leaves the one that stands
     * @param memo for the teacher alone, likewise
     */
    public record Row(CellId cell, int base, Entry entry, Entry was, String note, String memo) {
        /** One without words. */
        public Row(CellId cell, int base, Entry entry, Entry was) {
            this(cell, base, entry, was, "", "");
        }
    }

    /** The rows turned into columns, as the database takes arrays. */
    public record Columns(
            Long[] assessments,
            Long[] enrolments,
            Long[] parts,
            Integer[] bases,
            String[] kinds,
            BigDecimal[] marks,
            String[] words,
            Boolean[] late,
            Boolean[] toFinish,
            String[] notes,
            String[] memos,
            String[] was,
            String[] became) {
        public static Columns of(List<Row> rows) {
            return new Columns(
                    column(rows, row -> row.cell().assessmentId(), new Long[0]),
                    column(rows, row -> row.cell().enrolmentId(), new Long[0]),
                    column(rows, row -> row.cell().partId(), new Long[0]),
                    column(rows, Row::base, new Integer[0]),
                    column(rows, row -> row.entry().kind().name(), new String[0]),
                    column(rows, row -> row.entry().mark().map(Mark::value).orElse(null), new BigDecimal[0]),
                    column(rows, row -> row.entry().words(), new String[0]),
                    column(rows, row -> row.entry().isLate(), new Boolean[0]),
                    column(rows, row -> row.entry().isToFinish(), new Boolean[0]),
                    column(rows, Row::note, new String[0]),
                    column(rows, Row::memo, new String[0]),
                    column(rows, row -> row.was().toString(), new String[0]),
                    column(rows, row -> row.entry().toString(), new String[0]));
        }

        private static <T> T[] column(List<Row> rows, Function<Row, T> value, T[] empty) {
            return rows.stream().map(value).toList().toArray(empty);
        }
    }

    /**
     * Writes them all, or none.
     *
     * @param how in a few words, such as “imported from marks”
     * @throws FormException when a cell has another version by now
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(TeacherId teacher, long classId, List<Row> rows, String how) {
        if (rows.isEmpty()) {
            return;
        }
        Columns columns = Columns.of(rows);
        if (mapper.writeEntries(teacher, classId, columns) != rows.size()) {
            throw new FormException(
                    "An entry was altered in another window meanwhile. Nothing was changed; look again.");
        }
        mapper.insertChanges(teacher, classId, how, OffsetDateTime.now(clock), columns);
    }
}
