package aestimo.core.working;

import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.result.Share;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.WorkingLine;
import aestimo.core.rules.Method;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** The working of a student's result, grade and rank over a span (rules, sections 4, 5 and 7). */
public final class ResultWorking {
    private final Standing standing;
    private final StudentStanding own;
    private final Book book;

    private ResultWorking(Standing standing, StudentStanding own) {
        this.standing = standing;
        this.own = own;
        this.book = standing.book();
    }

    /** From the categories, the points or the terms to the result, then rounding and grade. */
    public static Working of(Standing standing, StudentStanding own) {
        return new ResultWorking(standing, own).result();
    }

    private Working result() {
        List<Working> steps = new ArrayList<>();
        if (!own.terms().isEmpty()) {
            addTerms(steps);
        } else {
            book.categories().forEach(category -> steps.add(category(category)));
            own.result().ifPresent(result -> steps.add(together(result)));
        }
        own.result().ifPresent(result -> addGrade(result, steps));
        return new Working(
                "Result of " + own.student().listName(),
                own.result().map(Result::inWords).orElse("no result: nothing that counts is there yet"),
                steps);
    }

    private Working category(Category category) {
        Working average = CategoryWorking.of(standing, own, category);
        Optional<WorkingLine> line = own.working().stream()
                .filter(each -> each.category().category() == category)
                .findFirst();
        if (line.isPresent()) {
            String words = category.name() + ": average " + average.figure() + ", "
                    + Figures.percent(line.get().share()) + " of the whole";
            return new Working(words, Figures.plain(line.get().points()) + " points", average.steps());
        }
        Percent bonus = own.shares().orElse(List.of()).stream()
                .filter(share -> share.assessment().category().equals(category.id()))
                .map(Share::points)
                .reduce(Percent.ZERO, Percent::plus);
        if (!bonus.equals(Percent.ZERO)) {
            return new Working(
                    category.name() + ": bonus work alone, on top of all points",
                    Figures.plain(bonus) + " points",
                    average.steps());
        }
        String why = !category.counts()
                ? "practice, does not count towards the result"
                : book.countsTowardsResult(category)
                        ? "nothing counts here yet, so it is left out"
                        : "weight 0, does not count towards the result";
        String shown = own.category(category.id()).isPresent() ? average.figure() : "";
        return new Working(category.name() + ": " + why, shown, average.steps());
    }

    private Working together(Result result) {
        if (book.rules().method() == Method.ALL_POINTS) {
            return Working.of("all points that count, of all that were possible", Figures.plain(result.exact()));
        }
        List<Fraction> weights = new ArrayList<>();
        List<Percent> averages = new ArrayList<>();
        for (WorkingLine line : own.working()) {
            weights.add(line.category().category().weight().toFraction());
            averages.add(line.category().average());
        }
        return Working.of(Figures.mean(weights, averages), Figures.plain(result.exact()));
    }

    private void addTerms(List<Working> steps) {
        List<Fraction> weights = new ArrayList<>();
        List<Percent> results = new ArrayList<>();
        for (StudentStanding.TermStep step : own.terms()) {
            boolean counts = step.result().isPresent() && !step.term().weight().isZero();
            String words = step.term().name() + ", weight " + step.term().weight();
            steps.add(Working.of(
                    counts ? words : words + ": left out",
                    step.result().map(Figures::plain).orElse("no result")));
            if (counts) {
                weights.add(step.term().weight().toFraction());
                results.add(step.result().get());
            }
        }
        own.result()
                .ifPresent(
                        result -> steps.add(Working.of(Figures.mean(weights, results), Figures.plain(result.exact()))));
    }

    private void addGrade(Result result, List<Working> steps) {
        if (!result.rounded().equals(result.exact())) {
            steps.add(Working.of("rounded half up, as it is shown", result.shown()));
        }
        result.grade().ifPresent(grade -> {
            String graded = Figures.plain(result.graded());
            steps.add(Working.of(
                    graded + " is grade " + grade.label() + ", which starts from " + Figures.plain(grade.from()), ""));
        });
        result.toNext().ifPresent(gap -> {
            Band next = book.boundaries().above(result.grade().orElseThrow()).orElseThrow();
            steps.add(Working.of(
                    "to " + next.label() + ", which starts from " + Figures.plain(next.from()),
                    Figures.plain(gap) + " missing" + (result.justBelow() ? ", just below" : "")));
        });
    }

    /** Who is higher, and who is level; empty where the student has no rank. */
    public static Optional<Working> ofRank(Standing standing, StudentStanding own) {
        return own.rank()
                .map(rank -> new ResultWorking(standing, own)
                        .rank(
                                "Rank of " + own.student().listName(),
                                rank,
                                other -> other.rank().isPresent()));
    }

    /** The same among those of the set; empty without a rank there. */
    public static Optional<Working> ofSetRank(Standing standing, StudentStanding own) {
        return own.setRank()
                .map(rank -> new ResultWorking(standing, own)
                        .rank(
                                "Rank of " + own.student().listName() + " in "
                                        + own.student().set().orElseThrow(),
                                rank,
                                other -> other.setRank().isPresent()
                                        && other.student()
                                                .set()
                                                .equals(own.student().set())));
    }

    private Working rank(String words, Rank rank, Predicate<StudentStanding> competing) {
        Percent rounded = own.result().orElseThrow().rounded();
        List<StudentStanding> others = standing.students().stream()
                .filter(competing)
                .filter(other -> other.place() != own.place())
                .toList();
        long higher = others.stream()
                .filter(other -> other.result().orElseThrow().rounded().compareTo(rounded) > 0)
                .count();
        List<String> level = others.stream()
                .filter(other -> other.result().orElseThrow().rounded().equals(rounded))
                .map(other -> other.student().listName())
                .toList();
        List<Working> steps = new ArrayList<>();
        steps.add(Working.of("students with a higher figure on the page", Long.toString(higher)));
        if (!level.isEmpty()) {
            steps.add(Working.of(
                    "level with " + Figures.list(level), own.result().get().shown()));
        }
        return new Working(words + " among " + (others.size() + 1), rank.toString(), steps);
    }
}
