package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.counting.CountedRow;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/** A student's average in one category over a span, and what it was made of (rules, section 3). Immutable. */
public final class CategoryAverage {
    private final Book book;
    private final Category category;
    private final AveragePlan plan;
    private final Averaged averaged;
    private final CountedRow row;

    CategoryAverage(Book book, Category category, AveragePlan plan, Averaged averaged, CountedRow row) {
        this.book = book;
        this.category = category;
        this.plan = plan;
        this.averaged = averaged;
        this.row = row;
    }

    public Category category() {
        return category;
    }

    /** Exact. */
    public Percent average() {
        return averaged.percent();
    }

    /** How many assessments count, the dropped ones included, bonus work not. */
    public int counted() {
        return averaged.counted();
    }

    /** What the average was made of, bonus work included, in the book's order. */
    public List<Counted> kept() {
        List<Counted> kept = new ArrayList<>();
        for (int place : plan.places()) {
            if (row.counts(place) && !averaged.hasDropped(place)) {
                kept.add(new Counted(book.assessments().get(place), Objects.requireNonNull(row.percent(place))));
            }
        }
        return kept;
    }

    /** The lowest that left it, in the order they left. */
    public List<Assessment> dropped() {
        return Arrays.stream(averaged.dropped())
                .mapToObj(place -> book.assessments().get(place))
                .toList();
    }
}
