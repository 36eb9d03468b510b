package aestimo.app.standing;

import aestimo.app.frame.Plain;
import aestimo.app.groundwork.WouldMove;
import aestimo.app.picture.Rail;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.rules.Method;
import aestimo.core.value.Fraction;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A class as a try-out would have it, beside how it stands.
 *
 * @param rail for a wide page, like {@code narrowRail} for a narrow one: empty where it is not asked for
 * @param moves whose grade would change
 * @param counts how many have each grade, before and after
 * @param elsewhere how many grades it would change outside the span; empty text for none
 * @param warning why it cannot be adopted as it is; empty where it can
 */
record TryOutView(
        Optional<Rail> rail,
        Optional<Rail> narrowRail,
        List<Row> rows,
        WouldMove moves,
        List<Count> counts,
        String means,
        String elsewhere,
        String warning) {
    /** One student present, by the result that would be. */
    record Row(
            String id,
            String name,
            String rank,
            String wasRank,
            String result,
            String wasResult,
            String grade,
            String wasGrade,
            boolean near,
            boolean lowered) {
        public boolean isRankMoved() {
            return !rank.equals(wasRank);
        }

        public boolean isResultMoved() {
            return !result.equals(wasResult);
        }

        public boolean isGradeMoved() {
            return !grade.equals(wasGrade);
        }

        /** “up”, “down”, or nothing where the grade stays. */
        public String way() {
            return !isGradeMoved() ? "" : lowered ? "down" : "up";
        }
    }

    record Count(String label, int before, int after) {}

    static TryOutView of(Standing now, Standing then, boolean wide, boolean narrow) {
        List<Row> rows = new ArrayList<>();
        then.students().stream()
                .filter(StudentStanding::present)
                .sorted(Comparator.comparing(
                        own -> own.result().map(Result::exact).orElse(null),
                        Comparator.nullsLast(Comparator.reverseOrder())))
                .forEach(own -> rows.add(row(now.students().get(own.place()), own, then.book())));
        return new TryOutView(
                drawn(then, wide, StandingController.WIDE),
                drawn(then, narrow, StandingController.NARROW),
                rows,
                WouldMove.between(now, then),
                counts(now, then),
                mean(now) + " → " + mean(then),
                elsewhere(now, then.book()),
                warning(then.book()));
    }

    /** “3 grades of Term 1 and 2 of the year”; empty text for none. A try-out is of the whole class, whatever the span. */
    static String elsewhere(Standing now, Book then) {
        Map<String, Span> spans = new LinkedHashMap<>();
        now.book().terms().forEach(term -> spans.put(term.name(), new Span.Terms(Set.of(term.id()))));
        spans.put("the year", new Span.Year());
        List<String> changed = new ArrayList<>();
        spans.forEach((words, span) -> {
            int grades = span.equals(now.span())
                    ? 0
                    : WouldMove.between(now.book(), then, span).grades().size();
            if (grades > 0) {
                changed.add(grades + (changed.isEmpty() ? grades == 1 ? " grade of " : " grades of " : " of ") + words);
            }
        });
        return changed.size() < 2
                ? String.join("", changed)
                : String.join(", ", changed.subList(0, changed.size() - 1)) + " and " + changed.get(changed.size() - 1);
    }

    /** Empty where it is not in sight, or there are no boundaries. */
    private static Optional<Rail> drawn(Standing then, boolean shown, int width) {
        return shown && !then.book().boundaries().isEmpty() ? Optional.of(Rail.of(then, width)) : Optional.empty();
    }

    private static Row row(StudentStanding now, StudentStanding then, Book book) {
        return new Row(
                then.student().id().text(),
                then.student().listName(),
                then.rank().map(Object::toString).orElse(""),
                now.rank().map(Object::toString).orElse(""),
                then.result().map(Result::shown).orElse("–"),
                now.result().map(Result::shown).orElse("–"),
                StandingTable.label(then.result()),
                StandingTable.label(now.result()),
                then.result().filter(Result::justBelow).isPresent(),
                WouldMove.isLower(now.result(), then.result(), book));
    }

    private static String mean(Standing standing) {
        return standing.mean().mean().map(Result::inWords).orElse("none");
    }

    /** The bands there would be, then those there would be no longer. */
    private static List<Count> counts(Standing now, Standing then) {
        Map<Band, Integer> before = now.countsByBand();
        Map<Band, Integer> after = then.countsByBand();
        List<Count> counts = new ArrayList<>();
        after.forEach((band, count) -> counts.add(new Count(band.label(), count(before, band.label()), count)));
        before.forEach((band, count) -> {
            if (after.keySet().stream().noneMatch(own -> own.label().equals(band.label()))) {
                counts.add(new Count(band.label(), count, 0));
            }
        });
        return counts;
    }

    private static int count(Map<Band, Integer> counts, String label) {
        Optional<Integer> found = counts.entrySet().stream()
                .filter(own -> own.getKey().label().equals(label))
                .map(Map.Entry::getValue)
                .findFirst();
        return found.orElse(0);
    }

    private static String warning(Book then) {
        return then.rules().method() == Method.BY_CATEGORY
                        && !then.weightsInAll().equals(Fraction.HUNDRED)
                ? "Weights make " + Plain.words(then.weightsInAll())
                        + ". They must make 100 before this can be adopted."
                : "";
    }
}
