package aestimo.core.book;

import aestimo.core.value.Weight;

/**
 * Assessments weighted together.
 *
 * @param weight its say in the result, of 100 over all counting categories
 * @param dropLowest how many of the lowest percents leave the average, 0 or more
 * @param counts false for practice: it has an average but no say
 * @param retired takes no new assessment; what stands in it still counts
 */
public record Category(CategoryId id, String name, Weight weight, int dropLowest, boolean counts, boolean retired) {
    /** @throws IllegalArgumentException when {@code dropLowest} is negative */
    public Category {
        if (dropLowest < 0) {
            throw new IllegalArgumentException("drop lowest " + dropLowest + " in " + name + " must be 0 or more");
        }
    }

    public static Category of(CategoryId id, String name, Weight weight) {
        return new Category(id, name, weight, 0, true, false);
    }

    /** Whether it has a say in a result by category (rules, section 4). */
    public boolean hasSay() {
        return counts && weight.value().signum() > 0;
    }
}
