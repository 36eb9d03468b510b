package aestimo.core.result;

import static aestimo.core.testing.SmallClass.EXAMS;
import static aestimo.core.testing.SmallClass.FIELDWORK;
import static aestimo.core.testing.SmallClass.mark;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.rules.Averaging;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.Fraction;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class StandingTest {
    private static final Span YEAR = new Span.Year();

    @Test
    void theFiguresOfOnePiece() {
        SmallClass made = new SmallClass()
                .piece("a1", "Essay", EXAMS, "2026-10-02", 40)
                .piece("a2", "Later", EXAMS, "2027-02-02", 40)
                .student("Ann", mark("10"))
                .student("Bo", mark("30"))
                .student("Cy", Entry.of(EntryKind.EXCUSED));
        Standing standing =
                Standing.of(made.book(), new Span.Dates(SmallClass.day("2026-10-02"), SmallClass.day("2026-10-02")));
        AssessmentFigures essay = standing.assessment(new AssessmentId("a1")).orElseThrow();
        assertThat(essay.meanMark()).hasToString("Optional[20]");
        assertThat(essay.percents())
                .containsExactly(
                        Map.entry(new StudentId("Ann"), Percent.of(25)),
                        Map.entry(new StudentId("Bo"), Percent.of(75)));
        assertThat(essay.percentOf(made.students.get(1))).contains(Percent.of(75));
        assertThat(essay.percentOf(made.students.get(2))).isEmpty();
        assertThat(essay.standardDeviation()).hasValue(25.0);
        assertThat(standing.assessment(new AssessmentId("a2"))).isEmpty();
        assertThat(standing.assessments()).hasSize(1);
        assertThat(standing.gradeOf(Percent.of(61))).map(Band::label).contains("B");
        assertThatThrownBy(() -> standing.of(new StudentId("Dot"))).hasMessage("student Dot is not of this class");
        assertThatThrownBy(() -> new Span.Dates(SmallClass.day("2026-10-02"), SmallClass.day("2026-10-01")))
                .hasMessage("the span ends on 2026-10-01, before it starts on 2026-10-02");
    }

    /** Nine primes and more have no common denominator that fits: the same average by fractions. */
    @Test
    void outOfsWithoutACommonDenominatorAreAveragedExactly() {
        int[] primes = {999_983, 999_979, 999_961, 999_959, 999_953, 999_931, 999_917, 999_907, 999_883, 999_863};
        SmallClass made = new SmallClass();
        Entry[] marks = new Entry[primes.length];
        for (int i = 0; i < primes.length; i++) {
            made.piece("a" + i, "Piece " + i, EXAMS, "2026-10-02", primes[i]);
            marks[i] = mark(Integer.toString(primes[i]));
        }
        made.student("Ann", marks);
        marks[0] = mark("0");
        made.student("Bo", marks);
        Standing standing = Standing.of(made.book(), YEAR);
        assertThat(standing.students().get(0).result().orElseThrow().exact()).isEqualTo(Percent.HUNDRED);
        assertThat(standing.students().get(1).result().orElseThrow().exact()).isEqualTo(Percent.of(90));
    }

    /** The same where the lowest leave, and where bonus work comes on top: by fractions as by whole numbers. */
    @Test
    void dropsAndBonusAreExactWithoutACommonDenominatorToo() {
        int[] primes = {999_983, 999_979, 999_961, 999_959, 999_953, 999_931, 999_917, 999_907, 999_883, 999_863};
        SmallClass made = new SmallClass();
        Entry[] marks = new Entry[primes.length + 1];
        for (int i = 0; i < primes.length; i++) {
            made.piece("a" + i, "Piece " + i, FIELDWORK, "2026-10-02", primes[i]);
            marks[i] = mark(Integer.toString(i == 3 ? primes[i] / 2 : i == 7 ? primes[i] / 3 : primes[i]));
        }
        made.categories.set(0, new Category(FIELDWORK, "Fieldwork", Weight.of(50), Averaging.EQUAL, 2, true, false));
        made.student("Ann", Arrays.copyOf(marks, primes.length));
        CategoryAverage dropping = Standing.of(made.book(), YEAR)
                .students()
                .get(0)
                .category(FIELDWORK)
                .orElseThrow();
        assertThat(dropping.dropped()).extracting(piece -> piece.id().text()).containsExactly("a7", "a3");
        assertThat(dropping.average()).isEqualTo(Percent.HUNDRED);

        SmallClass points = new SmallClass();
        for (int i = 0; i < primes.length; i++) {
            points.piece("a" + i, "Piece " + i, SmallClass.MAPS, "2026-10-02", primes[i]);
            marks[i] = mark("0");
        }
        points.piece(new Assessment.Builder(
                        new AssessmentId("b"),
                        "Extra",
                        SmallClass.MAPS,
                        AssessmentKind.MARKS,
                        SmallClass.day("2026-10-03"))
                .outOf(Optional.of(OutOf.of(7)))
                .bonus(true)
                .build());
        marks[primes.length] = mark("3");
        points.student("Ann", marks);
        long sum = IntStream.of(primes).asLongStream().sum();
        assertThat(Standing.of(points.book(), YEAR)
                        .students()
                        .get(0)
                        .result()
                        .orElseThrow()
                        .exact()
                        .exact())
                .isEqualTo(Fraction.of(300, sum));
    }

    @Test
    void marksFarAboveTheOutOfAreStillCountedWhereOverIsAllowed() {
        SmallClass made = new SmallClass()
                .piece(new Assessment.Builder(
                                new AssessmentId("a1"),
                                "Sprint",
                                EXAMS,
                                AssessmentKind.MARKS,
                                SmallClass.day("2026-10-02"))
                        .outOf(Optional.of(OutOf.of(10)))
                        .allowOver(true)
                        .build())
                .student("Ann", mark("101"))
                .student("Bo", mark("99"))
                .student("Cy", mark("5"))
                .student("Dee", mark("99"));
        Standing standing = Standing.of(made.book(), YEAR);
        assertThat(standing.students().get(0).result().orElseThrow().shown()).isEqualTo("1010.0");
        assertThat(standing.students().get(1).result().orElseThrow().shown()).isEqualTo("990.0");
        assertThat(standing.assessments().get(0).mean()).hasToString("Optional[760 %]");
        assertThat(standing.assessments().get(0).highest()).contains(Percent.of(1010));
        assertThat(standing.assessments().get(0).standardDeviation().orElseThrow())
                .isCloseTo(410, within(1e-8));
        assertThat(standing.assessments().get(0).placeOf(made.students.get(1))).hasToString("Optional[=2]");
        assertThat(standing.assessments().get(0).placeOf(made.students.get(2))).hasToString("Optional[4]");
    }

    @Test
    void looseEndsStandInOrderOfKindStudentPiecePartAndCategory() {
        SmallClass made = new SmallClass()
                .piece(new Assessment.Builder(
                                new AssessmentId("w1"),
                                "Week 6",
                                FIELDWORK,
                                AssessmentKind.MARKS,
                                SmallClass.day("2026-10-09"))
                        .parts(List.of(
                                new Part(new PartId("p2"), "Sheet", OutOf.of(5), Weight.ONE),
                                new Part(new PartId("p1"), "Warm-up", OutOf.of(5), Weight.ONE)))
                        .build())
                .student("Bo")
                .student("Ann")
                .part("Bo", "w1", "p2", Entry.of(EntryKind.ABSENT))
                .part("Bo", "w1", "p1", Entry.of(EntryKind.ABSENT))
                .part("Ann", "w1", "p1", mark("9").withToFinish(true));
        made.categories.add(Category.of(new CategoryId("c0"), "Atlas", Weight.of(5)));
        assertThat(LooseEnds.of(made.book()))
                .extracting(end -> end.kind().code() + " "
                        + end.student().map(student -> student.given()).orElse("–") + " "
                        + end.part().map(part -> part.id().text()).orElse("–") + " "
                        + end.category().map(category -> category.id().text()).orElse("–"))
                .containsExactly(
                        "absent Bo p1 –",
                        "absent Bo p2 –",
                        "in-doubt Ann p1 –",
                        "no-assessment – – c0",
                        "no-assessment – – c1",
                        "no-assessment – – c2",
                        "no-assessment – – c3",
                        "to-finish Ann p1 –",
                        "unmarked Ann p2 –",
                        "weights – – –");
        assertThat(LooseEnds.of(Counting.of(made.book()))).hasSize(10);
    }

    @Test
    void anEntryIsEqualByWhatItSays() {
        assertThat(mark("7.0"))
                .isEqualTo(mark("7"))
                .hasSameHashCodeAs(mark("7"))
                .isNotEqualTo(mark("7").withLate(true));
        assertThat(mark("7")).isNotEqualTo(Entry.doubt("7")).isNotEqualTo(mark("8"));
        assertThat(Entry.blank().isNothing()).isTrue();
        assertThat(Entry.blank().withToFinish(true).isNothing()).isFalse();
        assertThat(mark("7").withLate(true).plainUnits()).isNegative();
        assertThat(mark("7").plainUnits()).isEqualTo(70_000);
    }
}
