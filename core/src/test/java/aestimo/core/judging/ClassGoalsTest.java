package aestimo.core.judging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.counting.Counting;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Judge;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.GoalId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.rules.Averaging;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.value.Weight;
import aestimo.core.working.GoalWorking;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What has to hold of the levels of every class, on classes made by chance; and the words of a working. */
class ClassGoalsTest {
    private static final LocalDate TODAY = LocalDate.of(2027, 2, 24);
    private static final LocalDate START = LocalDate.of(2026, 9, 1);
    private static final CategoryId TESTS = new CategoryId("c");
    private static final Span YEAR = new Span.Year();

    private static List<Assessment> pieces(Random random) {
        List<Assessment> pieces = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            pieces.add(Assessment.onMarks(
                    new AssessmentId("a" + i), "Piece " + i, TESTS, START.plusDays(random.nextInt(170)), OutOf.of(10)));
        }
        return pieces;
    }

    private static List<Book.Placed> entries(Random random) {
        List<Book.Placed> entries = new ArrayList<>();
        for (int s = 0; s < 5; s++) {
            for (int a = 0; a < 6; a++) {
                int chance = random.nextInt(10);
                if (chance < 7) {
                    entries.add(new Book.Placed(
                            new StudentId("s" + s),
                            new AssessmentId("a" + a),
                            chance == 0 ? Entry.of(EntryKind.EXCUSED) : Entry.of(Mark.parse("" + random.nextInt(11)))));
                }
            }
        }
        return entries;
    }

    private static Goal goal(String id, Optional<String> parent, Judge judge, Optional<Integer> needs, int... pieces) {
        List<Evidence> evidence = new ArrayList<>();
        for (int piece : pieces) {
            evidence.add(Evidence.of(new AssessmentId("a" + piece)));
        }
        return new Goal(
                new GoalId(id),
                "Goal " + id,
                parent.map(GoalId::new),
                Optional.empty(),
                needs,
                Optional.of(judge),
                evidence);
    }

    private static Goals goals(Judge judge, LevelByHand... levels) {
        return new Goals(
                List.of(
                        new Goal(
                                new GoalId("top"),
                                "Top",
                                Optional.empty(),
                                Optional.empty(),
                                Optional.empty(),
                                Optional.empty(),
                                List.of()),
                        goal("one", Optional.of("top"), judge, Optional.of(1), 0, 1, 2),
                        goal("two", Optional.of("top"), judge, Optional.empty(), 3, 4, 5)),
                List.of(levels));
    }

    private static Book book(Random random, Goals goals) {
        List<Student> students = new ArrayList<>();
        for (int s = 0; s < 5; s++) {
            students.add(new Student(
                    new StudentId("s" + s),
                    "F" + s,
                    "",
                    "",
                    Optional.empty(),
                    s == 3 ? Optional.of(START.plusDays(90)) : Optional.empty(),
                    s == 4 ? Optional.of(TODAY.minusDays(30)) : Optional.empty()));
        }
        return new Book.Builder(TODAY)
                .terms(List.of(Term.of(new TermId("t"), "Term", START, LocalDate.of(2027, 3, 26))))
                .categories(List.of(new Category(TESTS, "Tests", Weight.of(100), Averaging.EQUAL, 0, true, false)))
                .assessments(pieces(random))
                .students(students)
                .entries(entries(random))
                .goals(Optional.of(goals))
                .build();
    }

    private static ClassGoals judged(Book book) {
        return ClassGoals.of(Counting.of(book), YEAR).orElseThrow();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void levelsAreCountedOverThosePresentAndAGoalAboveIsJudgedByThoseUnderIt(long seed) {
        ClassGoals all = judged(book(new Random(seed), goals(Judge.values()[(int) seed % 3])));
        Goal top = all.goals().all().get(0);
        for (Goal goal : all.goals().all()) {
            assertThat(all.counts(goal).values().stream()
                            .mapToInt(Integer::intValue)
                            .sum())
                    .as("one of five has left")
                    .isEqualTo(4);
        }
        for (Student student : book(new Random(seed), goals(Judge.BEST)).students()) {
            List<GoalStanding> under = all.goals().under(top).stream()
                    .map(goal -> all.of(student, goal))
                    .filter(GoalStanding::isTold)
                    .toList();
            GoalStanding above = all.of(student, top);
            assertThat(above.level() == Level.SECURE)
                    .isEqualTo(!under.isEmpty() && under.stream().allMatch(own -> own.level() == Level.SECURE));
            assertThat(above.counted()).isEqualTo((int)
                    under.stream().filter(own -> own.level() == Level.SECURE).count());
            assertThat(above.value()).isEmpty();
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
    void aHigherMarkNeverLowersALevelThatIsJudgedByTheBestOrTheMean(long seed) {
        Random random = new Random(seed);
        Judge judge = seed % 2 == 0 ? Judge.BEST : Judge.MEAN;
        Book before = book(new Random(seed), goals(judge));
        for (Book.Placed placed : before.entries()) {
            if (placed.entry().mark().isEmpty()) {
                continue;
            }
            Book after = before.withEntries(
                    List.of(new Book.Placed(placed.student(), placed.assessment(), Entry.of(Mark.parse("10")))));
            // One above others may go from again to begun, where one under it is secure by now.
            for (Goal goal : judged(before).goals().all().subList(1, 3)) {
                Student student = before.students().get(random.nextInt(5));
                assertThat(judged(after).of(student, goal).level())
                        .isGreaterThanOrEqualTo(judged(before).of(student, goal).level());
            }
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
    void aLevelByHandHoldsAfterAllEvidenceAndIsForgottenBeforeAllOfIt(long seed) {
        StudentId first = new StudentId("s0");
        GoalId one = new GoalId("one");
        Book plain = book(new Random(seed), goals(Judge.LATEST));
        GoalStanding by = of(plain, one);
        Book after = book(new Random(seed), goals(Judge.LATEST, new LevelByHand(first, one, Level.SECURE, TODAY)));
        assertThat(of(after, one).level()).isEqualTo(Level.SECURE);
        assertThat(of(after, one).byHand()).isPresent();
        assertThat(of(after, one).value()).isEqualTo(by.value());
        assertThat(of(after, one).counted()).isEqualTo(by.counted());
        Book before = book(
                new Random(seed), goals(Judge.LATEST, new LevelByHand(first, one, Level.SECURE, START.minusDays(1))));
        assertThat(of(before, one).level()).isEqualTo(by.counted() == 0 ? Level.SECURE : by.level());
        Book ahead = book(
                new Random(seed), goals(Judge.LATEST, new LevelByHand(first, one, Level.SECURE, TODAY.plusDays(1))));
        assertThat(of(ahead, one).level()).isEqualTo(by.level());
        assertThat(of(ahead, one).byHand()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void whoCameToBeSecureAndWhoIsNoLongerMakesTheDifferenceOfTheCounts(long seed) {
        Book book = book(new Random(seed), goals(Judge.LATEST));
        Counting counting = Counting.of(book);
        ClassGoals now = judged(book);
        ClassGoals before = ClassGoals.of(counting, new Span.Dates(START, START.plusDays(80)))
                .orElseThrow();
        for (Goal goal : now.goals().all()) {
            // The same students in both: those present today.
            long secureBefore = book.students().stream()
                    .filter(student -> student.isEnrolledOn(TODAY)
                            && before.of(student, goal).level() == Level.SECURE)
                    .count();
            assertThat(now.newlySecure(goal, before, student -> true)
                            - now.noLongerSecure(goal, before, student -> true))
                    .isEqualTo((int) (now.counts(goal).get(Level.SECURE) - secureBefore));
        }
        for (Student student : book.students()) {
            int all = 0;
            for (Level level : Level.values()) {
                all += now.countAt(level, student);
            }
            assertThat(all).as("the goal above is not counted twice").isEqualTo(2);
        }
    }

    /** Each goal with evidence of its own is at just one level, and the lists of them are in the order of the class. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void theGoalsAtEachLevelAreAllGoalsEachOnceInTheirOrder(long seed) {
        Book book = book(new Random(seed), goals(Judge.BEST));
        ClassGoals goals = judged(book);
        List<Goal> own = goals.goals().all().stream()
                .filter(goal -> goals.goals().under(goal).isEmpty())
                .toList();
        for (Student student : book.students()) {
            List<Goal> found = new ArrayList<>();
            for (Level level : Level.values()) {
                List<Goal> at = goals.at(level, student);
                assertThat(at)
                        .isSubsetOf(own)
                        .allMatch(goal -> goals.of(student, goal).level() == level);
                assertThat(at).isSortedAccordingTo(Comparator.comparingInt(own::indexOf));
                assertThat(goals.countAt(level, student)).isEqualTo(at.size());
                found.addAll(at);
            }
            assertThat(found).containsExactlyInAnyOrderElementsOf(own);
        }
    }

    private static GoalStanding of(Book book, GoalId goal) {
        ClassGoals all = judged(book);
        return all.of(book.students().get(0), all.goals().find(goal).orElseThrow());
    }

    @Test
    void theWorkingSaysWhyALevelIsWhatItIs() {
        List<Book.Placed> entries = List.of(
                new Book.Placed(new StudentId("s0"), new AssessmentId("a0"), Entry.of(Mark.parse("9"))),
                new Book.Placed(new StudentId("s0"), new AssessmentId("a1"), Entry.of(Mark.parse("4"))));
        assertThat(why(Judge.BEST, entries)).isEqualTo("the best of 2, Piece 0 90.0 %, is 70 % or more");
        assertThat(why(Judge.MEAN, entries)).isEqualTo("the mean of 2, 65.0 % is below 70 %");
        assertThat(why(Judge.BEST, List.of(entries.get(1)))).isEqualTo("Piece 1 40.0 % is below 70 %");
        assertThat(why(Judge.LATEST, List.of())).isEqualTo("no evidence counts yet");
        assertThat(why(
                        Judge.BEST,
                        entries,
                        new LevelByHand(new StudentId("s0"), new GoalId("one"), Level.AGAIN, TODAY)))
                .isEqualTo("set by hand on 24 Feb 2027; the evidence would say secure: "
                        + "the best of 2, Piece 0 90.0 %, is 70 % or more");
    }

    private static String why(Judge judge, List<Book.Placed> entries, LevelByHand... levels) {
        Book book = book(new Random(3), goals(judge, levels)).toBuilder()
                .entries(entries)
                .build();
        ClassGoals all = judged(book);
        return GoalWorking.why(
                all, book.students().get(0), all.goals().find(new GoalId("one")).orElseThrow(), new Places(1));
    }

    @Test
    void settingsOutOfRangeAreRefusedTogether() {
        assertThat(catchThrowable(() -> new Goal(
                                new GoalId("g"),
                                "G",
                                Optional.empty(),
                                Optional.of(Percent.of(101)),
                                Optional.of(0),
                                Optional.empty(),
                                List.of()))
                        .getMessage()
                        .lines())
                .containsExactly(
                        "secure: secure must be from 0 to 100", "needs: 0 pieces of evidence needed must be 1 or more");
    }
}
