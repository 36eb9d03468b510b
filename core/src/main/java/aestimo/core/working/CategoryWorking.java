package aestimo.core.working;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Counted;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.rules.Averaging;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The working of a student's average in one category (rules, section 3). */
public final class CategoryWorking {
    private CategoryWorking() {}

    /**
     * The pieces that count, those dropped and why, those that do not count and why, and the mean.
     *
     * @param category one of the book's
     */
    public static Working of(Standing standing, StudentStanding own, Category category) {
        Book book = standing.book();
        Optional<CategoryAverage> average = own.category(category.id());
        List<Working> steps = new ArrayList<>();
        for (int place : standing.span().places(book)) {
            if (book.categoryOf(place) == category) {
                steps.add(piece(standing, own, place, average));
            }
        }
        average.ifPresent(it -> steps.add(mean(category, it)));
        String shown =
                average.map(it -> it.average().shown(book.rules().places())).orElse("no average");
        return new Working(category.name(), shown, steps);
    }

    private static Working piece(Standing standing, StudentStanding own, int place, Optional<CategoryAverage> average) {
        Assessment piece = standing.book().assessments().get(place);
        Working counted = PieceWorking.of(standing.counting(), own.place(), place);
        int dropped = average.map(it -> it.dropped().indexOf(piece)).orElse(-1);
        if (dropped >= 0) {
            String which = dropped == 0 ? "the lowest" : "the next lowest";
            return new Working(counted.words() + " – dropped as " + which, counted.figure(), counted.steps());
        }
        if (piece.isBonus() && own.outcome(place).counts()) {
            return new Working(counted.words() + " – bonus, on top", counted.figure(), counted.steps());
        }
        return counted;
    }

    private static Working mean(Category category, CategoryAverage average) {
        boolean points = category.averaging() == Averaging.POINTS;
        List<Fraction> weights = new ArrayList<>();
        List<Percent> percents = new ArrayList<>();
        Fraction gained = Fraction.ZERO;
        Fraction possible = Fraction.ZERO;
        for (Counted counted : average.kept()) {
            Assessment piece = counted.assessment();
            weights.add(piece.weight().toFraction());
            percents.add(counted.percent());
            gained = gained.plus(piece.pointsOf(counted.percent().exact()));
            possible = piece.isBonus() ? possible : possible.plus(piece.outOf().toFraction());
        }
        String words = points
                ? Figures.plain(gained) + " of " + Figures.plain(possible) + " points"
                : Figures.mean(weights, percents);
        return Working.of(words, Figures.plain(average.average()));
    }
}
