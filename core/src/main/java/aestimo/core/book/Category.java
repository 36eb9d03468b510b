package aestimo.core.book;

import aestimo.core.id.CategoryId;
import aestimo.core.refusal.RefusedException;
import aestimo.core.rules.Averaging;
import aestimo.core.value.Weight;

/**
 * Assessments weighted together.
 *
 * @param weight its say in a result by category, of 100 over all counting categories
 * @param dropLowest how many of the lowest percents leave the average, 0 or more
 * @param counts false for practice: it has an average but does not count towards the result
 * @param retired takes no new assessment; what stands in it still counts
 */
public record Category(
        CategoryId id,
        String name,
        Weight weight,
        Averaging averaging,
        int dropLowest,
        boolean counts,
        boolean retired) {
    /** @throws RefusedException when {@code dropLowest} is negative, or above 0 where points are averaged */
    public Category {
        if (dropLowest < 0) {
            throw RefusedException.of("dropLowest", dropLowest + " in " + name + " must be 0 or more");
        }
        if (dropLowest > 0 && averaging == Averaging.POINTS) {
            throw RefusedException.of(
                    "dropLowest",
                    name + " averages by points and drops its lowest; a higher mark could then lower a result. "
                            + "Average equally, or drop none.");
        }
    }

    /** A counting category of equal averages that drops nothing. */
    public static Category of(CategoryId id, String name, Weight weight) {
        return new Category(id, name, weight, Averaging.EQUAL, 0, true, false);
    }
}
