package aestimo.app.book;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What pages that are typed into need of each cell beside the book. Most pages never ask, and a class has thousands of
 * cells, so it is put together when it is first asked for; by one thread, as an opened class is.
 */
final class CellFacts {
    private final Optional<Columns> columns;
    private @Nullable Map<CellId, Integer> versions;
    private @Nullable Set<CellId> noted;

    /** Of each cell that was ever typed into; what stands at one place of each column belongs together. */
    record Columns(long[] assessments, long[] enrolments, long[] parts, int[] versions, boolean[] noted) {
        private int size() {
            return assessments.length;
        }

        private CellId cell(int i) {
            return new CellId(assessments[i], enrolments[i], parts[i]);
        }
    }

    /** @param columns empty where nothing was ever typed */
    CellFacts(Optional<Columns> columns) {
        this.columns = columns;
    }

    /** The same with another version of one cell. */
    CellFacts with(CellId cell, int version) {
        CellFacts later = new CellFacts(columns);
        later.versions = new HashMap<>(versions());
        later.versions.put(cell, version);
        later.noted = noted;
        return later;
    }

    /** 0 for a cell never touched. */
    int version(CellId cell) {
        return versions().getOrDefault(cell, 0);
    }

    boolean isNoted(CellId cell) {
        Set<CellId> known = noted;
        if (known == null) {
            Set<CellId> all = new HashSet<>();
            columns.ifPresent(own -> {
                for (int i = 0; i < own.size(); i++) {
                    if (own.noted()[i]) {
                        all.add(own.cell(i));
                    }
                }
            });
            known = all;
            noted = known;
        }
        return known.contains(cell);
    }

    private Map<CellId, Integer> versions() {
        Map<CellId, Integer> known = versions;
        if (known == null) {
            Map<CellId, Integer> all = new HashMap<>();
            columns.ifPresent(own -> {
                for (int i = 0; i < own.size(); i++) {
                    all.put(own.cell(i), own.versions()[i]);
                }
            });
            known = all;
            versions = known;
        }
        return known;
    }
}
