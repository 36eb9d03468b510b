package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A student's average in one category (rules, section 3), each piece by its own weight.
 *
 * @param average exact
 * @param kept what the average was made of, in the book's order
 * @param dropped the lowest that left it, in the order they left
 */
public record CategoryAverage(Category category, Percent average, List<Counted> kept, List<Assessment> dropped) {
    /** How many assessments count, the dropped ones included. */
    public int counted() {
        return kept.size() + dropped.size();
    }

    /** @param counting in the book's order; empty gives no average */
    static Optional<CategoryAverage> of(Category category, List<Counted> counting) {
        if (counting.isEmpty()) {
            return Optional.empty();
        }
        // A stable sort: what is equal in percent and date leaves in the book's order.
        List<Counted> dropped = counting.stream()
                .sorted(Comparator.comparing(Counted::percent)
                        .thenComparing(counted -> counted.assessment().date()))
                .limit(Math.min(category.dropLowest(), counting.size() - 1))
                .toList();
        List<Counted> kept =
                counting.stream().filter(counted -> !dropped.contains(counted)).toList();
        Fraction weighted = Fraction.ZERO;
        Fraction weights = Fraction.ZERO;
        for (Counted counted : kept) {
            Fraction weight = counted.assessment().weight().toFraction();
            weighted = weighted.plus(weight.times(counted.percent().exact()));
            weights = weights.plus(weight);
        }
        return Optional.of(new CategoryAverage(
                category,
                new Percent(weighted.dividedBy(weights)),
                kept,
                dropped.stream().map(Counted::assessment).toList()));
    }
}
