package aestimo.core.working;

import static aestimo.core.testing.SmallClass.EXAMS;
import static aestimo.core.testing.SmallClass.FIELDWORK;
import static aestimo.core.testing.SmallClass.MAPS;
import static aestimo.core.testing.SmallClass.QUIZZES;
import static aestimo.core.testing.SmallClass.day;
import static aestimo.core.testing.SmallClass.mark;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Part;
import aestimo.core.book.Term;
import aestimo.core.counting.Counting;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.TermSeries;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.value.Weight;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The working of worked examples, as a teacher would read it out. */
class WorkingTest {
    private static final Span YEAR = new Span.Year();

    private static SmallClass pieces() {
        return new SmallClass()
                .piece("a1", "River transect", FIELDWORK, "2026-10-02", 40)
                .piece("a2", "Coast walk", FIELDWORK, "2026-11-06", 20)
                .piece("a3", "Soil pit", FIELDWORK, "2027-01-15", 30)
                .piece("a4", "Contours", MAPS, "2026-10-20", 15)
                .piece("a5", "Symbols", MAPS, "2027-02-10", 45)
                .piece("a6", "Weekly quiz", QUIZZES, "2027-02-12", 10);
    }

    private static String result(Book book, String student) {
        Standing standing = Standing.of(book, YEAR);
        return ResultWorking.of(standing, standing.of(new StudentId(student))).asText();
    }

    @Test
    void aResultByCategoryIsToldDownToTheEntries() {
        SmallClass made = pieces().student(
                        "Ilva",
                        mark("33"),
                        mark("9"),
                        mark("20").withLate(true),
                        mark("12"),
                        Entry.of(EntryKind.ABSENT),
                        mark("7"));
        made.rules = made.rules.withLateDeduction(Percent.of(10));
        assertThat(result(made.book(), "Ilva")).isEqualTo("""
                        Result of Marsh, Ilva = 73.5, grade B
                          Fieldwork: average 69.6, 62.5 % of the whole = about 43.4896 points
                            River transect: 33 of 40 = 82.5 %
                            Coast walk: 9 of 20 – dropped as the lowest = 45 %
                            Soil pit: 20 of 30, less 10 for being late = about 56.6667 %
                            (82.5 + about 56.6667) ÷ 2 = about 69.5833
                          Map skills: average 80.0, 37.5 % of the whole = 30 points
                            Contours: 12 of 15 = 80 %
                            Symbols: absent = not counted
                            12 of 15 points = 80
                          Exams: nothing counts here yet, so it is left out
                          Quizzes: practice, does not count towards the result = 70.0
                            Weekly quiz: 7 of 10 = 70 %
                            (70) ÷ 1 = 70
                          (50 × about 69.5833 + 30 × 80) ÷ 80 = about 73.4896
                          rounded half up, as it is shown = 73.5
                          73.5 is grade B, which starts from 60
                          to A, which starts from 80 = 6.5 missing
                        """);
    }

    @Test
    void aWeighedYearIsToldByItsTerms() {
        SmallClass made = pieces().student("Ann", mark("33"), mark("10"), mark("18"));
        made.rules =
                made.rules.withYear(YearResult.WEIGH_TERMS, TermResults.ROUNDED).withPlaces(new Places(0));
        assertThat(result(made.book(), "Ann")).isEqualTo("""
                        Result of Marsh, Ann = 67, grade B
                          Term 1, weight 30 = 83
                          Term 2, weight 70 = 60
                          (30 × 83 + 70 × 60) ÷ 100 = 66.9
                          rounded half up, as it is shown = 67
                          67 is grade B, which starts from 60
                          to A, which starts from 80 = 13 missing
                        """);
        made.terms.set(
                0, new Term(made.terms.get(0).id(), "Term 1", day("2026-09-01"), day("2026-12-11"), Weight.ZERO));
        assertThat(result(made.book(), "Ann"))
                .contains("  Term 1, weight 0: left out = 83\n", "  (70 × 60) ÷ 70 = 60\n");
    }

    @Test
    void allPointsBonusAndJustBelowAreTold() {
        SmallClass made = new SmallClass()
                .piece("a1", "Essay", MAPS, "2026-10-02", 40)
                .piece(new Assessment.Builder(
                                new AssessmentId("a2"), "Extra map", MAPS, AssessmentKind.MARKS, day("2026-10-03"))
                        .outOf(Optional.of(OutOf.of(10)))
                        .bonus(true)
                        .build())
                .student("Bo", mark("30"), mark("1.5"));
        made.categories.remove(0);
        made.rules = made.rules.withMethod(Method.ALL_POINTS);
        assertThat(result(made.book(), "Bo")).isEqualTo("""
                        Result of Marsh, Bo = 78.8, grade B
                          Map skills: average 78.8, 100 % of the whole = 78.75 points
                            Essay: 30 of 40 = 75 %
                            Extra map: 1.5 of 10 – bonus, on top = 15 %
                            31.5 of 40 points = 78.75
                          Exams: nothing counts here yet, so it is left out
                          Quizzes: practice, does not count towards the result
                          all points that count, of all that were possible = 78.75
                          rounded half up, as it is shown = 78.8
                          78.8 is grade B, which starts from 60
                          to A, which starts from 80 = 1.2 missing, just below
                        """);
    }

    @Test
    void bonusWorkInACategoryWithNothingElseIsTold() {
        SmallClass made = new SmallClass()
                .piece("a1", "Essay", MAPS, "2026-10-02", 40)
                .piece(new Assessment.Builder(
                                new AssessmentId("a2"), "Extra map", EXAMS, AssessmentKind.MARKS, day("2026-10-03"))
                        .outOf(Optional.of(OutOf.of(10)))
                        .bonus(true)
                        .build())
                .student("Bo", mark("30"), mark("2"));
        made.categories.remove(0);
        made.rules = made.rules.withMethod(Method.ALL_POINTS);
        assertThat(result(made.book(), "Bo"))
                .contains("  Exams: bonus work alone, on top of all points = 5 points\n"
                        + "    Extra map: 2 of 10 – bonus, on top = 20 %\n")
                .contains("  all points that count, of all that were possible = 80\n");
    }

    @Test
    void withoutAnythingThatCountsItSaysSo() {
        SmallClass made = pieces().student("Cy", Entry.of(EntryKind.EXCUSED), Entry.doubt("12?"), mark("31"));
        made.categories.set(2, Category.of(EXAMS, "Exams", Weight.ZERO));
        String text = result(made.book(), "Cy");
        assertThat(text)
                .startsWith("Result of Marsh, Cy = no result: nothing that counts is there yet\n")
                .contains(
                        "River transect: excused = not counted\n",
                        "Coast walk: “12?” is in doubt, not counted until settled = not counted\n",
                        "Soil pit: “31” is in doubt, not counted until settled = not counted\n",
                        "Contours: blank = not counted\n",
                        "  Exams: weight 0, does not count towards the result\n");
        Standing standing = Standing.of(made.book(), YEAR);
        assertThat(ResultWorking.ofRank(standing, standing.of(new StudentId("Cy"))))
                .isEmpty();
    }

    private static Assessment weekly(int fewerThan) {
        return new Assessment.Builder(
                        new AssessmentId("w1"), "Week 6", QUIZZES, AssessmentKind.MARKS, day("2027-02-05"))
                .parts(List.of(
                        new Part(new PartId("warm"), "Warm-up", OutOf.of(15), Weight.of(15)),
                        new Part(new PartId("sheet"), "Field sheet", OutOf.of(50), Weight.of(85))))
                .ceilings(List.of(new Ceiling(
                        fewerThan == 1 ? List.of(new PartId("warm")) : List.of(new PartId("warm"), new PartId("sheet")),
                        Percent.of(40),
                        fewerThan,
                        Percent.of(70))))
                .build();
    }

    private static String piece(SmallClass made) {
        return PieceWorking.of(Counting.of(made.book()), 0, 0).asText();
    }

    @Test
    void partsGatesAndTheCeilingAreTold() {
        SmallClass missed = new SmallClass()
                .piece(weekly(1))
                .student("Dot")
                .part("Dot", "w1", "warm", mark("3"))
                .part("Dot", "w1", "sheet", mark("48"));
        assertThat(piece(missed)).isEqualTo("""
                        Week 6 = 70 %
                          Warm-up (weight 15): 3 of 15 = 20 %
                          Field sheet (weight 85): 48 of 50 = 96 %
                          the parts that count, by their weights = 84.6 %
                          Warm-up asks for 40 %; Warm-up missed, so at most = 70 %
                        """);
        SmallClass passed = new SmallClass()
                .piece(weekly(2))
                .student("Dot")
                .part("Dot", "w1", "warm", Entry.of(EntryKind.ABSENT))
                .part("Dot", "w1", "sheet", mark("48"));
        assertThat(piece(passed)).isEqualTo("""
                        Week 6 = 96 %
                          Warm-up (weight 15): absent = not counted
                          Field sheet (weight 85): 48 of 50 = 96 %
                          the parts that count, by their weights = 96 %
                          2 of Warm-up and Field sheet must reach 40 %; none is missed, so no ceiling
                        """);
        assertThat(piece(new SmallClass().piece(weekly(1)).student("Dot")))
                .startsWith(
                        "Week 6: none of its parts counts = not counted\n  Warm-up (weight 15): blank = not counted\n");
    }

    @Test
    void gradesAndWorkNotHandedInAreTold() {
        SmallClass made = new SmallClass()
                .piece(new Assessment.Builder(
                                new AssessmentId("g1"), "Poster", FIELDWORK, AssessmentKind.GRADES, day("2026-10-02"))
                        .build())
                .student("Eve", Entry.grade("B"))
                .student("Fay", Entry.of(EntryKind.NOT_HANDED_IN))
                .student("Gus", Entry.grade("Z"));
        Counting counting = Counting.of(made.book());
        assertThat(PieceWorking.of(counting, 0, 0).asText()).isEqualTo("Poster: grade B = 70 %\n");
        assertThat(PieceWorking.of(counting, 1, 0).asText())
                .isEqualTo("Poster: not handed in, which counts as a percent of its own = 0 %\n");
        assertThat(PieceWorking.of(counting, 2, 0).asText())
                .isEqualTo("Poster: “Z” is in doubt, not counted until settled = not counted\n");
        made.rules = made.rules.withNotHandedIn(Optional.empty());
        assertThat(PieceWorking.of(Counting.of(made.book()), 1, 0).asText())
                .isEqualTo("Poster: not handed in, which counts nothing in this class = not counted\n");
    }

    @Test
    void aRankNamesThoseLevel() {
        SmallClass made = new SmallClass()
                .piece("a1", "Essay", FIELDWORK, "2026-10-02", 100)
                .student("Ann", mark("90"))
                .student("Bo", mark("70.01"))
                .student("Cy", mark("70"))
                .student("Dot", mark("69.99"))
                .student("Eve", mark("50"));
        Standing standing = Standing.of(made.book(), YEAR);
        assertThat(ResultWorking.ofRank(standing, standing.of(new StudentId("Cy"))))
                .map(Working::asText)
                .contains("""
                        Rank of Marsh, Cy among 5 = =2
                          students with a higher figure on the page = 1
                          level with Marsh, Bo and Marsh, Dot = 70.0
                        """);
        made.rules = made.rules.withRanking(Ranking.DENSE);
        Standing dense = Standing.of(made.book(), YEAR);
        assertThat(ResultWorking.ofRank(dense, dense.of(new StudentId("Eve"))))
                .map(Working::asText)
                .contains("Rank of Marsh, Eve among 5 = 3\n  students with a higher figure on the page = 4\n");
    }

    @Test
    void whatIsPossibleHowItMovedAndWhatIsMeantAreToldToo() {
        SmallClass made = new SmallClass()
                .piece("a1", "Essay", FIELDWORK, "2026-10-02", 100)
                .piece("a2", "Report", FIELDWORK, "2027-01-15", 100)
                .piece("a3", "Survey", FIELDWORK, "2027-02-10", 100)
                .student("Ann", mark("60"), mark("66"))
                .student("Bo", mark("80"), mark("70"), mark("90"));
        Standing year = Standing.of(made.book(), YEAR);
        // The lowest of three is dropped: 0 at worst, 60 at best; (66 + 93.9) ÷ 2 is 79.95, shown as 80.0.
        assertThat(ProspectWorking.ofPossible(year, year.of(new StudentId("Ann")))
                        .asText())
                .isEqualTo("""
                        Still possible for Marsh, Ann: 1 piece remains
                          Survey = blank
                          every open entry at 0 % = 63
                          every open entry at 100 % = 83
                          grade A needs = an average of 93.9 % on what remains
                          grade B needs = nothing more, it is secured
                          grade C needs = nothing more, it is secured
                        """);
        TermSeries series = TermSeries.of(year.counting());
        assertThat(ProspectWorking.ofMovement(made.book(), series, 0, 1))
                .map(Working::asText)
                .contains("""
                        Movement of Marsh, Ann since Term 1 = +6
                          Term 2 = 66
                          less Term 1 = 60
                          up, since it is at least 2
                        """);
        assertThat(ProspectWorking.ofMovement(made.book(), series, 0, 0)).isEmpty();
        assertThat(ProspectWorking.ofCeilings(year, year.of(new StudentId("Bo")))
                        .orElseThrow()
                        .figure())
                .isEqualTo("0");
        Standing second = Standing.of(made.book(), new Span.Terms(Set.of(new TermId("t2"))));
        assertThat(MeanWorking.ofResults(second, Optional.empty()).asText()).isEqualTo("""
                        Mean result of the class = 78
                          Marsh, Ann = 66
                          Marsh, Bo = 90
                          their sum, by 2 = 156 ÷ 2
                        """);
        assertThat(MeanWorking.ofAssessment(second.assessments().get(0), made.students)
                        .asText())
                .contains("Mean of Report = 68\n", "  median = 68 %\n", "  upper quartile = 69 %\n");
        assertThat(MeanWorking.ofPlace(second.assessments().get(0), made.students.get(0), second.book()))
                .map(Working::asText)
                .contains("""
                        Rank of Marsh, Ann in Report among 2 = 2
                          own percent as shown = 66.0
                          students with a higher one = 1
                        """);
        assertThat(PieceWorking.ofEntries(year, year.students().get(0), "blank", entry -> entry.is(EntryKind.BLANK))
                        .asText())
                .isEqualTo("Entries of Marsh, Ann that are blank = 1\n  Survey = blank\n");
        assertThat(ResultWorking.ofSetRank(second, second.of(new StudentId("Bo"))))
                .isEmpty();
    }

    @Test
    void namesAreListedAsTheyAreSpoken() {
        assertThat(Figures.list(List.of())).isEmpty();
        assertThat(Figures.list(List.of("Ann"))).isEqualTo("Ann");
        assertThat(Figures.list(List.of("Ann", "Bo", "Cy"))).isEqualTo("Ann, Bo and Cy");
    }
}
