package aestimo.core.book;

import static aestimo.core.testing.SmallClass.EXAMS;
import static aestimo.core.testing.SmallClass.FIELDWORK;
import static aestimo.core.testing.SmallClass.MAPS;
import static aestimo.core.testing.SmallClass.day;
import static aestimo.core.testing.SmallClass.mark;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import aestimo.core.rules.Averaging;
import aestimo.core.rules.Method;
import aestimo.core.rules.Rules;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;

class BookTest {
    private static final StudentId ANN = new StudentId("Ann");

    private static SmallClass small() {
        return new SmallClass()
                .piece("a1", "River transect", FIELDWORK, "2026-10-02", 40)
                .piece("a2", "Contours", MAPS, "2027-01-15", 15)
                .student("Ann", mark("33"), mark("12"));
    }

    private static Assessment.Builder piece(AssessmentKind kind) {
        return new Assessment.Builder(new AssessmentId("x"), "Extra", MAPS, kind, day("2026-10-05"))
                .outOf(Optional.of(OutOf.of(10)));
    }

    private static void refused(ThrowingCallable call, String... refusals) {
        assertThatThrownBy(call)
                .isInstanceOf(RefusedException.class)
                .satisfies(thrown -> assertThat(((RefusedException) thrown).refusals())
                        .extracting(Refusal::toString)
                        .containsExactlyInAnyOrder(refusals))
                .hasMessageContaining(refusals[0]);
    }

    private static ThrowingCallable book(Consumer<Book.Builder> change) {
        return () -> {
            Book.Builder builder = small().book().toBuilder();
            change.accept(builder);
            builder.build();
        };
    }

    @Test
    void everythingThatIsWrongIsToldAtOnceWithItsPlace() {
        SmallClass made = small();
        made.categories.add(Category.of(FIELDWORK, "Fieldwork again", Weight.of(5)));
        made.assessments.add(made.assessments.get(1));
        made.piece("a3", "Summer walk", FIELDWORK, "2027-08-01", 10);
        made.piece("a4", "Nowhere", new CategoryId("c9"), "2026-10-02", 10);
        made.students.add(made.students.get(0));
        made.rules = made.rules.withPass(Optional.of("D"));
        refused(
                made::book,
                "categories[4].id: c1 stands twice; every one of the categories needs its own id",
                "assessments[2].id: a2 stands twice; every one of the assessments needs its own id",
                "students[1].id: Ann stands twice; every one of the students needs its own id",
                "assessments[3].date: Summer walk on 2027-08-01 is in no term and none is stated",
                "assessments[4].category: Nowhere is in category c9, which the class does not have",
                "rules.pass: the class has no band D");
    }

    @Test
    void entriesMustFit() {
        SmallClass made = small();
        made.entries.add(new Book.Placed(ANN, new AssessmentId("a1"), mark("3")));
        made.entries.add(new Book.Placed(new StudentId("Bo"), new AssessmentId("a1"), mark("3")));
        made.entries.add(new Book.Placed(ANN, new AssessmentId("a9"), mark("3")));
        made.part("Ann", "a2", "p1", mark("3"));
        refused(
                made::book,
                "entries[2]: there is already an entry of student Ann for assessment a1",
                "entries[3].student: the class has no student Bo",
                "entries[4].assessment: the class has no assessment a9",
                "entries[5].part: Contours has no part p1");
        Book book = small().book();
        refused(
                () -> book.withEntries(List.of(
                        new Book.Placed(ANN, new AssessmentId("a1"), mark("1")),
                        new Book.Placed(ANN, new AssessmentId("a2"), Entry.of(EntryKind.TICK)))),
                "entries[1].is: Contours takes no entry of kind tick");
    }

    @Test
    void aSecondEntryOfACellIsRefusedWhateverElseIsWrongWithIt() {
        SmallClass made = small();
        StudentId stranger = new StudentId("Bo");
        made.entries.add(new Book.Placed(stranger, new AssessmentId("a1"), mark("3")));
        made.entries.add(new Book.Placed(stranger, new AssessmentId("a1"), mark("4")));
        made.entries.add(new Book.Placed(ANN, new AssessmentId("a1"), Entry.of(EntryKind.TICK)));
        refused(
                made::book,
                "entries[2].student: the class has no student Bo",
                "entries[3].student: the class has no student Bo",
                "entries[3]: there is already an entry of student Bo for assessment a1",
                "entries[4].is: River transect takes no entry of kind tick",
                "entries[4]: there is already an entry of student Ann for assessment a1");
    }

    @Test
    void entriesPutInPlaceLeaveTheBookTheyCameFromAlone() {
        Book before = small().book();
        Book after = before.withEntries(List.of(
                new Book.Placed(ANN, new AssessmentId("a1"), Entry.blank()),
                new Book.Placed(ANN, new AssessmentId("a2"), mark("15"))));
        assertThat(before.entry(0, 0, 0)).isEqualTo(mark("33"));
        assertThat(after.entry(0, 0, 0)).isEqualTo(Entry.blank());
        assertThat(after.countFilled()).isEqualTo(1);
        assertThat(before.countFilled()).isEqualTo(2);
        assertThat(after.entries()).hasSize(2);
        assertThat(after.toBuilder().build().entries()).isEqualTo(after.entries());
        assertThat(before.withEntries(List.of()).entries()).isEqualTo(before.entries());
    }

    @Test
    void setUpsInWhichAHigherMarkCouldLowerAResultAreRefused() {
        refused(
                () -> new Category(FIELDWORK, "Fieldwork", Weight.of(1), Averaging.POINTS, 1, true, false),
                "dropLowest: Fieldwork averages by points and drops its lowest; a higher mark could then lower a result."
                        + " Average equally, or drop none.");
        SmallClass weighed = small();
        weighed.assessments.set(
                0, piece(AssessmentKind.MARKS).weight(Weight.of(2)).build());
        weighed.entries.clear();
        weighed.categories.set(1, new Category(MAPS, "Map skills", Weight.of(30), Averaging.EQUAL, 2, true, false));
        refused(
                weighed::book,
                "categories[1].dropLowest: Map skills drops its lowest, but its assessments weigh unequally; a higher mark"
                        + " could then lower a result");
        refused(
                book(builder -> builder.rules(Rules.withDefaults().withMethod(Method.ALL_POINTS))),
                "categories[0].dropLowest: Fieldwork drops its lowest, but results are by all points; a higher mark could"
                        + " then lower a result");
        SmallClass bonus = small();
        bonus.piece(
                new Assessment.Builder(new AssessmentId("a3"), "Extra", EXAMS, AssessmentKind.MARKS, day("2026-10-05"))
                        .outOf(Optional.of(OutOf.of(10)))
                        .bonus(true)
                        .build());
        refused(
                bonus::book,
                "assessments[2].bonus: Extra is bonus work, but Exams averages equally; bonus needs an average by points,"
                        + " or results by all points");
    }

    @Test
    void anAssessmentChecksItself() {
        refused(
                () -> piece(AssessmentKind.MARKS).outOf(Optional.empty()).build(),
                "outOf: Extra needs an out-of, since it is marked in marks and has no parts");
        refused(
                () -> piece(AssessmentKind.MARKS).due(day("2026-10-04")).build(),
                "due: Extra is due on 2026-10-04, before its date 2026-10-05");
        refused(
                () -> piece(AssessmentKind.MARKS).weight(Weight.ZERO).build(),
                "weight: the weight of Extra is 0; it must be above 0");
        refused(
                () -> piece(AssessmentKind.CHECK).bonus(true).build(),
                "bonus: Extra is no piece on marks or grades, so it cannot be bonus work");
        refused(
                () -> piece(AssessmentKind.MARKS)
                        .bands(Optional.of(Boundaries.NONE))
                        .build(),
                "bands: Extra is not marked in grades, so it has no bands of its own");
        Part part = new Part(new PartId("p1"), "Warm-up", OutOf.of(5), Weight.ONE);
        refused(
                () -> piece(AssessmentKind.NOTE).parts(List.of(part)).build(),
                "parts: Extra is no piece on marks or grades, so it has no parts");
        refused(
                () -> piece(AssessmentKind.MARKS).parts(List.of(part, part)).build(),
                "parts[1].id: part p1 stands twice in Extra");
        Ceiling ceiling = new Ceiling(List.of(new PartId("p2")), Percent.of(40), 1, Percent.of(70));
        refused(
                () -> piece(AssessmentKind.MARKS).ceilings(List.of(ceiling)).build(),
                "ceilings: Extra has a ceiling but no parts that could be its gates");
        refused(
                () -> piece(AssessmentKind.MARKS)
                        .parts(List.of(part))
                        .ceilings(List.of(ceiling))
                        .build(),
                "ceilings[0].gates: Extra has no part p2 to be a gate");
        assertThat(piece(AssessmentKind.MARKS)
                        .parts(List.of(part))
                        .outOf(Optional.empty())
                        .build()
                        .outOf())
                .isEqualTo(OutOf.of(5));
        assertThat(piece(AssessmentKind.GRADES).build().outOf()).isEqualTo(OutOf.of(100));
    }

    @Test
    void partsCeilingsTermsAndRulesKeepTheirRanges() {
        List<PartId> gate = List.of(new PartId("p1"));
        refused(
                () -> new Part(new PartId("p1"), "Warm-up", OutOf.of(5), Weight.ZERO),
                "weight: the weight of part Warm-up is 0; it must be above 0");
        refused(
                () -> new Ceiling(List.of(), Percent.ZERO, 1, Percent.ZERO),
                "gates: a ceiling needs at least one gate");
        refused(
                () -> new Ceiling(List.of(gate.get(0), gate.get(0)), Percent.ZERO, 1, Percent.ZERO),
                "gates: a gate is named twice in [p1, p1]");
        refused(
                () -> new Ceiling(gate, Percent.ZERO, 2, Percent.ZERO),
                "fewerThan: 2 must be from 1 to the number of gates, 1");
        refused(
                () -> new Ceiling(gate, Percent.ZERO, 0, Percent.ZERO),
                "fewerThan: 0 must be from 1 to the number of gates, 1");
        refused(() -> new Ceiling(gate, Percent.of(101), 1, Percent.ZERO), "pass: 101 % must be from 0 to 100");
        refused(() -> new Ceiling(gate, Percent.HUNDRED, 1, Percent.of(-1)), "ceiling: -1 % must be from 0 to 100");
        assertThat(new Ceiling(gate, Percent.HUNDRED, 1, Percent.HUNDRED).most())
                .isEqualTo(Percent.HUNDRED);
        refused(
                () -> Term.of(new TermId("t1"), "Term 1", day("2026-09-02"), day("2026-09-01")),
                "ends: Term 1 ends on 2026-09-01, before it starts on 2026-09-02");
        assertThat(Term.of(new TermId("t1"), "A day", day("2026-09-02"), day("2026-09-02"))
                        .holds(day("2026-09-02")))
                .isTrue();
        refused(
                () -> new Category(MAPS, "Maps", Weight.ONE, Averaging.EQUAL, -1, true, false),
                "dropLowest: -1 in Maps must be 0 or more");
        Rules rules = Rules.withDefaults();
        refused(() -> rules.withBorderline(Percent.of(-1)), "borderline: -1 % must be 0 or more");
        refused(() -> rules.withMovementAt(Percent.ZERO), "movementAt: 0 % must be above 0");
        refused(() -> rules.withNotHandedIn(Optional.of(Percent.of(101))), "notHandedIn: 101 % must be from 0 to 100");
        refused(() -> rules.withLateDeduction(Percent.of(-1)), "lateDeduction: -1 % must be 0 or more");
        assertThat(rules.withBorderline(Percent.ZERO)
                        .withLateDeduction(Percent.ZERO)
                        .borderline())
                .isEqualTo(Percent.ZERO);
        refused(
                () -> new Student(
                        ANN,
                        "Marsh",
                        "Ann",
                        "",
                        Optional.empty(),
                        Optional.of(day("2026-10-02")),
                        Optional.of(day("2026-10-01"))),
                "left: Marsh, Ann left on 2026-10-01, before joining on 2026-10-02");
    }

    @Test
    void termsStandInTheOrderOfTheirStart() {
        Term first = Term.of(new TermId("t1"), "First", day("2026-09-01"), day("2026-12-11"));
        Term same = Term.of(new TermId("t2"), "Exams", day("2026-09-01"), day("2027-07-02"));
        Term earlier = Term.of(new TermId("t3"), "Earlier", day("2026-08-31"), day("2026-12-11"));
        refused(
                book(builder -> builder.terms(List.of(first, same, earlier))),
                "terms[2].starts: Earlier starts on 2026-08-31, before Exams on 2026-09-01; terms must be in the order of"
                        + " their start");
        Book book = small().book().toBuilder().terms(List.of(first, same)).build();
        assertThat(book.termOf(book.assessments().get(0))).isEqualTo(first.id());
        assertThat(book.termOf(book.assessments().get(1))).isEqualTo(same.id());
        assertThat(book.termOn(day("2026-12-11"))).contains(first);
        assertThat(book.termOn(day("2026-12-12"))).contains(same);
        assertThat(book.termOn(day("2026-08-31"))).isEmpty();
    }

    @Test
    void targetsAndScoresNameWhatTheClassHas() {
        Target target =
                new Target(new StudentId("Bo"), Optional.of("X"), Optional.of("Y"), Map.of(new TermId("t9"), "Z"));
        refused(
                book(builder -> builder.targets(List.of(target, target))),
                "targets[0].student: the class has no student Bo",
                "targets[0].start: the class has no band X",
                "targets[0].end: the class has no band Y",
                "targets[0].terms.t9: the class has no band Z",
                "targets[0].terms.t9: the class has no term t9",
                "targets[1].student: the class has no student Bo",
                "targets[1].student: student Bo has a target already",
                "targets[1].start: the class has no band X",
                "targets[1].end: the class has no band Y",
                "targets[1].terms.t9: the class has no band Z",
                "targets[1].terms.t9: the class has no term t9");
        Target.Earlier stood = new Target.Earlier(day("2026-11-20"), Optional.empty(), Optional.of("Q"), Map.of());
        Target changed = new Target(
                new StudentId("Ann"),
                Optional.empty(),
                Optional.empty(),
                Map.of(),
                Optional.of("P"),
                List.of(stood, stood));
        refused(
                book(builder -> builder.targets(List.of(changed))),
                "targets[0].stage: the class has no band P",
                "targets[0].earlier[0].end: the class has no band Q",
                "targets[0].earlier[1].until: 2026-11-20 is not after 2026-11-20, until which the one before it stood",
                "targets[0].earlier[1].end: the class has no band Q");
        refused(
                book(builder -> builder.startingScores(Optional.of(new StartingScores(
                        OutOf.of(140), Map.of(ANN, Mark.of(141), new StudentId("Bo"), Mark.of(-1)))))),
                "startingScores.scores.Ann: score 141 must be from 0 to the top, 140",
                "startingScores.scores.Bo: the class has no student Bo",
                "startingScores.scores.Bo: score -1 must be from 0 to the top, 140");
        assertThat(small().book().toBuilder()
                        .startingScores(Optional.of(new StartingScores(OutOf.of(140), Map.of(ANN, Mark.of(140)))))
                        .build()
                        .startingScores())
                .isPresent();
    }
}
