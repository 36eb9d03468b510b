package aestimo.app.book;

import java.util.Arrays;
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
    private final Columns columns;
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

        static Columns none() {
            return new Columns(new long[0], new long[0], new long[0], new int[0], new boolean[0]);
        }

        /** The same with another version of one cell, which may not have been typed into before. */
        private Columns with(CellId cell, int version) {
            int at = 0;
            while (at < size()
                    && !(assessments[at] == cell.assessmentId()
                            && enrolments[at] == cell.enrolmentId()
                            && parts[at] == cell.partId())) {
                at++;
            }
            int most = Math.max(size(), at + 1);
            Columns later = new Columns(
                    Arrays.copyOf(assessments, most),
                    Arrays.copyOf(enrolments, most),
                    Arrays.copyOf(parts, most),
                    Arrays.copyOf(versions, most),
                    Arrays.copyOf(noted, most));
            later.assessments[at] = cell.assessmentId();
            later.enrolments[at] = cell.enrolmentId();
            later.parts[at] = cell.partId();
            later.versions[at] = version;
            return later;
        }
    }

    CellFacts(Columns columns) {
        this.columns = columns;
    }

    Columns columns() {
        return columns;
    }

    /** The same with another version of one cell. */
    CellFacts with(CellId cell, int version) {
        return new CellFacts(columns.with(cell, version));
    }

    /** 0 for a cell never touched. */
    int version(CellId cell) {
        return versions().getOrDefault(cell, 0);
    }

    boolean isNoted(CellId cell) {
        Set<CellId> known = noted;
        if (known == null) {
            known = new HashSet<>();
            for (int i = 0; i < columns.size(); i++) {
                if (columns.noted[i]) {
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
            for (int i = 0; i < columns.size(); i++) {
                known.put(columns.cell(i), columns.versions[i]);
            }
            versions = known;
        }
        return known;
    }
}
