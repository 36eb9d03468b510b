package aestimo.app.groundwork;

import aestimo.app.store.TeacherId;
import java.util.Map;

/**
 * Categories, pieces or goals of a class were given other names, in the transaction that is still open.
 *
 * @param names the new ones by the old ones
 */
public record Renamed(TeacherId teacher, Kind kind, Map<String, String> names) {
    /** What was given another name. */
    public enum Kind {
        CATEGORY,
        PIECE,
        GOAL
    }
}
