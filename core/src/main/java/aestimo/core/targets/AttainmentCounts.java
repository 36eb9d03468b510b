package aestimo.core.targets;

import aestimo.core.targets.Attainment.Status;
import java.util.List;

/**
 * How many stand where against their aims in one term.
 *
 * @param without how many have no aim or no result, and so stand nowhere
 */
public record AttainmentCounts(int wellBelow, int below, int on, int above, int without) {
    static AttainmentCounts of(List<Attainment> rows) {
        int[] counts = new int[Status.values().length];
        int without = 0;
        for (Attainment row : rows) {
            if (row.status().isPresent()) {
                counts[row.status().get().ordinal()]++;
            } else {
                without++;
            }
        }
        return new AttainmentCounts(
                counts[Status.WELL_BELOW.ordinal()],
                counts[Status.BELOW.ordinal()],
                counts[Status.ON.ordinal()],
                counts[Status.ABOVE.ordinal()],
                without);
    }

    /** How many stand somewhere. */
    public int compared() {
        return wellBelow + below + on + above;
    }
}
