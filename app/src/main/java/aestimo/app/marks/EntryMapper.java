package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.store.TeacherId;
import aestimo.core.entry.Entry;
import aestimo.core.value.Mark;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface EntryMapper {
    /** An entry as it is written; the mark is null unless it is one. */
    record EntryRow(
            long classId,
            CellId cell,
            String kind,
            @Nullable Mark mark,
            String words,
            boolean late,
            boolean toFinish) {
        static EntryRow of(long classId, CellId cell, Entry entry) {
            return new EntryRow(
                    classId,
                    cell,
                    entry.kind().name(),
                    entry.mark().orElse(null),
                    entry.words(),
                    entry.isLate(),
                    entry.isToFinish());
        }
    }

    /**
     * Writes an entry whose version is {@code base}, 0 for a cell never touched.
     *
     * @return 1, or 0 where the cell has another version by now
     */
    int write(@Param("teacher") TeacherId teacher, @Param("entry") EntryRow entry, @Param("base") int base);

    /** The version of a cell whose latest alteration is one of the requests named; null where another came since. */
    Integer findVersionLeftBy(
            @Param("teacher") TeacherId teacher, @Param("cell") CellId cell, @Param("requests") String[] requests);
}
