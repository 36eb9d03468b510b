package aestimo.core.targets;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.counting.Counting;
import aestimo.core.entry.Entry;
import aestimo.core.grading.Result;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Movement;
import aestimo.core.result.TermSeries;
import aestimo.core.targets.Attainment.Status;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class AttainmentTest {
    private static final StudentId ANN = new StudentId("Ann");

    private static List<Attainment> rows(String mark, String end) {
        SmallClass made = new SmallClass().piece("a1", "Essay", SmallClass.EXAMS, "2026-10-02", 100);
        made.student("Ann", mark.isEmpty() ? Entry.blank() : SmallClass.mark(mark));
        Target target = new Target(ANN, Optional.empty(), Optional.of(end), Map.of());
        Book book = made.book().toBuilder().targets(List.of(target)).build();
        Counting counting = Counting.of(book);
        return Attainment.of(counting, TermSeries.of(counting));
    }

    /** One essay in each term, out of 100; today is in the second. */
    private static SmallClass twoEssays() {
        return new SmallClass()
                .piece("a1", "Essay", SmallClass.EXAMS, "2026-10-02", 100)
                .piece("a2", "Second essay", SmallClass.EXAMS, "2027-02-02", 100);
    }

    private static Attainments attained(SmallClass made, Target... targets) {
        return Attainments.of(
                Counting.of(made.book().toBuilder().targets(List.of(targets)).build()));
    }

    @Test
    void exactlyOnTheBoundaryNothingIsMissing() {
        assertThat(rows("60", "B").get(0).toAim()).isEmpty();
        assertThat(rows("59.9", "B").get(0).toAim()).hasToString("Optional[1/10 %]");
        assertThat(rows("60", "B").get(0).status()).contains(Status.ON);
        assertThat(rows("80", "B").get(0).status()).contains(Status.ABOVE);
        assertThat(rows("60", "A").get(0).status()).contains(Status.BELOW);
        assertThat(rows("10", "A").get(0).status()).contains(Status.WELL_BELOW);
    }

    @Test
    void withoutAnyResultThereIsNoRow() {
        assertThat(rows("", "B")).isEmpty();
        assertThat(rows("60", "B")).hasSize(1);
    }

    @Test
    void aTermIsHeldAgainstTheTargetThatStoodAtItsEnd() {
        SmallClass made = twoEssays().student("Ann", SmallClass.mark("65"), SmallClass.mark("65"));
        Target raised = changed("2027-01-20");
        // Term 1 ended on 11 December, when B still stood; Term 2 is looked at today, when A does.
        assertThat(gaps(made, raised)).containsExactly(0, -1);
        assertThat(gaps(made, changed("2026-12-10"))).containsExactly(-1, -1);
        assertThat(gaps(made, changed("2026-12-11"))).containsExactly(0, -1);
        assertThat(gaps(made, changed("2027-02-24"))).containsExactly(0, 0);
        assertThat(raised.on(SmallClass.day("2026-09-01")).end()).contains("B");
        assertThat(raised.on(SmallClass.day("2027-01-21")).end()).contains("A");
    }

    /** A for the year, but B until a day. */
    private static Target changed(String until) {
        Target.Earlier stood = new Target.Earlier(LocalDate.parse(until), Optional.empty(), Optional.of("B"), Map.of());
        return new Target(ANN, Optional.empty(), Optional.of("A"), Map.of(), Optional.empty(), List.of(stood));
    }

    private static List<Integer> gaps(SmallClass made, Target target) {
        Attainments attained = attained(made, target);
        return attained.of(made.students.get(0)).stream()
                .map(own -> own.gap().orElseThrow())
                .toList();
    }

    @Test
    void everybodyHasARowWithOrWithoutTargetOrResult() {
        SmallClass made = twoEssays()
                .student("Ann", SmallClass.mark("50"), SmallClass.mark("85"))
                .student("Ben", SmallClass.mark("70"))
                .student("Cyd");
        Attainments attained = attained(made, new Target(ANN, Optional.of("C"), Optional.of("A"), Map.of()));
        assertThat(attained.terms()).extracting(Term::name).containsExactly("Term 1", "Term 2");
        assertThat(attained.of(made.students.get(0)))
                .extracting(own -> own.gap().orElseThrow())
                .containsExactly(-1, 0);
        assertThat(attained.now(made.students.get(0))
                        .flatMap(Attainment::reached)
                        .map(Band::label))
                .contains("A");
        assertThat(attained.movement(made.students.get(0)).map(Movement::direction))
                .contains(Movement.Direction.UP);
        assertThat(attained.of(made.students.get(1)).get(0).reached().map(Band::label))
                .contains("B");
        assertThat(attained.of(made.students.get(1)).get(0).status()).isEmpty();
        assertThat(attained.now(made.students.get(2)).flatMap(Attainment::result))
                .isEmpty();
        assertThat(attained.counts(attained.terms().get(0), all -> true))
                .isEqualTo(new AttainmentCounts(0, 1, 0, 0, 2));
        assertThat(attained.counts(attained.terms().get(1), all -> true).compared())
                .isEqualTo(1);
        assertThat(new AttainmentCounts(1, 2, 4, 8, 16).compared()).isEqualTo(15);
        assertThat(attained.isSoFar(attained.terms().get(0))).isFalse();
        assertThat(attained.isSoFar(attained.terms().get(1))).isTrue();
    }

    @Test
    void whoLeftBeforeATermEndedIsNotCountedInIt() {
        SmallClass made = twoEssays().student("Ann", SmallClass.mark("50"), SmallClass.mark("85"));
        Student ann = made.students.get(0);
        made.students.set(
                0,
                new Student(
                        ANN,
                        ann.family(),
                        ann.given(),
                        "",
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(SmallClass.day("2027-01-31"))));
        Attainments attained = attained(made, new Target(ANN, Optional.empty(), Optional.of("B"), Map.of()));
        assertThat(attained.counts(attained.terms().get(0), all -> true).below())
                .isEqualTo(1);
        assertThat(attained.counts(attained.terms().get(1), all -> true))
                .isEqualTo(new AttainmentCounts(0, 0, 0, 0, 0));
    }

    @Test
    void aSealedTermStandsAsItWasSealedWhateverTodayMakesOfIt() {
        SmallClass made = twoEssays().student("Ann", SmallClass.mark("65"), SmallClass.mark("65"));
        Book book = made.book().toBuilder()
                .targets(List.of(new Target(ANN, Optional.empty(), Optional.of("A"), Map.of())))
                .build();
        // Sealed when A began at 62 and the aim was one of today's lowest: above it by two, though today it is below.
        Boundaries then = Boundaries.of(
                List.of(Band.of("A", Percent.of(62)), Band.of("B", Percent.of(40)), Band.of("C", Percent.ZERO)));
        Percent percent = Percent.of(65);
        Result result = new Result(
                percent, percent, Places.ONE, percent, then.labelled("A"), Optional.empty(), false, Optional.empty());
        Attainment sealed = Attainment.judged(ANN, book.terms().get(0), then, then.labelled("C"), Optional.of(result));
        Attainments attained = Attainments.of(Counting.of(book), List.of(sealed));
        assertThat(attained.of(made.students.get(0)))
                .extracting(own -> own.gap().orElseThrow())
                .containsExactly(2, -1);
        assertThat(attained.isSealed(book.terms().get(0))).isTrue();
        assertThat(attained.isSealed(book.terms().get(1))).isFalse();
        assertThat(attained.counts(book.terms().get(0), all -> true).above()).isEqualTo(1);
        assertThat(Attainments.of(Counting.of(book))
                        .of(made.students.get(0))
                        .get(0)
                        .gap())
                .contains(-1);
    }

    /** By the rules: from C (0) to A (2) in five terms, 0 + 2·j/5 rounded half up is 0, 1, 1, 2, 2. */
    @Test
    void fiveTermsLeadStepByStepFromStartToEnd() {
        SmallClass made = new SmallClass().student("Ann");
        made.terms.clear();
        for (int i = 0; i < 5; i++) {
            LocalDate first = SmallClass.day("2026-09-01").plusMonths(2L * i);
            made.terms.add(new Term(new TermId("t" + i), "Term " + (i + 1), first, first.plusDays(50), Weight.of(20)));
        }
        Attainments attained = attained(made, new Target(ANN, Optional.of("C"), Optional.of("A"), Map.of()));
        assertThat(attained.terms()).isEmpty();
        assertThat(attained.now(made.students.get(0))).isEmpty();
        assertThat(List.of(0, 1, 2, 3, 4))
                .extracting(term ->
                        attained.aim(made.students.get(0), term).orElseThrow().label())
                .containsExactly("C", "B", "B", "A", "A");
    }
}
