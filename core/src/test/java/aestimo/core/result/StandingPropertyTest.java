package aestimo.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.counting.Outcome;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.grading.Grading;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.Rules;
import aestimo.core.rules.YearResult;
import aestimo.core.testing.AllFigures;
import aestimo.core.testing.RandomClass;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.RepeatedTest;

/** What holds of every class, tried on classes made by chance. A failure names the seed that made its class. */
class StandingPropertyTest {
    private static final int CLASSES = 150;
    private static final Span YEAR = new Span.Year();

    private RandomClass made;
    private String seed;

    @BeforeEach
    void makeAClass() {
        made = new RandomClass();
        seed = "seed " + made.seed;
    }

    @RepeatedTest(CLASSES)
    void orderNeverChangesAFigure() {
        Map<String, String> before = AllFigures.of(made.book(), YEAR);
        Collections.shuffle(made.categories, made.random);
        Collections.shuffle(made.assessments, made.random);
        Collections.shuffle(made.students, made.random);
        Collections.shuffle(made.entries, made.random);
        Collections.shuffle(made.targets, made.random);
        assertThat(AllFigures.of(made.book(), YEAR)).as(seed).isEqualTo(before);
    }

    /** Whole numbers over a common denominator are only another way to write what the rules define in fractions. */
    @RepeatedTest(CLASSES)
    void everyCellCountsAsItIsDefined() {
        Counting counting = Counting.of(made.book());
        for (int student = 0; student < made.students.size(); student++) {
            for (int assessment = 0; assessment < made.assessments.size(); assessment++) {
                Outcome defined = counting.outcome(student, assessment);
                assertThat(Optional.ofNullable(counting.row(student).percent(assessment)))
                        .as(seed)
                        .isEqualTo(defined.percent());
                assertThat(Optional.ofNullable(
                                counting.rowWithoutCeilings(student).percent(assessment)))
                        .as(seed)
                        .isEqualTo(defined.withoutCeilings());
            }
        }
    }

    /** The average anew from what was kept, in plain fractions. */
    @RepeatedTest(CLASSES)
    void averagesAreTheWeightedMeansOfWhatWasKept() {
        for (StudentStanding own : Standing.of(made.book(), YEAR).students()) {
            for (CategoryAverage average : own.categories().values()) {
                Fraction top = Fraction.ZERO;
                Fraction bottom = Fraction.ZERO;
                for (Counted counted : average.kept()) {
                    Assessment piece = counted.assessment();
                    Fraction weight = average.category().averaging() == Averaging.POINTS
                            ? piece.outOf().toFraction()
                            : piece.weight().toFraction();
                    top = top.plus(weight.times(counted.percent().exact()));
                    bottom = piece.isBonus() ? bottom : bottom.plus(weight);
                }
                assertThat(average.average().exact()).as(seed).isEqualTo(top.dividedBy(bottom));
            }
        }
    }

    @RepeatedTest(CLASSES)
    void pointsSumToTheResult() {
        for (Span span : List.of(YEAR, new Span.Dates(RandomClass.TODAY.minusDays(100), RandomClass.TODAY))) {
            for (StudentStanding own : Standing.of(made.book(), span).students()) {
                own.shares().ifPresent(shares -> {
                    Percent sum = shares.stream().map(Share::points).reduce(Percent.ZERO, Percent::plus);
                    Percent whole = shares.stream().map(Share::share).reduce(Percent.ZERO, Percent::plus);
                    assertThat(sum)
                            .as(seed)
                            .isEqualTo(own.result().map(Result::exact).orElse(Percent.ZERO));
                    assertThat(whole).as(seed).isEqualTo(own.result().isPresent() ? Percent.HUNDRED : Percent.ZERO);
                });
            }
        }
    }

    @RepeatedTest(CLASSES)
    void raisingAMarkNeverLowersTheResult() {
        List<Integer> marks = new ArrayList<>();
        for (int i = 0; i < made.entries.size(); i++) {
            Book.Placed placed = made.entries.get(i);
            Assessment piece = piece(placed);
            boolean counts = !piece.isInDoubt(placed.entry(), part(piece, placed), RandomClass.BANDS);
            if (placed.entry().is(EntryKind.MARK) && counts) {
                marks.add(i);
            }
        }
        if (marks.isEmpty()) {
            return;
        }
        int chosen = marks.get(made.random.nextInt(marks.size()));
        Book.Placed old = made.entries.get(chosen);
        BigDecimal most = piece(old).outOf(part(piece(old), old)).value();
        BigDecimal mark = old.entry().mark().orElseThrow().value();
        BigDecimal raised =
                mark.max(made.oneIn(2) ? most : mark.add(new BigDecimal("0.5")).min(most));
        Optional<Result> before =
                Standing.of(made.book(), YEAR).of(old.student()).result();
        Entry entry = Entry.of(Mark.from(raised)).withLate(old.entry().isLate());
        made.entries.set(chosen, new Book.Placed(old.student(), old.assessment(), old.part(), entry));
        Optional<Result> after =
                Standing.of(made.book(), YEAR).of(old.student()).result();
        before.ifPresent(result -> assertThat(after.orElseThrow().exact())
                .as("%s, entry %s", seed, old)
                .isGreaterThanOrEqualTo(result.exact()));
    }

    private Assessment piece(Book.Placed placed) {
        return made.assessments.stream()
                .filter(each -> each.id().equals(placed.assessment()))
                .findFirst()
                .orElseThrow();
    }

    private static int part(Assessment piece, Book.Placed placed) {
        return placed.part().flatMap(piece::indexOf).orElse(0);
    }

    /**
     * Not where work not handed in counts nothing but still fails its gate: such a piece has no say until its open parts
     * are marked, and is then capped, so that even full marks in them can lower a result.
     */
    @RepeatedTest(CLASSES)
    void theResultLiesBetweenWorstAndBest() {
        Book book = made.book();
        boolean drops = made.categories.stream().anyMatch(category -> category.dropLowest() > 0);
        boolean ignoredGates = made.rules.notHandedIn().isEmpty()
                && made.assessments.stream().anyMatch(piece -> !piece.ceilings().isEmpty());
        Counting counting = Counting.of(book);
        for (StudentStanding own : Standing.of(counting, YEAR).students()) {
            boolean plain = made.assessments.stream().noneMatch(piece -> {
                Percent percent = counting.row(own.place())
                        .percent(book.placeOf(piece.id()).orElseThrow());
                return percent != null && (piece.isBonus() || percent.compareTo(Percent.HUNDRED) > 0);
            });
            if (own.result().isPresent() && plain && !drops && !ignoredGates) {
                Percent result = own.result().get().exact();
                assertThat(own.prospects().best().orElseThrow()).as(seed).isGreaterThanOrEqualTo(result);
                assertThat(own.prospects().worst().orElseThrow()).as(seed).isLessThanOrEqualTo(result);
            }
        }
    }

    /** R(x) anew: every open entry of what remains filled in by hand. */
    @RepeatedTest(CLASSES)
    void whatIsNeededReachesTheBandAndATenthLessDoesNot() {
        Band band = RandomClass.BANDS.bands().get(made.random.nextInt(3));
        Book book = made.book();
        for (StudentStanding own : Standing.of(book, YEAR).students()) {
            Optional<Needed> needed = own.prospects().needed(band);
            if (needed.isEmpty()) {
                assertThat(own.prospects().best()).as(seed).isEmpty();
                continue;
            }
            switch (needed.get().kind()) {
                case SECURED ->
                    assertThat(reaches(own, Percent.ZERO, band)).as(seed).isTrue();
                case OUT_OF_REACH ->
                    assertThat(reaches(own, Percent.HUNDRED, band)).as(seed).isFalse();
                case PERCENT -> {
                    Percent percent = needed.get().percent().orElseThrow();
                    assertThat(reaches(own, percent, band)).as(seed).isTrue();
                    Percent less = percent.minus(Percent.parse("0.1"));
                    assertThat(reaches(own, less, band)).as(seed).isFalse();
                }
            }
        }
    }

    /** With no category of grades, and out-ofs that take a tenth of a percent exactly; else the fill-in is not exact. */
    private boolean reaches(StudentStanding own, Percent open, Band band) {
        Book book = made.book();
        Rules rules = book.rules();
        List<Book.Placed> filled = new ArrayList<>();
        for (Assessment piece : made.assessments) {
            boolean remaining = piece.kind().isMarked()
                    && !piece.isBonus()
                    && book.countsTowardsResult(book.categoryOf(piece))
                    && own.student().isMeant(piece);
            for (int part = 0; remaining && part < piece.entryCount(); part++) {
                Entry entry = book.entry(own.place(), book.placeOf(piece.id()).orElseThrow(), part);
                boolean isOpen = entry.is(EntryKind.BLANK)
                        || entry.is(EntryKind.ABSENT)
                        || piece.isInDoubt(entry, part, RandomClass.BANDS);
                if (isOpen) {
                    // Not handed in counts as whatever percent the class says: here, just for once, as x.
                    filled.add(new Book.Placed(
                            own.student().id(),
                            piece.id(),
                            piece.partAt(part).map(Part::id),
                            Entry.of(EntryKind.ABSENT)));
                }
            }
        }
        Counting counting = Counting.of(book.withEntries(filled));
        int[] places = filled.stream()
                .mapToInt(placed -> book.placeOf(placed.assessment()).orElseThrow())
                .distinct()
                .toArray();
        Calculation calculation = rules.year() == YearResult.WEIGH_TERMS
                ? new WeighedCalculation(book, TermSeries.calculations(counting))
                : new PooledCalculation(counting, YEAR.places(book));
        Percent result = calculation.result(counting.rowIfOpenWere(open, own.place(), places));
        return result != null && Grading.of(book).reaches(result, band);
    }

    @RepeatedTest(CLASSES)
    void ranksAreACompetitionRanking() {
        Standing standing = Standing.of(made.book(), YEAR);
        List<StudentStanding> ranked = standing.students().stream()
                .filter(own -> own.present() && own.result().isPresent())
                .sorted((a, b) -> rounded(b).compareTo(rounded(a)))
                .toList();
        int place = 0;
        for (int i = 0; i < ranked.size(); i++) {
            Percent own = rounded(ranked.get(i));
            boolean level = i > 0 && own.equals(rounded(ranked.get(i - 1)));
            place = level ? place : made.rules.ranking() == Ranking.DENSE ? place + 1 : i + 1;
            boolean tied =
                    ranked.stream().filter(other -> rounded(other).equals(own)).count() > 1;
            assertThat(ranked.get(i).rank()).as(seed).contains(new Rank(place, tied));
        }
        assertThat(standing.students().stream().filter(own -> own.rank().isPresent()))
                .as(seed)
                .hasSameSizeAs(ranked);
    }

    private static Percent rounded(StudentStanding own) {
        return own.result().orElseThrow().rounded();
    }

    /** One entry of the first piece excused, or the student joined only on the day after it. */
    @RepeatedTest(CLASSES)
    void excusedIsAsIfNeverMeant() {
        Assessment first = made.assessments.get(0);
        int chosen = made.random.nextInt(made.students.size());
        Student student = made.students.get(chosen);
        if (student.left().isPresent()) {
            return;
        }
        Student present = joined(student, Optional.empty());
        put(first, student, Entry.of(EntryKind.EXCUSED));
        made.students.set(chosen, present);
        var excused = AllFigures.of(made.book(), YEAR);
        put(first, student, Entry.blank());
        made.students.set(chosen, joined(student, Optional.of(first.date().plusDays(1))));
        var neverMeant = AllFigures.of(made.book(), YEAR);
        String[] told = {"counts", "loose ends", first.id() + " "};
        assertThat(AllFigures.without(excused, told)).as(seed).isEqualTo(AllFigures.without(neverMeant, told));
    }

    private static Student joined(Student student, Optional<LocalDate> day) {
        return new Student(student.id(), student.family(), student.given(), "", student.set(), day, student.left());
    }

    private void put(Assessment piece, Student student, Entry entry) {
        made.entries.replaceAll(placed ->
                placed.assessment().equals(piece.id()) && placed.student().equals(student.id())
                        ? new Book.Placed(placed.student(), placed.assessment(), placed.part(), entry)
                        : placed);
    }

    /** Pieces on grades are always out of 100, so where points are averaged they cannot be scaled with the others. */
    @RepeatedTest(CLASSES)
    void scalingEveryOutOfAndMarkAlikeChangesNothing() {
        if (made.assessments.stream().anyMatch(piece -> piece.kind() == AssessmentKind.GRADES)) {
            return;
        }
        var before = AllFigures.of(made.book(), YEAR);
        BigDecimal times = BigDecimal.valueOf(3);
        made.assessments.replaceAll(piece -> scaled(piece, times));
        made.entries.replaceAll(placed -> placed.entry()
                .mark()
                .map(mark -> new Book.Placed(
                        placed.student(),
                        placed.assessment(),
                        placed.part(),
                        Entry.of(Mark.from(mark.value().multiply(times)))
                                .withLate(placed.entry().isLate())
                                .withToFinish(placed.entry().isToFinish())))
                .orElse(placed));
        var after = AllFigures.of(made.book(), YEAR);
        assertThat(after).as(seed).isEqualTo(before);
    }

    private static Assessment scaled(Assessment piece, BigDecimal times) {
        return piece.toBuilder()
                .outOf(piece.statedOutOf().map(outOf -> scaled(outOf, times)))
                .parts(piece.parts().stream()
                        .map(part -> new Part(part.id(), part.title(), scaled(part.outOf(), times), part.weight()))
                        .toList())
                .build();
    }

    private static OutOf scaled(OutOf outOf, BigDecimal times) {
        return OutOf.from(outOf.value().multiply(times));
    }

    @RepeatedTest(CLASSES)
    void categoriesSumToTheResultAndAllTermsNamedArePooled() {
        Book book = made.book();
        Span terms = new Span.Terms(
                Set.copyOf(book.terms().stream().map(term -> term.id()).toList()));
        for (StudentStanding own : Standing.of(book, terms).students()) {
            if (book.rules().method() == Method.BY_CATEGORY && own.result().isPresent()) {
                Percent sum = own.working().stream().map(WorkingLine::points).reduce(Percent.ZERO, Percent::plus);
                assertThat(sum).as(seed).isEqualTo(own.result().get().exact());
                assertThat(own.working())
                        .as(seed)
                        .extracting(line -> line.category().category())
                        .allMatch(Category::counts);
            }
            assertThat(own.terms()).isEmpty();
        }
    }
}
