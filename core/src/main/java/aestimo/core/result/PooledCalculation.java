package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.counting.CountedRow;
import aestimo.core.counting.Counting;
import aestimo.core.rules.Method;
import aestimo.core.value.Fraction;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** The result over some pieces taken together, by category or by all points (rules, sections 4 and 9). */
final class PooledCalculation implements Calculation {
    private final Book book;
    private final int[] span;
    private final int[] deciding;
    private final AveragePlan[] categories;
    private final boolean[] countsTowardsResult;
    private final Fraction[] weights;
    /** Σ w of the categories that count. */
    private final Fraction weightsInAll;
    /** Over all pieces that count; null where results are by category. */
    private final @Nullable AveragePlan allPoints;

    /** @param span places of the pieces, in the book's order */
    PooledCalculation(Counting counting, int[] span) {
        this.book = counting.book();
        this.span = span;
        this.categories = book.categories().stream()
                .map(category -> AveragePlan.ofCategory(counting, category, span))
                .toArray(AveragePlan[]::new);
        this.countsTowardsResult = new boolean[categories.length];
        this.weights = new Fraction[categories.length];
        for (int i = 0; i < countsTowardsResult.length; i++) {
            countsTowardsResult[i] = book.countsTowardsResult(book.categories().get(i));
            weights[i] = book.categories().get(i).weight().toFraction();
        }
        this.weightsInAll = weightsThatCount();
        this.allPoints = book.rules().method() == Method.ALL_POINTS
                ? AveragePlan.ofPoints(
                        counting,
                        IntStream.of(span).filter(this::countsTowardsResult).toArray())
                : null;
        this.deciding = IntStream.of(span)
                .filter(place -> countsTowardsResult(place)
                        && !book.assessments().get(place).isBonus())
                .toArray();
    }

    private Fraction weightsThatCount() {
        FractionSum sum = new FractionSum();
        for (int i = 0; i < weights.length; i++) {
            if (countsTowardsResult[i]) {
                sum.plus(weights[i]);
            }
        }
        return sum.toFraction();
    }

    int[] span() {
        return span;
    }

    /** The plan of the category at a place of the book. */
    AveragePlan category(int place) {
        return categories[place];
    }

    /** Whether the category at a place of the book counts. */
    boolean hasSayCategory(int place) {
        return countsTowardsResult[place];
    }

    /** The places of the span's pieces whose marks decide the result, bonus work left out, in the book's order. */
    int[] deciding() {
        return deciding;
    }

    private boolean countsTowardsResult(int place) {
        return book.countsTowardsResult(book.categoryOf(place));
    }

    /** By category, in the book's order; null where a category has no average. */
    Averaged[] averages(CountedRow row) {
        Averaged[] averages = new Averaged[categories.length];
        for (int i = 0; i < averages.length; i++) {
            averages[i] = categories[i].average(row);
        }
        return averages;
    }

    @Override
    public @Nullable Percent result(CountedRow row) {
        return allPoints == null ? byCategory(averages(row)) : byPoints(row);
    }

    /** The same, where the averages are known already. */
    @Nullable
    Percent result(CountedRow row, Averaged[] averages) {
        return allPoints == null ? byCategory(averages) : byPoints(row);
    }

    private @Nullable Percent byPoints(CountedRow row) {
        Averaged all = Objects.requireNonNull(allPoints).average(row);
        return all == null ? null : all.percent();
    }

    /** Σ w·a / Σ w over the categories that count that have an average. */
    private @Nullable Percent byCategory(Averaged[] averages) {
        Fraction weighing = weightsOf(averages);
        if (weighing.isZero()) {
            return null;
        }
        FractionSum top = new FractionSum();
        for (int i = 0; i < averages.length; i++) {
            if (averages[i] != null && countsTowardsResult[i]) {
                averages[i].addTo(top, weights[i]);
            }
        }
        return new Percent(top.toFraction().dividedBy(weighing));
    }

    /** Σ w of the categories that count that have an average. */
    private Fraction weightsOf(Averaged[] averages) {
        FractionSum missing = null;
        for (int i = 0; i < averages.length; i++) {
            if (averages[i] == null && countsTowardsResult[i]) {
                missing = missing == null ? new FractionSum() : missing;
                missing.plus(weights[i]);
            }
        }
        return missing == null ? weightsInAll : weightsInAll.minus(missing.toFraction());
    }

    /**
     * The share of every counted, kept piece, and the points it brings; the points sum to the result exactly (rules,
     * section 9).
     *
     * @return in the book's order; empty without a result
     */
    List<Share> shares(CountedRow row, Averaged[] averages) {
        Portion[] portions = new Portion[book.assessments().size()];
        if (allPoints != null) {
            Averaged all = Objects.requireNonNull(allPoints).average(row);
            if (all != null) {
                portion(allPoints, all, Fraction.ONE, row, portions);
            }
        } else {
            Fraction weighing = weightsOf(averages);
            for (int i = 0; i < averages.length; i++) {
                if (averages[i] != null && countsTowardsResult[i]) {
                    portion(categories[i], averages[i], weights[i].dividedBy(weighing), row, portions);
                }
            }
        }
        List<Share> shares = new ArrayList<>(span.length);
        for (int place : span) {
            if (portions[place] != null) {
                Assessment piece = book.assessments().get(place);
                shares.add(new Share(
                        piece,
                        piece.isBonus() ? Percent.ZERO : portions[place].share(),
                        new Percent(row.times(place, portions[place].part()))));
            }
        }
        return shares;
    }

    /** What part of the result a piece's percent makes: its points are {@code part}·p. */
    private record Portion(Fraction part, Percent share) {
        static Portion of(Fraction part) {
            return new Portion(part, new Percent(part.times(Fraction.HUNDRED)));
        }
    }

    /**
     * Finds the portions of one average's pieces.
     *
     * @param whole what part of the result the average makes
     * @param portions by assessment; filled in
     */
    private static void portion(
            AveragePlan plan, Averaged averaged, Fraction whole, CountedRow row, Portion[] portions) {
        Fraction each = whole.dividedBy(averaged.weights());
        Portion latest = null;
        Fraction latestWeight = null;
        for (int place : plan.places()) {
            if (row.counts(place) && !averaged.hasDropped(place)) {
                // Most pieces of a category weigh alike: then their portion is worked out once.
                if (!plan.weight(place).equals(latestWeight)) {
                    latestWeight = plan.weight(place);
                    latest = Portion.of(each.times(latestWeight));
                }
                portions[place] = latest;
            }
        }
    }
}
