package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Scale;
import aestimo.core.counting.CountedRow;
import aestimo.core.counting.Counting;
import aestimo.core.rules.Averaging;
import aestimo.core.value.Fraction;
import aestimo.core.value.FractionSum;
import aestimo.core.value.WholeNumbers;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Objects;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Some pieces ready to be averaged for any student: those of a category within a span (rules, section 3), or all that
 * count where results are by all points (section 4).
 *
 * <p>All averages are one: Σ weight·p / Σ weight, where the weight is the piece's own <i>u</i>, or its out-of <i>M</i>
 * where points are averaged (for <i>r</i> = <i>p·M</i>/100). Bonus work adds to the top alone.
 */
final class AveragePlan {
    private static final int[] NONE = {};
    /** Sums of whole numbers stay below this, well within a {@code long}. */
    private static final long LARGEST_SUM = 1L << 61;

    private final int dropLowest;
    /** All places that go into the average, bonus work included, in the book's order. */
    private final int[] places;
    /** Those that are no bonus, earlier dates first, then in the book's order. */
    private final int[] pieces;

    private final int[] bonus;
    /** By the assessment's place in the book; null outside {@link #places}. */
    private final Fraction[] weights;

    // The same in whole numbers: weight = whole / weightsOver, weight·p = numerator·factor / over. Over 0: they do not
    // fit.
    private final long[] wholeWeights;
    private final long[] factors;
    private final long weightsOver;
    private final long over;

    private AveragePlan(Counting counting, int dropLowest, int[] places, Fraction[] weights) {
        Book book = counting.book();
        this.dropLowest = dropLowest;
        this.places = places;
        this.weights = weights;
        this.bonus = only(true, places, book);
        int[] plain = only(false, places, book);
        this.pieces = dropLowest == 0 ? plain : byDate(plain, book);
        this.wholeWeights = new long[weights.length];
        this.factors = new long[weights.length];
        this.weightsOver = findWeightsOver();
        this.over = findOver(counting);
    }

    private static int[] only(boolean bonus, int[] places, Book book) {
        int[] found = new int[places.length];
        int count = 0;
        for (int place : places) {
            if (book.assessments().get(place).isBonus() == bonus) {
                found[count++] = place;
            }
        }
        return Arrays.copyOf(found, count);
    }

    /** Earlier dates first, then in the book's order. */
    private static int[] byDate(int[] places, Book book) {
        return IntStream.of(places)
                .boxed()
                .sorted(Comparator.comparing(
                        place -> book.assessments().get(place).date()))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    /** @param span places of the pieces of the span, those of other categories included */
    static AveragePlan ofCategory(Counting counting, Category category, int[] span) {
        Book book = counting.book();
        boolean points = category.averaging() == Averaging.POINTS;
        Fraction[] weights = new Fraction[book.assessments().size()];
        int[] places = new int[span.length];
        int count = 0;
        for (int place : span) {
            Assessment piece = book.assessments().get(place);
            // In an equal category bonus work can only stand under all-points; there it adds nothing to this average.
            if (book.categoryOf(place) == category && (points || !piece.isBonus())) {
                places[count++] = place;
                weights[place] =
                        points ? piece.outOf().toFraction() : piece.weight().toFraction();
            }
        }
        return new AveragePlan(counting, category.dropLowest(), Arrays.copyOf(places, count), weights);
    }

    /** Every point alike, over all these pieces. */
    static AveragePlan ofPoints(Counting counting, int[] places) {
        Fraction[] weights = new Fraction[counting.book().assessments().size()];
        for (int place : places) {
            weights[place] = counting.book().assessments().get(place).outOf().toFraction();
        }
        return new AveragePlan(counting, 0, places, weights);
    }

    private long findWeightsOver() {
        long common = 1;
        for (int place : places) {
            common = weights[place].commonDenominator(common, LARGEST_SUM);
        }
        return common;
    }

    private long findOver(Counting counting) {
        long common = weightsOver == 0 ? 0 : 1;
        FractionSum all = new FractionSum();
        for (int place : places) {
            long denominator = counting.denominator(place);
            // A piece without a denominator has no whole numbers either, so it never comes here.
            if (denominator > 0) {
                common = WholeNumbers.commonDenominator(common, denominator, LARGEST_SUM);
            }
            all.plus(weights[place]);
        }
        if (common == 0) {
            return 0;
        }
        // The largest sum there can be: every piece at 1000 %.
        Fraction largest =
                all.toFraction().times(weightsOver, 1).times(common, 1).times(Scale.LARGEST_PERCENT, 1);
        if (largest.compareTo(Fraction.of(LARGEST_SUM)) >= 0) {
            return 0;
        }
        for (int place : places) {
            wholeWeights[place] = weights[place].wholeOver(weightsOver, 0);
            long denominator = counting.denominator(place);
            factors[place] = denominator == 0 ? 0 : wholeWeights[place] * WholeNumbers.quotient(common, denominator);
        }
        return common;
    }

    /** All that go into the average, bonus work included, in the book's order. */
    int[] places() {
        return places;
    }

    Fraction weight(int place) {
        return weights[place];
    }

    /** @return null where nothing counts, or bonus work alone */
    @Nullable
    Averaged average(CountedRow row) {
        int[] counting = new int[pieces.length];
        int count = 0;
        boolean whole = over > 0;
        for (int place : pieces) {
            if (row.counts(place)) {
                counting[count++] = place;
                whole &= row.isWhole(place);
            }
        }
        if (count == 0) {
            return null;
        }
        for (int place : bonus) {
            whole &= row.isWhole(place) || !row.counts(place);
        }
        int[] dropped = dropped(counting, count, row, whole);
        return whole ? ofWholes(counting, count, row, dropped) : ofFractions(counting, count, row, dropped);
    }

    /**
     * Takes the lowest out, which are marked by −1 in {@code counting}: lower percent first, then the earlier date, then
     * earlier in the book.
     *
     * @return the places of those taken out, in the order they left
     */
    private int[] dropped(int[] counting, int count, CountedRow row, boolean whole) {
        int number = Math.min(dropLowest, count - 1);
        if (number == 0) {
            return NONE;
        }
        int[] dropped = new int[number];
        for (int i = 0; i < number; i++) {
            int lowest = -1;
            for (int at = 0; at < count; at++) {
                if (counting[at] >= 0 && (lowest < 0 || isLower(counting[at], counting[lowest], row, whole))) {
                    lowest = at;
                }
            }
            dropped[i] = counting[lowest];
            counting[lowest] = -1;
        }
        return dropped;
    }

    private boolean isLower(int place, int other, CountedRow row, boolean whole) {
        // What drops its lowest weighs alike, so weight·p compares like p.
        return whole
                ? row.numerator(place) * factors[place] < row.numerator(other) * factors[other]
                : Objects.requireNonNull(row.percent(place)).compareTo(Objects.requireNonNull(row.percent(other))) < 0;
    }

    private Averaged ofWholes(int[] counting, int count, CountedRow row, int[] dropped) {
        long top = 0;
        long bottom = 0;
        for (int i = 0; i < count; i++) {
            int place = counting[i];
            if (place >= 0) {
                top += row.numerator(place) * factors[place];
                bottom += wholeWeights[place];
            }
        }
        for (int place : bonus) {
            if (row.counts(place)) {
                top += row.numerator(place) * factors[place];
            }
        }
        return Averaged.of(top, over, bottom, Fraction.of(bottom, weightsOver), count, dropped);
    }

    private Averaged ofFractions(int[] counting, int count, CountedRow row, int[] dropped) {
        FractionSum top = new FractionSum();
        FractionSum bottom = new FractionSum();
        for (int i = 0; i < count; i++) {
            int place = counting[i];
            if (place >= 0) {
                top.plusProduct(
                        weights[place],
                        Objects.requireNonNull(row.percent(place)).exact());
                bottom.plus(weights[place]);
            }
        }
        for (int place : bonus) {
            if (row.counts(place)) {
                top.plusProduct(
                        weights[place],
                        Objects.requireNonNull(row.percent(place)).exact());
            }
        }
        Fraction average = top.toFraction().dividedBy(bottom.toFraction());
        return Averaged.of(average, bottom.toFraction(), count, dropped);
    }
}
