package aestimo.app.book;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What pages that are typed into need of each cell beside the book. Most pages never ask, and a class has thousands of
 * cells, so it is put together when it is first asked for; by one thread, as an opened class is.
 */
final class CellFacts {
    private final @Nullable EntryColumns columns;
    private @Nullable Map<CellId, Integer> versions;
    private @Nullable Set<CellId> noted;

    /** @param columns null where nothing was ever typed */
    CellFacts(@Nullable EntryColumns columns) {
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
            known = new HashSet<>();
            for (int i = 0; columns != null && i < columns.size(); i++) {
                if (columns.noted()[i]) {
                    known.add(columns.cell(i));
                }
            }
            noted = known;
        }
        return known.contains(cell);
    }

    private Map<CellId, Integer> versions() {
        Map<CellId, Integer> known = versions;
        if (known == null) {
            known = new HashMap<>();
            for (int i = 0; columns != null && i < columns.size(); i++) {
                known.put(columns.cell(i), columns.versions()[i]);
            }
            versions = known;
        }
        return known;
    }
}
