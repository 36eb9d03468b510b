package aestimo.app.figures;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.frame.SpanChoice;
import aestimo.app.goals.GoalsMaker;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.result.StudentStanding;
import aestimo.core.working.Working;
import aestimo.exchange.table.Table.Cell;
import aestimo.exchange.table.Table.Number;
import aestimo.exchange.table.Table.Text;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Figures of one small class, worked by hand; and what has to hold of every figure there is. */
@ExtendWith(RunningApp.class)
class CatalogueTest {
    private OwnClass own;

    /**
     * Out of 20, two categories of half the weight each. Brandt has 18 and 12: 90 and 60, 75 in all. Castellan has 10 and
     * 10: 50. Dunmore has 16 and nothing: 80. Eberly has nothing at all. The mean is 205 ÷ 3, the median 75.
     */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        own.addStudents(
                "Name\tSet\nBrandt, Ilva\tNorth\nCastellan, Rui\tSouth\nDunmore, Fenna\tNorth\nEberly, Jonah\t\n");
        own.setBands("A", "80", "B", "60", "C", "0");
        own.visitor()
                .post(
                        own.base() + "/groundwork/weights",
                        "version",
                        own.<String>read(book -> Integer.toString(book.row().version())),
                        "categoryName",
                        "Tests",
                        "weight",
                        "50",
                        "shape",
                        "ring",
                        "tint",
                        "3",
                        "categoryName",
                        "Essays",
                        "weight",
                        "50",
                        "shape",
                        "bar",
                        "tint",
                        "4");
        String tests = own.read(book -> book.book().categories().get(0).id().text());
        String essays = own.read(book -> book.book().categories().get(1).id().text());
        own.addPiece("Quiz", tests, "2027-01-15", "20");
        own.addPiece("Essay", essays, "2027-01-22", "20");
        own.type("Brandt", "Quiz", "18");
        own.type("Brandt", "Essay", "12");
        own.type("Castellan", "Quiz", "10");
        own.type("Castellan", "Essay", "10");
        own.type("Dunmore", "Quiz", "16");
    }

    private <T> T look(Function<ClassFigures, T> what) {
        return own.read(book ->
                what.apply(ClassFigures.of(book, SpanChoice.read(Map.of("span", "year"), book.book()))));
    }

    private static StudentStanding student(ClassFigures at, String family) {
        return at.standing().students().stream()
                .filter(it -> it.student().family().equals(family))
                .findFirst()
                .orElseThrow();
    }

    private Value value(String family, String key) {
        return look(at -> Catalogue.find(at, key).orElseThrow().of(at, student(at, family)));
    }

    private Value group(String key, String set) {
        return look(at -> Catalogue.find(at, key)
                .orElseThrow()
                .ofGroup(at, Optional.of(set).filter(it -> !it.isEmpty())));
    }

    private String working(String family, String key) {
        return look(at -> Catalogue.find(at, key)
                .orElseThrow()
                .working(at, student(at, family))
                .map(Working::asText)
                .orElse("none"));
    }

    @Test
    void aboveOrBelowTheClassMeanIsADifferenceWithItsSign() {
        // 75 − 68 1/3 = 6 2/3; 50 − 68 1/3 = −18 1/3.
        assertThat(value("Brandt", "against-mean").shown()).isEqualTo("+6.7");
        assertThat(value("Castellan", "against-mean").shown()).isEqualTo("−18.3");
        assertThat(value("Castellan", "against-mean").cells()).containsExactly(Cell.of(new BigDecimal("-18.3")));
        assertThat(value("Eberly", "against-mean")).isEqualTo(Value.NONE);
        assertThat(working("Brandt", "against-mean"))
                .startsWith("Brandt, Ilva against the class mean = +6.7\n")
                .contains("Result of Brandt, Ilva", "Mean result of the class");
    }

    @Test
    void theMeanAndTheMedianOfTheClassStandBesideAResult() {
        assertThat(value("Castellan", "class-mean").shown()).isEqualTo("68.3");
        assertThat(value("Castellan", "class-median").shown()).isEqualTo("75.0");
        assertThat(group("class-median", "North").shown()).as("of 75 and 80").isEqualTo("77.5");
        assertThat(group("class-median", "South").shown()).isEqualTo("50.0");
        assertThat(working("Brandt", "class-median"))
                .isEqualTo("Median result of the class = 75.0\n  50.0\n  75.0\n  80.0\n");
    }

    @Test
    void anAverageInACategoryHasAGradeOfItsOwn() {
        assertThat(value("Brandt", "category-grade:Tests").shown()).isEqualTo("A");
        assertThat(value("Brandt", "category-grade:Essays").shown()).isEqualTo("B");
        assertThat(value("Dunmore", "category-grade:Essays")).isEqualTo(Value.NONE);
        // 90, 50 and 80 make 73 1/3.
        assertThat(group("category:Tests", "").shown()).isEqualTo("73.3");
        assertThat(group("category-grade:Tests", "").shown()).isEqualTo("B");
    }

    @Test
    void withoutCeilingsTellsWhatWouldHaveBeen() {
        // Of an exam in two halves, each of 20, nothing above 40 % unless the second has 50 %.
        own.visitor()
                .post(
                        own.base() + "/assessments",
                        "title",
                        "Exam",
                        "category",
                        own.<String>read(
                                book -> book.book().categories().get(0).id().text()),
                        "date",
                        "2027-02-05",
                        "partId",
                        "0",
                        "partTitle",
                        "One",
                        "partOutOf",
                        "20",
                        "partWeight",
                        "1",
                        "partId",
                        "0",
                        "partTitle",
                        "Two",
                        "partOutOf",
                        "20",
                        "partWeight",
                        "1",
                        "gates",
                        "Two",
                        "pass",
                        "50",
                        "fewerThan",
                        "1",
                        "most",
                        "40");
        own.type("Castellan", "Exam", 0, "20");
        own.type("Castellan", "Exam", 1, "4");
        Value capped = value("Castellan", "result");
        Value without = value("Castellan", "without-ceilings");
        // Tests: 50 and 40 make 45 under the ceiling, 50 and 60 make 55 without; with 50 in Essays 47.5 and 52.5.
        assertThat(capped.shown()).isEqualTo("47.5");
        assertThat(without.shown()).isEqualTo("52.5");
        assertThat(value("Castellan", "ceilings").shown()).isEqualTo("5.0");
        assertThat(value("Brandt", "without-ceilings").shown())
                .isEqualTo(value("Brandt", "result").shown());
    }

    @Test
    void valuesAreOrderedByWhatTheyAreAndThoseWithoutComeLastEitherWay() {
        Function<Boolean, List<String>> byResult = down -> look(at -> {
            Figure result = Catalogue.find(at, "result").orElseThrow();
            return at.standing().students().stream()
                    .sorted(java.util.Comparator.comparing(
                            (StudentStanding it) -> result.of(at, it), Value.order(down)))
                    .map(it -> it.student().family())
                    .toList();
        });
        assertThat(byResult.apply(true)).containsExactly("Dunmore", "Brandt", "Castellan", "Eberly");
        assertThat(byResult.apply(false)).containsExactly("Castellan", "Brandt", "Dunmore", "Eberly");
    }

    @Test
    void theTopAndTheLowestGradeCanBeAskedOfAnyClass() {
        assertThat(meeting("grade", Condition.Test.IS, "top grade")).containsExactly("Dunmore");
        assertThat(meeting("grade", Condition.Test.IS, "Lowest Grade")).containsExactly("Castellan");
        assertThat(meeting("grade", Condition.Test.AT_LEAST, "B")).containsExactly("Brandt", "Dunmore");
        assertThat(meeting("against-mean", Condition.Test.AT_MOST, "-18,3")).containsExactly("Castellan");
        assertThat(meeting("near", Condition.Test.IS, "no")).containsExactly("Brandt", "Castellan", "Dunmore");
        assertThat(this.<Optional<String>>look(
                        at -> Condition.of(Catalogue.find(at, "grade").orElseThrow(), Condition.Test.AT_LEAST, "6")
                                .problem(List.of(at))))
                .get()
                .asString()
                .contains("None of these classes has a grade “6”", "“top grade” and “lowest grade”");
        assertThat(this.<Optional<String>>look(
                        at -> Condition.of(Catalogue.find(at, "joined").orElseThrow(), Condition.Test.AT_LEAST, "May")
                                .problem(List.of(at))))
                .get()
                .asString()
                .contains("needs a day");
    }

    private List<String> meeting(String key, Condition.Test test, String value) {
        return look(at -> {
            Condition condition = Condition.of(Catalogue.find(at, key).orElseThrow(), test, value);
            assertThat(condition.problem(List.of(at))).isEmpty();
            return at.standing().students().stream()
                    .filter(it -> condition.isMet(at, it))
                    .map(it -> it.student().family())
                    .toList();
        });
    }

    @Test
    void everyFigureHasAKeyOfItsOwnTypedCellsAndHeadingsForAllOfThem() {
        look(at -> {
            List<Figure> all = Catalogue.of(List.of(at));
            assertThat(all.stream().map(Figure::key).collect(Collectors.toSet()))
                    .hasSameSizeAs(all);
            for (Figure figure : all) {
                assertThat(Catalogue.find(at, figure.key()).orElseThrow().words())
                        .isEqualTo(figure.words());
                for (StudentStanding it : at.standing().students()) {
                    Value value = figure.of(at, it);
                    if (value.isEmpty()) {
                        assertThat(value.cells()).as(figure.key()).isEmpty();
                        continue;
                    }
                    assertThat(figure.columns(at)).as(figure.key()).hasSameSizeAs(value.cells());
                    Set<Class<?>> kinds = figure.type().isNumber() ? Set.of(Number.class) : Set.of(Text.class);
                    assertThat(value.cells().get(0).getClass()).as(figure.key()).isIn(kinds);
                    assertThat(figure.hasWorking())
                            .as("%s tells how it came about where it says so", figure.key())
                            .isEqualTo(figure.working(at, it).isPresent());
                }
            }
            return null;
        });
    }

    @Test
    void goalsAreCountedByLevelAndEachIsAFigureWithItsWorking(RunningApp app) {
        assertThat(this.<Boolean>look(at -> Catalogue.find(at, "goals-secure").isPresent()))
                .isFalse();
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(GoalsMaker.class)
                    .addAndLink(
                            own.teacher(),
                            own.id(),
                            Map.of("Argues", List.of("Essay"), "Knows dates", List.of("Quiz", "Essay")));
            return null;
        });
        assertThat(this.<String>look(at -> shown(at, "goal:Knows dates", "Brandt")))
                .isEqualTo("again");
        assertThat(this.<String>look(at -> shown(at, "goal:Argues", "Dunmore"))).isEqualTo("not begun");
        assertThat(this.<String>look(at -> shown(at, "goal:Knows dates", "Dunmore")))
                .isEqualTo("begun");
        assertThat(this.<String>look(at -> shown(at, "goals-again", "Brandt"))).isEqualTo("2");
        assertThat(this.<String>look(at -> shown(at, "goals-not-begun", "Eberly")))
                .isEqualTo("2");
        assertThat(this.<String>look(at -> Catalogue.find(at, "goal:Knows dates")
                        .orElseThrow()
                        .working(at, student(at, "Brandt"))
                        .orElseThrow()
                        .asText()))
                .startsWith("Knows dates, Brandt, Ilva = again\n  the latest of 2, Essay 60.0 %, is below 70 %\n")
                .contains("Quiz, 15 Jan 2027 = 90.0 %");
    }

    private static String shown(ClassFigures at, String key, String family) {
        return Catalogue.find(at, key).orElseThrow().of(at, student(at, family)).shown();
    }
}
