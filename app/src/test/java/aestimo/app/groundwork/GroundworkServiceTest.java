package aestimo.app.groundwork;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.roll.RollService;
import aestimo.app.roll.RosterPreview;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What the groundwork refuses, in which words, and that a refusal changes nothing. */
@ExtendWith(RunningApp.class)
class GroundworkServiceTest {
    private static final List<TermLine> TERMS = List.of(
            new TermLine(0, "Term 1", "2026-09-01", "2026-12-11"),
            new TermLine(0, "Term 2", "2027-01-04", "2027-03-26"));

    private RunningApp app;
    private TeacherId teacher;
    private long year;
    private long classId;
    private GroundworkService groundwork;
    private BoundaryService boundaries;
    private CategoryService categories;
    private YearService years;
    private RollService roll;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        groundwork = app.bean(GroundworkService.class);
        boundaries = app.bean(BoundaryService.class);
        categories = app.bean(CategoryService.class);
        years = app.bean(YearService.class);
        roll = app.bean(RollService.class);
        teacher = app.bean(AccountService.class).create("g" + UUID.randomUUID(), "Test Teacher", "long enough to do");
        year = as(() -> years.create(teacher, new YearForm("2026/27", 0, TERMS)));
        classId = as(() -> groundwork.createClass(teacher, new ClassForm(year, "9B", "Geography", 2)));
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

    private WeightsForm weights(int version, String... namesAndWeights) {
        return new WeightsForm(
                version,
                Stream.of(namesAndWeights)
                        .map(pair -> pair.split("="))
                        .map(pair -> new CategoryLine(0, pair[0], pair[1], "circle", 1))
                        .toList());
    }

    private BoundariesForm bands(int version, String... labelsAndFroms) {
        return new BoundariesForm(
                version,
                Stream.of(labelsAndFroms)
                        .map(pair -> pair.split("="))
                        .map(pair -> new BandLine(pair[0], pair[1]))
                        .toList());
    }

    private List<String> weighed() {
        return as(() -> categories.categories(teacher, classId)).stream()
                .map(count -> count.line().name() + " " + count.line().weight())
                .toList();
    }

    @Test
    void weightsMustMakeExactlyAHundred() {
        assertThatThrownBy(() ->
                        run(() -> categories.saveWeights(teacher, classId, weights(1, "Fieldwork=30", "Exams=65"))))
                .isInstanceOf(FormException.class)
                .hasMessage("Weights make 95. They must make 100.");
        assertThatThrownBy(
                        () -> run(() -> categories.saveWeights(teacher, classId, weights(1, "A=33.3333", "B=66.6666"))))
                .hasMessage("Weights make 99.9999. They must make 100.");
        assertThatThrownBy(() -> run(
                        () -> categories.saveWeights(teacher, classId, weights(1, "A=-5", "B=x", "B=100", "C=101"))))
                .hasMessageContaining("The weight of B is “x”.")
                .hasMessageContaining("two categories called B");
        assertThat(weighed()).isEmpty();
        run(() -> categories.saveWeights(teacher, classId, weights(1, "Fieldwork=33.3333", "Exams=66.6667")));
        assertThat(weighed()).containsExactly("Fieldwork 33.3333", "Exams 66.6667");
    }

    @Test
    void namesCanSwapPlacesAndACategoryWithWorkStays() {
        run(() -> categories.saveWeights(teacher, classId, weights(1, "A=40", "B=60")));
        List<CategoryLine> lines = as(() -> categories.categories(teacher, classId)).stream()
                .map(CategoryService.CategoryCount::line)
                .toList();
        CategoryLine a = new CategoryLine(lines.get(0).id(), "B", "40", "ring", 3);
        CategoryLine b = new CategoryLine(lines.get(1).id(), "A", "60", "bar", 4);
        run(() -> categories.saveWeights(teacher, classId, new WeightsForm(2, List.of(b, a))));
        assertThat(weighed()).containsExactly("A 60", "B 40");
        run(() -> app.bean(AssessmentService.class)
                .add(teacher, classId, new AssessmentForm(0, 0, "Quiz", a.id(), "2027-02-05", "15")));
        assertThatThrownBy(() -> run(() -> categories.saveWeights(
                        teacher, classId, new WeightsForm(3, List.of(new CategoryLine(b.id(), "A", "100", "bar", 4))))))
                .hasMessage("B holds 1 assessment. Move them to another category first, or retire it.");
        assertThat(weighed()).containsExactly("A 60", "B 40");
    }

    @Test
    void twoWindowsDoNotOverwriteEachOtherUnseen() {
        run(() -> categories.saveWeights(teacher, classId, weights(1, "A=100")));
        assertThatThrownBy(() -> run(() -> categories.saveWeights(teacher, classId, weights(1, "B=100"))))
                .hasMessageContaining("changed in another window")
                .hasMessageContaining("A 100");
        assertThatThrownBy(() -> run(() -> boundaries.save(teacher, classId, bands(1, "7=85", "1=0"))))
                .hasMessageContaining("changed in another window");
        assertThat(weighed()).containsExactly("A 100");
    }

    @Test
    void boundariesAreRefusedInWords() {
        assertThatThrownBy(() -> run(() -> boundaries.save(teacher, classId, bands(1, "7=60", "6=85", "5=x", "4=10"))))
                .hasMessageContaining("5 starts from “x”")
                .hasMessageContaining("6 starts from 85, which is not below 7 from 60.")
                .hasMessageContaining("The lowest band must start from 0");
        run(() -> boundaries.save(teacher, classId, bands(1, "7=84.5", "1=0")));
        assertThat(as(() -> app.bean(BookService.class).open(teacher, classId))
                        .book()
                        .boundaries()
                        .bands())
                .extracting(band -> band.label() + " " + band.from().exact())
                .containsExactly("7 169/2", "1 0");
        run(() -> boundaries.save(teacher, classId, new BoundariesForm(2, List.of())));
        assertThat(as(() -> app.bean(BookService.class).open(teacher, classId))
                        .book()
                        .boundaries()
                        .isEmpty())
                .isTrue();
    }

    @Test
    void termsNeitherOverlapNorLeaveAnAssessmentOutside() {
        assertThatThrownBy(() -> run(() -> years.create(
                        teacher,
                        new YearForm(
                                "",
                                0,
                                List.of(
                                        new TermLine(0, "One", "2026-09-01", "2026-12-11"),
                                        new TermLine(0, "One", "2026-12-11", "2026-12-01"),
                                        new TermLine(0, "Two", "2026-12-11", "2027-01-10"))))))
                .hasMessageContaining("The year needs a name")
                .hasMessageContaining("“One” is there twice")
                .hasMessageContaining("“One” ends on 1 Dec, before it starts on 11 Dec.")
                .hasMessageContaining("“One” and “Two” overlap");
        run(() -> categories.saveWeights(teacher, classId, weights(1, "A=100")));
        long category =
                as(() -> categories.categories(teacher, classId)).get(0).line().id();
        run(() -> app.bean(AssessmentService.class)
                .add(teacher, classId, new AssessmentForm(0, 0, "Quiz", category, "2027-02-05", "15")));
        YearForm shorter = new YearForm("2026/27", 1, List.of(TERMS.get(0)));
        assertThatThrownBy(() -> run(() -> years.change(teacher, year, shorter)))
                .hasMessageContaining("1 assessment would be in no term, such as “Quiz” of 9B Geography on 5 Feb.");
        assertThat(as(() -> years.year(teacher, year)).terms()).hasSize(2);
        assertThatThrownBy(() -> run(() -> app.bean(AssessmentService.class)
                        .add(teacher, classId, new AssessmentForm(0, 0, "", 0, "2026-12-24", "0"))))
                .hasMessageContaining("needs a title")
                .hasMessageContaining("Choose the category")
                .hasMessageContaining("24 Dec 2026 is in no term.")
                .hasMessageContaining("Out of “0” is not valid.");
    }

    @Test
    void aPastedListAddsNobodyTwice() {
        String pasted = "Number\tName\tSet\n1\tBrandt, Ilva\tNorth\n2\tOsei, Kofi\tSouth\n2\tOsei, Kofi\tSouth\n";
        RosterPreview preview = as(() -> roll.preview(teacher, classId, pasted, ""));
        assertThat(preview.taken()).isEqualTo(2);
        assertThat(preview.lines().get(2).words()).startsWith("Already listed further up");
        assertThat(as(() -> roll.students(teacher, classId))).isEmpty();
        assertThat(as(() -> roll.save(teacher, classId, pasted, "2027-01-11"))).isEqualTo(2);
        assertThatThrownBy(() -> run(() -> roll.save(teacher, classId, pasted, "")))
                .hasMessage("There is no new student in what was pasted. Nothing was changed.");
        long other = as(() -> groundwork.createClass(teacher, new ClassForm(year, "10A", "", 3)));
        preview = as(() -> roll.preview(teacher, other, "1\tBrandt\tIlva\n2\tOther\tName\n3\tNew\tNina", ""));
        assertThat(preview.lines())
                .extracting(RosterPreview.Line::outcome)
                .containsExactly(
                        RosterPreview.Outcome.KNOWN, RosterPreview.Outcome.LEFT_OUT, RosterPreview.Outcome.NEW);
        assertThat(preview.lines().get(1).words()).contains("Number 2 is Osei, Kofi");
    }

    @Test
    void theListIsSavedWholeOrNotAtAll() {
        run(() -> roll.save(teacher, classId, "Brandt, Ilva\nOsei, Kofi\nQuill, Esme", ""));
        List<RollService.RollLine> lines = as(() -> roll.students(teacher, classId));
        RollService.RollLine brandt = lines.get(0);
        RollService.RollLine renamed =
                new RollService.RollLine(brandt.enrolmentId(), "77", "Brandt-Osei", "Ilva", "North", "", "", true);
        RollService.RollLine broken = new RollService.RollLine(
                lines.get(1).enrolmentId(), "77", "Osei", "Kofi", "", "2027-02-01", "2027-01-01", true);
        assertThatThrownBy(() -> run(() -> roll.save(teacher, classId, List.of(renamed, broken), Set.of())))
                .hasMessage("Osei, Kofi cannot have left on 2027-01-01, before joining on 2027-02-01.");
        assertThat(as(() -> roll.students(teacher, classId))).isEqualTo(lines);
        run(() -> roll.save(
                teacher,
                classId,
                List.of(renamed, lines.get(1), lines.get(2)),
                Set.of(lines.get(2).enrolmentId())));
        assertThat(as(() -> roll.students(teacher, classId)))
                .extracting(RollService.RollLine::family)
                .containsExactly("Brandt-Osei", "Osei");
    }
}
