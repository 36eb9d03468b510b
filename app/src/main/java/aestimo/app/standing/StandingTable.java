package aestimo.app.standing;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.counting.EntryCounts;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Result;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Movement;
import aestimo.core.result.Prospects;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * The table of a class: a row for each student, with all figures as they are shown. Columns nobody has anything in are
 * left out.
 *
 * @param movedIn the term whose results moved; empty where there is none to compare
 * @param passBand empty where the class names none
 * @param means of the class, then of its sets
 */
record StandingTable(
        List<Heading> categories,
        List<Row> rows,
        List<MeanRow> means,
        boolean sets,
        Optional<String> movedIn,
        boolean possible,
        boolean ceilings,
        boolean absences,
        boolean missing,
        boolean late,
        boolean unfinished,
        Optional<String> passBand) {
    /** A category; {@code weight} empty where it does not count. */
    record Heading(String id, String name, CategoryStyle look, String weight) {}

    /** A percent with the bar under it, in hundredths of its cell; empty where there is no average. */
    record Average(String category, String shown, int bar) {}

    /**
     * One student.
     *
     * @param setRank with the beginning of the set's name: “N 4”
     * @param change how far the result moved, exact; null where it did not for want of a term before
     * @param moved with its sign: ▲ 2.5, ▼ 3.9 or · 0.2
     * @param pass “below”, “just” or “clear”; empty where the class names no pass band
     */
    record Row(
            StudentStanding own,
            String id,
            String name,
            String rank,
            List<Average> averages,
            String result,
            String grade,
            String toNext,
            boolean justBelow,
            String setRank,
            Percent change,
            String moved,
            String way,
            String possible,
            String ceilings,
            EntryCounts counts,
            String pass,
            boolean looseEnds) {
        boolean isIn(String set) {
            return own.student().set().equals(Optional.of(set));
        }

        public boolean isPresent() {
            return own.present();
        }
    }

    /** The mean of the class or of a set. */
    record MeanRow(String name, boolean ofSet, List<Average> averages, String result, String grade) {}

    static StandingTable of(ClassBook classBook, Standing standing) {
        return new Maker(classBook, standing).table();
    }

    /** The same rows in another order, or fewer of them. */
    StandingTable with(List<Row> others) {
        return new StandingTable(
                categories,
                others,
                means,
                sets,
                movedIn,
                possible,
                ceilings,
                absences,
                missing,
                late,
                unfinished,
                passBand);
    }

    private static final class Maker {
        private final ClassBook classBook;
        private final Standing standing;
        private final Book book;
        private final Places places;
        private final TermSeries series;
        private final int term;

        Maker(ClassBook classBook, Standing standing) {
            this.classBook = classBook;
            this.standing = standing;
            this.book = standing.book();
            this.places = book.rules().places();
            this.series = TermSeries.of(standing.counting());
            this.term = series.movedIn(standing.span());
        }

        private StandingTable table() {
            Set<Student> loose = LooseEnds.of(standing.counting()).stream()
                    .map(LooseEnd::student)
                    .flatMap(Optional::stream)
                    .collect(Collectors.toSet());
            List<Row> rows = standing.students().stream()
                    .map(own -> row(own, loose.contains(own.student())))
                    .toList();
            boolean moves = rows.stream().anyMatch(row -> !row.moved().isEmpty());
            return new StandingTable(
                    book.categories().stream().map(this::heading).toList(),
                    rows,
                    means(),
                    !book.sets().isEmpty(),
                    moves ? Optional.of(book.terms().get(term).name()) : Optional.empty(),
                    rows.stream().anyMatch(row -> !row.possible().isEmpty()),
                    rows.stream().anyMatch(row -> !row.ceilings().isEmpty()),
                    rows.stream().anyMatch(row -> row.counts().absent() > 0),
                    rows.stream().anyMatch(row -> row.counts().notHandedIn() > 0),
                    rows.stream().anyMatch(row -> row.counts().late() > 0),
                    rows.stream().anyMatch(row -> row.counts().toFinish() > 0),
                    book.rules().pass());
        }

        private Heading heading(Category category) {
            return new Heading(
                    category.id().text(),
                    category.name(),
                    classBook.look(category),
                    book.countsTowardsResult(category) ? category.weight().toString() : "");
        }

        private Row row(StudentStanding own, boolean loose) {
            Optional<Result> result = own.result();
            Optional<Movement> movement = term < 0 ? Optional.empty() : series.movement(own.place(), term);
            Map<?, CategoryAverage> averages = own.categories();
            return new Row(
                    own,
                    own.student().id().text(),
                    own.student().listName(),
                    own.rank().map(Object::toString).orElse(""),
                    book.categories().stream()
                            .map(category -> average(
                                    category,
                                    Optional.ofNullable(averages.get(category.id()))
                                            .map(CategoryAverage::average)))
                            .toList(),
                    result.map(Result::shown).orElse(""),
                    label(result),
                    result.flatMap(Result::toNextShown).orElse(""),
                    result.filter(Result::justBelow).isPresent(),
                    own.setRank()
                            .map(rank -> brief(own.student().set().orElse("")) + " " + rank)
                            .orElse(""),
                    movement.map(Movement::change).orElse(null),
                    movement.map(this::signed).orElse(""),
                    movement.map(it -> it.direction().name().toLowerCase(Locale.ROOT))
                            .orElse(""),
                    possible(own),
                    own.ceilingCost()
                            .filter(cost -> !cost.equals(Percent.ZERO))
                            .map(cost -> cost.shown(places))
                            .orElse(""),
                    own.counts(),
                    result.flatMap(Result::pass)
                            .map(it -> it.name().toLowerCase(Locale.ROOT))
                            .orElse(""),
                    loose);
        }

        /** As few letters of a set's name as tell it from the others. */
        private String brief(String set) {
            for (int length = 1; length < set.length(); length++) {
                String start = set.substring(0, length);
                if (book.sets().stream().filter(own -> own.startsWith(start)).count() == 1) {
                    return start;
                }
            }
            return set;
        }

        private String signed(Movement movement) {
            String plain = movement.change().shown(places).replace("-", "");
            return switch (movement.direction()) {
                case UP -> "▲ " + plain;
                case DOWN -> "▼ " + plain;
                case LEVEL -> "· " + plain;
            };
        }

        /** Worst to best, where something may still move the result. */
        private String possible(StudentStanding own) {
            Prospects prospects = own.prospects();
            if (prospects.remaining() == 0 || prospects.best().isEmpty()) {
                return "";
            }
            return prospects.worst().map(it -> it.shown(places)).orElse("0") + "–"
                    + prospects.best().get().shown(places);
        }

        private Average average(Category category, Optional<Percent> percent) {
            return new Average(
                    category.id().text(),
                    percent.map(it -> it.shown(places)).orElse(""),
                    percent.map(it -> (int) Math.round(
                                    Math.min(100, it.exact().toDecimal(2).doubleValue())))
                            .orElse(0));
        }

        private List<MeanRow> means() {
            List<MeanRow> means = new ArrayList<>();
            means.add(mean("Class mean", false, own -> own));
            standing.mean()
                    .sets()
                    .forEach((set, own) ->
                            means.add(mean(set, true, all -> all.sets().get(set))));
            return means;
        }

        private MeanRow mean(String name, boolean ofSet, Function<GroupMean, GroupMean> which) {
            Optional<Result> result = which.apply(standing.mean()).mean();
            return new MeanRow(
                    name,
                    ofSet,
                    book.categories().stream()
                            .map(category -> average(
                                    category,
                                    which.apply(standing.mean(category.id()))
                                            .mean()
                                            .map(Result::exact)))
                            .toList(),
                    result.map(Result::shown).orElse(""),
                    label(result));
        }
    }

    static String label(Optional<Result> result) {
        return result.flatMap(Result::grade).map(Band::label).orElse("");
    }
}
