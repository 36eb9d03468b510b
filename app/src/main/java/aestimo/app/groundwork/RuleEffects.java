package aestimo.app.groundwork;

import aestimo.core.book.Book;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.refusal.RefusedException;
import aestimo.core.result.Movement;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.Rules;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** For each rule, one line that shows with a student of the class what the other choice would do. */
final class RuleEffects {
    private static final Percent SAMPLE_DEDUCTION = Percent.of(10);

    private final Book book;
    private final Standing year;
    private final Standing span;

    private RuleEffects(Book book, Span span) {
        this.book = book;
        this.span = Standing.of(book, span);
        this.year = Standing.of(this.span.counting(), new Span.Year());
    }

    /** By the name of the form's field. */
    static Map<String, String> of(Book book, Span span) {
        return new RuleEffects(book, span).lines();
    }

    private Map<String, String> lines() {
        Rules rules = book.rules();
        Map<String, String> lines = new LinkedHashMap<>();
        lines.put(
                "method",
                rules.method() == Method.BY_CATEGORY
                        ? result("By all points", span, rules.withMethod(Method.ALL_POINTS))
                        : result("By category", span, rules.withMethod(Method.BY_CATEGORY)));
        int places = rules.places().count() == 0 ? 1 : 0;
        lines.put(
                "places",
                result(
                        places == 0 ? "Without decimals" : "With one decimal",
                        span,
                        rules.withPlaces(new Places(places))));
        lines.put(
                "gradeOn",
                rules.gradeOn() == GradeOn.ROUNDED
                        ? result("Graded on the exact result", span, rules.withGradeOn(GradeOn.EXACT))
                        : result("Graded on the rounded result", span, rules.withGradeOn(GradeOn.ROUNDED)));
        lines.put(
                "notHandedIn",
                rules.notHandedIn().isPresent()
                        ? result("Left out of the average", span, rules.withNotHandedIn(Optional.empty()))
                        : result("Counted as 0 %", span, rules.withNotHandedIn(Optional.of(Percent.ZERO))));
        lines.put(
                "lateDeduction",
                rules.lateDeduction().equals(Percent.ZERO)
                        ? result("With 10 points off late work", span, rules.withLateDeduction(SAMPLE_DEDUCTION))
                        : result("Without a deduction", span, rules.withLateDeduction(Percent.ZERO)));
        lines.put(
                "yearResult",
                rules.year() == YearResult.POOLED
                        ? result(
                                "With terms weighed", year, rules.withYear(YearResult.WEIGH_TERMS, rules.termResults()))
                        : result("With the year as one", year, rules.withYear(YearResult.POOLED, rules.termResults())));
        lines.put(
                "termResults",
                result(
                        rules.termResults() == TermResults.EXACT ? "With rounded terms" : "With exact terms",
                        year,
                        rules.withYear(
                                rules.year(),
                                rules.termResults() == TermResults.EXACT ? TermResults.ROUNDED : TermResults.EXACT)));
        lines.put("ranking", ranking());
        lines.put("borderline", borderline());
        lines.put("movementAt", movement());
        lines.put("pass", pass());
        return lines;
    }

    /** The student whose result would change most, else one whose figure or grade would look otherwise. */
    private String result(String otherwise, Standing now, Rules other) {
        Standing then;
        try {
            then = Standing.of(book.toBuilder().rules(other).build(), now.span());
        } catch (RefusedException refused) {
            return otherwise + " is not possible here: "
                    + refused.refusals().get(0).words() + ".";
        }
        if (then.students().stream().allMatch(own -> own.result().isEmpty())
                && now.students().stream().anyMatch(own -> own.result().isPresent())) {
            return otherwise + ", nobody would have a result: no term has a weight yet.";
        }
        StudentStanding found = null;
        Percent most = Percent.ZERO;
        for (StudentStanding own : now.students()) {
            Optional<Result> before = own.result();
            Optional<Result> after = then.students().get(own.place()).result();
            if (!own.present()
                    || before.isEmpty()
                    || after.isEmpty()
                    || words(before).equals(words(after))) {
                continue;
            }
            Percent change = after.get().exact().minus(before.get().exact());
            Percent distance = change.isNegative() ? Percent.ZERO.minus(change) : change;
            if (found == null || distance.compareTo(most) > 0) {
                found = own;
                most = distance;
            }
        }
        if (found == null) {
            return otherwise + ", no result would change.";
        }
        Optional<Result> after = then.students().get(found.place()).result();
        return otherwise + ", " + called(found) + " would have " + words(after) + ", instead of "
                + words(found.result()) + ".";
    }

    /** “Mikkel Voss”: in a sentence the comma of a list name would mislead. */
    private static String called(StudentStanding own) {
        return own.student().fullName();
    }

    private static String words(Optional<Result> result) {
        return result.map(Result::inWords).orElse("no result");
    }

    private String ranking() {
        boolean standard = book.rules().ranking() == Ranking.STANDARD;
        Rules other = book.rules().withRanking(standard ? Ranking.DENSE : Ranking.STANDARD);
        Standing then = Standing.of(book.toBuilder().rules(other).build(), span.span());
        String otherwise = standard ? "With no rank left out" : "With ranks left out after a tie";
        for (StudentStanding own : span.students()) {
            Optional<Rank> after = then.students().get(own.place()).rank();
            if (own.rank().isPresent() && !own.rank().equals(after)) {
                return otherwise + ", " + called(own) + " would be "
                        + after.map(Rank::toString).orElse("–") + " instead of "
                        + own.rank().get() + ".";
            }
        }
        return otherwise + ", nobody's rank would change.";
    }

    private String borderline() {
        List<String> names = named(own -> own.result().filter(Result::justBelow).isPresent());
        return "Just below a boundary now: " + list(names) + ".";
    }

    private String pass() {
        if (book.rules().pass().isEmpty()) {
            return "No pass band is named, so nobody is below it or just at it.";
        }
        List<String> names = named(own -> own.result()
                .flatMap(Result::pass)
                .filter(Result.Pass.JUST::equals)
                .isPresent());
        return "Just at the pass band now: " + list(names) + ".";
    }

    private String movement() {
        TermSeries series = TermSeries.of(span.counting());
        int term = series.lastWithResult();
        if (term < 1) {
            return "Results move from the second term on.";
        }
        List<String> names = named(own -> series.movement(own.place(), term)
                .filter(moved -> moved.direction() != Movement.Direction.LEVEL)
                .isPresent());
        return "Moved in " + book.terms().get(term).name() + ": " + list(names) + ".";
    }

    private List<String> named(Function<StudentStanding, Boolean> which) {
        List<String> names = new ArrayList<>();
        for (StudentStanding own : span.students()) {
            if (own.present() && which.apply(own)) {
                names.add(called(own));
            }
        }
        return names;
    }

    /** “nobody”, “Mikkel Voss”, “Mikkel Voss and 3 others”. */
    private static String list(List<String> names) {
        if (names.isEmpty()) {
            return "nobody";
        }
        int others = names.size() - 1;
        return names.get(0) + (others == 0 ? "" : others == 1 ? " and 1 other" : " and " + others + " others");
    }
}
