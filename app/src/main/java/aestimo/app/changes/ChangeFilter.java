package aestimo.app.changes;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * Which alterations are looked at.
 *
 * @param id of one alteration; 0: all
 * @param student an enrolment's id; 0: all
 * @param assessment 0: all
 * @param how in a word, such as “pasted”; empty: all
 * @param fromInclusive null: from the first
 * @param toInclusive null: to the last
 * @param real only where something else stood before: first entries, and what came to nothing, left out
 */
public record ChangeFilter(
        long id,
        long student,
        long assessment,
        String how,
        @Nullable LocalDate fromInclusive,
        @Nullable LocalDate toInclusive,
        boolean real) {
    /** One alteration alone. */
    public static ChangeFilter only(long id) {
        return new ChangeFilter(id, 0, 0, "", null, null, false);
    }
}
