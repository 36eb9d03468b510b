package aestimo.core.result;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.counting.CountedRow;
import aestimo.core.counting.EntryCounts;
import aestimo.core.counting.Outcome;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.id.CategoryId;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Where one student stands over a span. Immutable; what is asked for rarely is worked out when asked. */
public final class StudentStanding {
    private final Standing.Context context;
    private final int place;
    private final boolean present;
    private final CountedRow row;
    private final Averaged[] averages;
    private final Optional<Result> result;
    private final Optional<Percent> withoutCeilings;
    private final Optional<Rank> rank;
    private final Optional<Rank> setRank;

    StudentStanding(Standing.Context context, int place, boolean present) {
        this.context = context;
        this.place = place;
        this.present = present;
        this.row = context.counting().row(place);
        this.averages = context.pooled().averages(row);
        Optional<Percent> exact = Optional.ofNullable(
                context.isWeighed()
                        ? context.calculation().result(row)
                        : context.pooled().result(row, averages));
        this.result = exact.map(context.grading()::judge);
        CountedRow uncapped = context.counting().rowWithoutCeilings(place);
        this.withoutCeilings = uncapped == row
                ? exact
                : Optional.ofNullable(context.calculation().result(uncapped));
        this.rank = Optional.empty();
        this.setRank = Optional.empty();
    }

    private StudentStanding(StudentStanding other, Rank rank, Rank setRank) {
        this.context = other.context;
        this.place = other.place;
        this.present = other.present;
        this.row = other.row;
        this.averages = other.averages;
        this.result = other.result;
        this.withoutCeilings = other.withoutCeilings;
        this.rank = Optional.ofNullable(rank);
        this.setRank = Optional.ofNullable(setRank);
    }

    /** Each null for none. */
    StudentStanding withRanks(Rank inClass, Rank inSet) {
        return new StudentStanding(this, inClass, inSet);
    }

    private Book book() {
        return context.counting().book();
    }

    public Student student() {
        return book().students().get(place);
    }

    /** The student's place in the book. */
    public int place() {
        return place;
    }

    /** Enrolled on the span's last day, or today if that is earlier (rules, section 6). */
    public boolean present() {
        return present;
    }

    /** Empty where no counting category has an average. */
    public Optional<Result> result() {
        return result;
    }

    /** The exact result with every ceiling off; empty without a result (rules, section 9). */
    public Optional<Percent> withoutCeilings() {
        return withoutCeilings;
    }

    /** How many percentage points ceilings take off the result, exact; 0 where they take none. */
    public Optional<Percent> ceilingCost() {
        return withoutCeilings.map(percent -> percent.minus(result.orElseThrow().exact()));
    }

    /** The place among those present; empty without result or presence (rules, section 7). */
    public Optional<Rank> rank() {
        return rank;
    }

    /** The same within the set; empty without a set. */
    public Optional<Rank> setRank() {
        return setRank;
    }

    /** The averages there are, practice included, in the book's order; pooled over the span even in a weighed year. */
    public Map<CategoryId, CategoryAverage> categories() {
        Map<CategoryId, CategoryAverage> all = new LinkedHashMap<>();
        for (int i = 0; i < averages.length; i++) {
            if (averages[i] != null) {
                all.put(book().categories().get(i).id(), average(i));
            }
        }
        return all;
    }

    public Optional<CategoryAverage> category(CategoryId id) {
        return Optional.ofNullable(categories().get(id));
    }

    private CategoryAverage average(int category) {
        return new CategoryAverage(
                book(),
                book().categories().get(category),
                context.pooled().category(category),
                averages[category],
                row);
    }

    /** The exact average in the category at a place of the book; null for none. */
    @Nullable
    Percent exactAverage(int category) {
        return averages[category] == null ? null : averages[category].percent();
    }

    /** What an assessment counts as for the student, whether it lies in the span or not. */
    public Outcome outcome(int assessment) {
        return context.counting().outcome(place, assessment);
    }

    /**
     * What each assessment has to do with the result, in the book's order; an empty list without a result.
     *
     * @return empty for a year of weighed terms: see {@link #terms}
     */
    public Optional<List<Share>> shares() {
        return context.isWeighed()
                ? Optional.empty()
                : Optional.of(context.pooled().shares(row, averages));
    }

    /** What each category has to do with the result, in the book's order; empty for a year of weighed terms. */
    public List<WorkingLine> working() {
        List<Share> shares = shares().orElse(List.of());
        List<WorkingLine> lines = new ArrayList<>();
        for (int i = 0; i < averages.length && !shares.isEmpty(); i++) {
            if (averages[i] != null && context.pooled().hasSayCategory(i)) {
                CategoryId id = book().categories().get(i).id();
                FractionSum share = new FractionSum();
                FractionSum points = new FractionSum();
                shares.stream()
                        .filter(piece -> piece.assessment().category().equals(id))
                        .forEach(piece -> {
                            share.plus(piece.share().exact());
                            points.plus(piece.points().exact());
                        });
                lines.add(
                        new WorkingLine(average(i), new Percent(share.toFraction()), new Percent(points.toFraction())));
            }
        }
        return lines;
    }

    /**
     * One term within a year of weighed terms.
     *
     * @param result as it goes into the year: exact or rounded, as the class says; empty where the term has none
     */
    public record TermStep(Term term, Optional<Percent> result) {}

    /** The terms of a year of weighed terms, those without weight or result included; empty for every other span. */
    public List<TermStep> terms() {
        if (!(context.calculation() instanceof WeighedCalculation year)) {
            return List.of();
        }
        return year.steps(row);
    }

    /** How many entries of each kind the student has over the span (rules, section 6). */
    public EntryCounts counts() {
        return EntryCounts.of(context.counting(), place, context.pooled().span());
    }

    /** What is still possible (rules, section 8). */
    public Prospects prospects() {
        return new Prospects(context.counting(), context.pooled(), context.calculation(), context.grading(), place);
    }
}
