package aestimo.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentId;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.CategoryId;
import aestimo.core.book.Ranking;
import aestimo.core.book.Rules;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.book.Term;
import aestimo.core.book.TermId;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.RepeatedTest;

/** What holds of every class, tried on classes made by chance. A failure names the seed that made its class. */
class StandingPropertyTest {
    private static final LocalDate TODAY = LocalDate.of(2027, 2, 24);
    private static final Boundaries BANDS = Boundaries.of(List.of(
            Band.of("7", Percent.of(85)),
            Band.of("5", Percent.of(60)),
            Band.of("3", Percent.of(36)),
            Band.of("1", Percent.ZERO)));

    private long seed;
    private Random random;
    private List<Category> categories;
    private List<Assessment> assessments;
    private List<Student> students;
    private List<Book.Placed> entries;
    private Ranking ranking;

    @BeforeEach
    void makeAClass() {
        seed = new Random().nextLong();
        random = new Random(seed);
        ranking = random.nextBoolean() ? Ranking.STANDARD : Ranking.DENSE;
        categories = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(4); i++) {
            Weight weight = new Weight(BigDecimal.valueOf(1 + random.nextInt(500), 1));
            categories.add(new Category(
                    new CategoryId("c" + i), "C" + i, weight, random.nextInt(2), random.nextInt(5) > 0, false));
        }
        assessments = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(12); i++) {
            CategoryId in = categories.get(random.nextInt(categories.size())).id();
            // Every date its own: what is dropped among equals then never hangs on the order.
            LocalDate date = LocalDate.of(2027, 1, 4).plusDays(i);
            assessments.add(
                    Assessment.onMarks(new AssessmentId("a" + i), "A" + i, in, date, OutOf.of(5 + random.nextInt(60))));
        }
        students = new ArrayList<>();
        entries = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(15); i++) {
            Optional<String> set = random.nextInt(3) == 0 ? Optional.empty() : Optional.of("S" + random.nextInt(2));
            Optional<LocalDate> left = random.nextInt(8) == 0 ? Optional.of(TODAY.minusDays(20)) : Optional.empty();
            Student student = new Student(new StudentId("s" + i), "F" + i, "G", "", set, Optional.empty(), left);
            students.add(student);
            assessments.forEach(piece -> entries.add(new Book.Placed(student.id(), piece.id(), anyEntry(piece))));
        }
    }

    private Entry anyEntry(Assessment piece) {
        return switch (random.nextInt(10)) {
            case 0 -> Entry.blank();
            case 1 -> Entry.of(EntryKind.ABSENT);
            case 2 -> Entry.of(EntryKind.EXCUSED);
            case 3 -> Entry.of(EntryKind.NOT_HANDED_IN);
            case 4 -> Entry.of(new Mark(piece.outOf().value().add(BigDecimal.ONE)));
            default ->
                Entry.of(new Mark(
                        BigDecimal.valueOf(random.nextInt(piece.outOf().value().intValueExact() * 2 + 1), 1)
                                .multiply(BigDecimal.valueOf(5))));
        };
    }

    private Standing standing() {
        Rules rules = Rules.withDefaults().withRanking(ranking).withLateDeduction(Percent.of(10));
        return Standing.of(
                new Book.Builder(TODAY)
                        .terms(List.of(new Term(
                                new TermId("t1"), "Term", LocalDate.of(2027, 1, 4), LocalDate.of(2027, 3, 26))))
                        .boundaries(BANDS)
                        .rules(rules)
                        .categories(categories)
                        .assessments(assessments)
                        .students(students)
                        .entries(entries)
                        .build(),
                new Span.Year());
    }

    private static Map<String, String> byStudent(Standing standing) {
        Map<String, String> figures = new TreeMap<>();
        standing.students()
                .forEach(own -> figures.put(
                        own.student().id().text(),
                        own.result().map(Result::exact) + " " + own.rank() + " " + own.setRank()));
        figures.put("mean", standing.mean().mean().map(Result::exact).toString());
        return figures;
    }

    @RepeatedTest(60)
    void orderNeverChangesAFigure() {
        Map<String, String> before = byStudent(standing());
        Collections.shuffle(categories, random);
        Collections.shuffle(assessments, random);
        Collections.shuffle(students, random);
        Collections.shuffle(entries, random);
        assertThat(byStudent(standing())).as("seed %s", seed).isEqualTo(before);
    }

    @RepeatedTest(60)
    void pointsOfTheWorkingSumToTheResult() {
        for (StudentStanding own : standing().students()) {
            Percent sum = own.working().stream().map(WorkingLine::points).reduce(Percent.ZERO, Percent::plus);
            assertThat(own.result().map(Result::exact).orElse(Percent.ZERO))
                    .as("seed %s", seed)
                    .isEqualTo(sum);
        }
    }

    @RepeatedTest(60)
    void raisingAMarkNeverLowersTheResult() {
        List<Integer> marks = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            if (entries.get(i).entry().is(EntryKind.MARK)) {
                marks.add(i);
            }
        }
        if (marks.isEmpty()) {
            return;
        }
        int chosen = marks.get(random.nextInt(marks.size()));
        Book.Placed old = entries.get(chosen);
        OutOf outOf = assessments.stream()
                .filter(piece -> piece.id().equals(old.assessment()))
                .findFirst()
                .orElseThrow()
                .outOf();
        if (old.entry().mark().orElseThrow().value().compareTo(outOf.value()) > 0) {
            return; // in doubt: it counted nowhere, so there is nothing to raise
        }
        Optional<Result> before = standing().of(old.student()).result();
        entries.set(chosen, new Book.Placed(old.student(), old.assessment(), Entry.of(new Mark(outOf.value()))));
        Optional<Result> after = standing().of(old.student()).result();
        before.ifPresent(result -> assertThat(after.orElseThrow().exact())
                .as("seed %s, entry %s", seed, old)
                .isGreaterThanOrEqualTo(result.exact()));
    }

    @RepeatedTest(60)
    void ranksAreACompetitionRanking() {
        List<StudentStanding> ranked = standing().students().stream()
                .filter(own -> own.rank().isPresent())
                .sorted((a, b) -> b.result()
                        .orElseThrow()
                        .rounded()
                        .compareTo(a.result().orElseThrow().rounded()))
                .toList();
        int place = 0;
        for (int i = 0; i < ranked.size(); i++) {
            boolean level = i > 0 && rounded(ranked.get(i)).equals(rounded(ranked.get(i - 1)));
            place = level ? place : ranking == Ranking.DENSE ? place + 1 : i + 1;
            Percent own = rounded(ranked.get(i));
            boolean tied =
                    ranked.stream().filter(other -> rounded(other).equals(own)).count() > 1;
            assertThat(ranked.get(i).rank()).as("seed %s", seed).contains(new Rank(place, tied));
        }
    }

    private static Percent rounded(StudentStanding own) {
        return own.result().orElseThrow().rounded();
    }

    @RepeatedTest(60)
    void excusedIsAsIfNeverMeant() {
        Student student = students.get(random.nextInt(students.size()));
        List<Book.Placed> all = entries;
        entries = new ArrayList<>(all.stream()
                .map(placed ->
                        placed.student().equals(student.id()) && placed.entry().is(EntryKind.EXCUSED)
                                ? new Book.Placed(placed.student(), placed.assessment(), Entry.blank())
                                : placed)
                .toList());
        Map<String, String> without = byStudent(standing());
        entries = all;
        assertThat(byStudent(standing())).as("seed %s", seed).isEqualTo(without);
    }
}
