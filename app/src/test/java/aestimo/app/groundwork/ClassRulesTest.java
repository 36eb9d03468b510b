package aestimo.app.groundwork;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentForm.More;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.roll.RollService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.RunningApp;
import aestimo.core.book.Assessment;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The rules of a class as they are kept, what they move, and what is said before. */
@ExtendWith(RunningApp.class)
class ClassRulesTest {
    private RunningApp app;
    private TeacherId teacher;
    private long year;
    private long classId;
    private List<Long> categoryIds;
    private List<Long> pieces;
    private GroundworkService groundwork;
    private BoundaryService boundaries;
    private CategoryService categories;
    private AssessmentService assessments;

    /** Two categories, a piece in each; Ilva 12 of 20 and a late 40 of 50, Kofi 18 of 20 and nothing handed in. */
    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        groundwork = app.bean(GroundworkService.class);
        boundaries = app.bean(BoundaryService.class);
        categories = app.bean(CategoryService.class);
        assessments = app.bean(AssessmentService.class);
        teacher = app.bean(AccountService.class).create("r" + UUID.randomUUID(), "Test Teacher", "long enough to do");
        run(() -> {
            year = app.bean(YearService.class)
                    .create(
                            teacher,
                            new YearForm(
                                    "2026/27",
                                    0,
                                    List.of(
                                            new TermLine(0, "Term 1", "2026-09-01", "2026-12-11", "40", false),
                                            new TermLine(0, "Term 2", "2027-01-04", "2027-03-26", "60", false))));
            classId = groundwork.createClass(teacher, new ClassForm(year, "9B", "Geography", 2));
            app.bean(RollService.class).save(teacher, classId, "Brandt, Ilva\nOsei, Kofi", "");
            categories.saveWeights(
                    teacher,
                    classId,
                    new WeightsForm(
                            1,
                            List.of(
                                    new CategoryLine(0, "Fieldwork", "40", "circle", 1),
                                    new CategoryLine(0, "Exams", "60", "bar", 2))));
            boundaries.save(
                    teacher,
                    classId,
                    new BoundariesForm(
                            2, List.of(new BandLine("3", "70"), new BandLine("2", "40"), new BandLine("1", "0"))));
            categoryIds = categories.categories(teacher, classId).stream()
                    .map(count -> count.line().id())
                    .toList();
            pieces = List.of(
                    assessments.add(
                            teacher, classId, new AssessmentForm(0, 0, "Walk", categoryIds.get(0), "2026-10-02", "20")),
                    assessments.add(
                            teacher,
                            classId,
                            new AssessmentForm(0, 0, "Paper", categoryIds.get(1), "2027-02-05", "50")));
            type("12", "40 l", "18", "n");
        });
    }

    private void type(String... texts) {
        List<Long> students = app.bean(RollService.class).students(teacher, classId).stream()
                .map(RollService.RollLine::enrolmentId)
                .toList();
        app.bean(EntryService.class)
                .apply(
                        teacher,
                        classId,
                        IntStream.range(0, texts.length)
                                .mapToObj(i -> new TypedEntry(
                                        UUID.randomUUID(), pieces.get(i % 2), students.get(i / 2), 0, texts[i]))
                                .toList());
    }

    private <T> T as(Supplier<T> work) {
        return ActingTeacher.as(teacher, work);
    }

    private void run(Runnable work) {
        as(() -> {
            work.run();
            return true;
        });
    }

    private ClassBook open() {
        return as(() -> app.bean(BookService.class).open(teacher, classId));
    }

    private List<String> results() {
        return Standing.of(open().book(), new Span.Year()).students().stream()
                .map(own -> own.result().orElseThrow().inWords())
                .toList();
    }

    private RulesForm rules(String method, String notHandedIn, String late, String yearResult) {
        return new RulesForm(
                open().row().version(),
                method,
                "1",
                "ROUNDED",
                "2",
                "2",
                "2",
                notHandedIn,
                late,
                yearResult,
                "EXACT",
                "STANDARD");
    }

    private void save(RulesForm form) {
        run(() -> groundwork.saveRules(teacher, classId, form));
    }

    @Test
    void rulesAreKeptAndDecideTheResults() {
        // Ilva 0.4·60 + 0.6·80, Kofi 0.4·90 + 0.6·0.
        assertThat(results()).containsExactly("72.0, grade 3", "36.0, grade 1");
        save(rules("BY_CATEGORY", "0", "10", "POOLED"));
        assertThat(results()).containsExactly("66.0, grade 2", "36.0, grade 1");
        save(rules("BY_CATEGORY", "", "0", "POOLED"));
        assertThat(results()).containsExactly("72.0, grade 3", "90.0, grade 3");
        save(rules("ALL_POINTS", "0", "0", "POOLED"));
        assertThat(results()).containsExactly("74.3, grade 3", "25.7, grade 1");
        save(rules("ALL_POINTS", "20", "0", "WEIGH_TERMS"));
        assertThat(results()).containsExactly("72.0, grade 3", "48.0, grade 2");
        assertThat(open().book().rules().pass()).contains("2");
    }

    @Test
    void whatNoRuleIsIsRefusedInWordsAndNothingIsKept() {
        RulesForm broken = new RulesForm(
                open().row().version(),
                "BY_LOT",
                "7",
                "ROUNDED",
                "-1",
                "0",
                "9",
                "x",
                "101",
                "POOLED",
                "EXACT",
                "DENSE");
        assertThatThrownBy(() -> save(broken))
                .hasMessageContaining("Choose how a result is made.")
                .hasMessageContaining("Decimals cannot be “7”")
                .hasMessageContaining("Just below: -1 % must be 0 or more.")
                .hasMessageContaining("Movement: 0 % must be above 0.")
                .hasMessageContaining("Not handed in is “x”")
                .hasMessageContaining("The late deduction is “101”");
        RulesForm strange = new RulesForm(
                open().row().version(),
                "BY_CATEGORY",
                "1",
                "ROUNDED",
                "2",
                "2",
                "9",
                "0",
                "0",
                "POOLED",
                "EXACT",
                "DENSE");
        assertThatThrownBy(() -> save(strange)).hasMessage("The class has no band 9.");
        assertThat(results()).containsExactly("72.0, grade 3", "36.0, grade 1");
        CategoryLine dropping =
                new CategoryLine(categoryIds.get(0), "Fieldwork", "40", "circle", 1, "EQUAL", 1, true, false);
        CategoryLine exams = new CategoryLine(categoryIds.get(1), "Exams", "60", "bar", 2);
        run(() -> categories.saveWeights(
                teacher, classId, new WeightsForm(open().row().version(), List.of(dropping, exams))));
        assertThatThrownBy(() -> save(rules("ALL_POINTS", "0", "0", "POOLED")))
                .hasMessageContaining("Fieldwork drops its lowest, but results are by all points");
        assertThat(RuleEffects.of(open().book(), new Span.Year()).get("method"))
                .startsWith("By all points is not possible here: Fieldwork drops its lowest");
        save(rules("BY_CATEGORY", "0", "0", "POOLED"));
        assertThatThrownBy(() -> run(() -> boundaries.save(
                        teacher,
                        classId,
                        new BoundariesForm(
                                open().row().version(), List.of(new BandLine("3", "70"), new BandLine("1", "0"))))))
                .hasMessageStartingWith("2 is the pass band of 9B Geography.");
    }

    @Test
    void eachRuleShowsWhatTheOtherChoiceWouldDo() {
        assertThat(RuleEffects.of(open().book(), new Span.Year()))
                .containsEntry("method", "By all points, Kofi Osei would have 25.7, grade 1, instead of 36.0, grade 1.")
                .containsEntry(
                        "notHandedIn",
                        "Left out of the average, Kofi Osei would have 90.0, grade 3, instead of 36.0, grade 1.")
                .containsEntry(
                        "lateDeduction",
                        "With 10 points off late work, Ilva Brandt would have 66.0, grade 2, instead of 72.0, grade 3.")
                .containsEntry("gradeOn", "Graded on the exact result, no result would change.")
                .containsEntry("ranking", "With no rank left out, nobody's rank would change.")
                .containsEntry("borderline", "Just below a boundary now: nobody.")
                .containsEntry("movementAt", "Moved in Term 2: Ilva Brandt and 1 other.");
    }

    @Test
    void whoWouldMoveIsSaidBeforeAnythingIsKept() {
        ClassBook classBook = open();
        WeightsForm form = new WeightsForm(
                classBook.row().version(),
                List.of(
                        new CategoryLine(categoryIds.get(0), "Fieldwork", "70", "circle", 1),
                        new CategoryLine(categoryIds.get(1), "Exams", "60", "bar", 2)));
        WouldMove move = WouldMove.between(classBook.book(), categories.tried(classBook, form), new Span.Year());
        assertThat(move.grades())
                .extracting(own -> own.student() + " " + own.from() + " " + own.way() + " " + own.to())
                .containsExactly("Brandt, Ilva 3 down 2", "Osei, Kofi 1 up 2");
        assertThat(move.words()).isEqualTo("0 grades stay. 2 results move, by 12.5 at most.");
        assertThat(results()).containsExactly("72.0, grade 3", "36.0, grade 1");
    }

    @Test
    void aRetiredCategoryTakesNothingNewAndWhatStandsInItCounts() {
        run(() -> categories.retire(teacher, classId, categoryIds.get(0), true, Map.of()));
        assertThat(results()).containsExactly("72.0, grade 3", "36.0, grade 1");
        AssessmentForm another = new AssessmentForm(0, 0, "Second walk", categoryIds.get(0), "2026-10-09", "20");
        assertThatThrownBy(() -> run(() -> assessments.add(teacher, classId, another)))
                .hasMessage("Fieldwork is retired and takes no new assessment. Choose another category.");
        run(() -> categories.retire(
                teacher, classId, categoryIds.get(0), true, Map.of(pieces.get(0), categoryIds.get(1))));
        assertThat(results()).containsExactly("70.0, grade 3", "45.0, grade 2");
        assertThatThrownBy(() -> run(() -> categories.retire(
                        teacher, classId, categoryIds.get(1), false, Map.of(pieces.get(0), categoryIds.get(0)))))
                .hasMessage("Fieldwork is retired and takes no assessment.");
    }

    @Test
    void anotherOutOfAsksWhatBecomesOfTheMarks() {
        AssessmentForm form = as(() -> assessments.form(teacher, open(), pieces.get(0)));
        assertThatThrownBy(() -> run(() -> assessments.change(teacher, classId, outOf(form, "15", ""))))
                .hasMessage("2 marks are out of 20. Say what becomes of them out of 15: keep, scale, or put in doubt.");
        run(() -> assessments.change(teacher, classId, outOf(form, "15", "scale")));
        assertThat(entries(0)).containsExactly("9", "13.5");
        AssessmentForm scaled = as(() -> assessments.form(teacher, open(), pieces.get(0)));
        run(() -> assessments.change(teacher, classId, outOf(scaled, "10", "keep")));
        assertThat(entries(0)).containsExactly("9", "13.5");
        AssessmentForm kept = as(() -> assessments.form(teacher, open(), pieces.get(0)));
        run(() -> assessments.change(teacher, classId, outOf(kept, "30", "doubt")));
        assertThat(entries(0)).allMatch(words -> words.contains("9/10") || words.contains("13.5/10"));
    }

    private static AssessmentForm outOf(AssessmentForm form, String outOf, String marks) {
        return altered(form, form.title(), outOf, form.more(), marks);
    }

    private static AssessmentForm altered(AssessmentForm form, String title, String outOf, More more, String marks) {
        return new AssessmentForm(
                form.id(),
                form.version(),
                title,
                form.categoryId(),
                form.date(),
                form.kind(),
                outOf,
                more,
                form.parts(),
                form.ceilings(),
                marks);
    }

    private List<String> entries(int piece) {
        ClassBook classBook = open();
        Assessment assessment = classBook.assessment(pieces.get(piece));
        return classBook.book().students().stream()
                .map(student -> classBook.book().entry(student, assessment).toString())
                .toList();
    }

    @Test
    void anExamTermLiesWithinAnotherAndTakesOnlyWhatIsGivenToIt() {
        YearService years = app.bean(YearService.class);
        YearForm now = as(() -> years.year(teacher, year)).toForm();
        TermLine exams = new TermLine(0, "Exams", "2027-02-01", "2027-02-12", "20", true);
        run(() -> years.change(
                teacher,
                year,
                new YearForm(
                        "2026/27", 1, List.of(now.terms().get(0), now.terms().get(1), exams))));
        Assessment paper = open().assessment(pieces.get(1));
        assertThat(open().book().termOf(paper))
                .isEqualTo(open().book().terms().get(1).id());
        long examTerm = Long.parseLong(open().book().terms().get(2).id().text());
        AssessmentForm form = as(() -> assessments.form(teacher, open(), pieces.get(1)));
        run(() -> assessments.change(
                teacher,
                classId,
                altered(
                        form,
                        "Paper",
                        "50",
                        new More(examTerm, "2027-02-10", "2", false, true, 0, "Bring a ruler."),
                        "")));
        ClassBook later = open();
        assertThat(later.book().termOf(later.assessment(pieces.get(1))).text()).isEqualTo(Long.toString(examTerm));
        assertThat(later.assessment(pieces.get(1)).due()).hasToString("2027-02-10");
        YearForm without = new YearForm("2026/27", 2, now.terms());
        assertThatThrownBy(() -> run(() -> years.change(teacher, year, without)))
                .hasMessageStartingWith("1 assessment would be in no term, such as “Paper” of 9B Geography on 5 Feb.");
        TermLine second = now.terms().get(1);
        TermLine longer = new TermLine(now.terms().get(0).id(), "Term 1", "2026-09-01", "2026-09-30", "40", false);
        TermLine earlier = new TermLine(second.id(), "Term 2", "2026-10-01", "2027-03-26", "60", false);
        TermLine kept = as(() -> years.year(teacher, year)).toForm().terms().get(2);
        YearForm moving = new YearForm("2026/27", 2, List.of(longer, earlier, kept));
        assertThatThrownBy(() -> run(() -> years.change(teacher, year, moving)))
                .isInstanceOf(YearService.MovesException.class)
                .hasMessageStartingWith("1 assessment would move to another term: “Walk” of 9B Geography, 2 Oct, from "
                        + "Term 1 to Term 2.");
        run(() -> years.change(teacher, year, new YearForm("2026/27", 2, moving.terms(), true)));
        assertThat(open().book().termOf(open().assessment(pieces.get(0))).text())
                .isEqualTo(Long.toString(second.id()));
    }
}
