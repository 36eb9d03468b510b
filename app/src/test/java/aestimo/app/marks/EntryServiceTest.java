package aestimo.app.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.Change;
import aestimo.app.changes.ChangeService;
import aestimo.app.groundwork.CategoryService;
import aestimo.app.groundwork.Forms;
import aestimo.app.groundwork.GroundworkService;
import aestimo.app.groundwork.YearService;
import aestimo.app.marks.EntryService.Outcome;
import aestimo.app.roll.RollService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import aestimo.core.looseend.LooseEnds;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What is typed is kept: once, never over another's, with its record. Each test has a class of its own. */
@ExtendWith(RunningApp.class)
class EntryServiceTest {
    private RunningApp app;
    private TeacherId teacher;
    private long classId;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        teacher = app.bean(AccountService.class).create("t" + UUID.randomUUID(), "Test Teacher", "long enough to do");
        classId = as(() -> {
            long year = app.bean(YearService.class)
                    .create(
                            teacher,
                            new Forms.YearForm(
                                    "2026/27",
                                    0,
                                    List.of(new Forms.TermLine(0, "Term 2", "2027-01-04", "2027-03-26"))));
            long id = app.bean(GroundworkService.class).createClass(teacher, new Forms.ClassForm(year, "9B", "", 1));
            app.bean(RollService.class).save(teacher, id, "Brandt, Ilva\nOsei, Kofi", "");
            app.bean(CategoryService.class)
                    .saveWeights(
                            teacher,
                            id,
                            new Forms.WeightsForm(1, List.of(new Forms.CategoryLine(0, "Tests", "100", "circle", 1))));
            long category = app.bean(CategoryService.class)
                    .categories(teacher, id)
                    .get(0)
                    .line()
                    .id();
            app.bean(AssessmentService.class)
                    .add(teacher, id, new AssessmentForm(0, 0, "Quiz", category, "2027-02-05", "15"));
            return id;
        });
    }

    private <T> T as(Supplier<T> work) {
        return ActingTeacher.as(teacher, work);
    }

    private ClassBook book() {
        return as(() -> app.bean(BookService.class).open(teacher, classId));
    }

    private TypedEntry typed(UUID id, int base, String text) {
        ClassBook book = book();
        return new TypedEntry(
                id,
                ClassBook.id(book.book().assessments().get(0)),
                ClassBook.id(book.book().students().get(0)),
                base,
                text);
    }

    private Outcome apply(TypedEntry typed) {
        EntryService.Applied applied = as(() -> app.bean(EntryService.class).apply(teacher, classId, List.of(typed)));
        // What is answered is what stands in the database.
        assertThat(stands(applied.classBook())).isEqualTo(stands());
        return applied.outcomes().get(0);
    }

    private static String stands(ClassBook book) {
        return book.entry(cell(book)) + " v" + book.version(cell(book));
    }

    private static CellId cell(ClassBook book) {
        return ClassBook.cell(
                book.book().students().get(0), book.book().assessments().get(0), 0);
    }

    private String stands() {
        return stands(book());
    }

    private List<String> changes() {
        ClassBook book = book();
        return as(() -> app.bean(ChangeService.class).ofCell(teacher, cell(book))).stream()
                .map((Change change) -> change.was() + "→" + change.became())
                .toList();
    }

    @Test
    void everyAlterationIsKeptWithItsRecord() {
        assertThat(apply(typed(UUID.randomUUID(), 0, "12"))).isEqualTo(Outcome.WRITTEN);
        assertThat(apply(typed(UUID.randomUUID(), 1, "abs"))).isEqualTo(Outcome.WRITTEN);
        assertThat(apply(typed(UUID.randomUUID(), 2, "abs"))).isEqualTo(Outcome.STOOD_ALREADY);
        assertThat(apply(typed(UUID.randomUUID(), 2, ""))).isEqualTo(Outcome.WRITTEN);
        assertThat(stands()).isEqualTo(" v3");
        assertThat(changes()).containsExactly("→12", "12→absent", "absent→");
    }

    @Test
    void whatIsDeliveredTwiceIsAppliedOnce() {
        UUID id = UUID.randomUUID();
        assertThat(apply(typed(id, 0, "12"))).isEqualTo(Outcome.WRITTEN);
        assertThat(apply(typed(UUID.randomUUID(), 1, "13"))).isEqualTo(Outcome.WRITTEN);
        assertThat(apply(typed(id, 0, "12"))).isEqualTo(Outcome.OVERTAKEN);
        assertThat(stands()).isEqualTo("13 v2");
        assertThat(changes()).containsExactly("→12", "12→13");
    }

    private TypedEntry after(List<UUID> over, UUID id, int base, String text) {
        TypedEntry typed = typed(id, base, text);
        return new TypedEntry(id, typed.assessment(), typed.student(), 0, base, text, "typed", over);
    }

    @Test
    void whatFollowsAnEntryWhoseAnswerWasLostGoesOverIt() {
        UUID lost = UUID.randomUUID();
        apply(typed(lost, 0, "5"));
        UUID next = UUID.randomUUID();
        assertThat(apply(after(List.of(lost), next, 0, "6"))).isEqualTo(Outcome.WRITTEN);
        assertThat(stands()).isEqualTo("6 v2");
        assertThat(changes()).containsExactly("→5", "5→6");
        // Its own answer lost as well, it comes once more; and the next goes over both.
        assertThat(apply(after(List.of(lost), next, 0, "6"))).isEqualTo(Outcome.STOOD_ALREADY);
        assertThat(apply(after(List.of(lost, next), UUID.randomUUID(), 0, ""))).isEqualTo(Outcome.WRITTEN);
        assertThat(stands()).isEqualTo(" v3");
    }

    @Test
    void whatFollowsALostAnswerNeverGoesOverAnotherWindows() {
        UUID lost = UUID.randomUUID();
        apply(typed(lost, 0, "5"));
        apply(typed(UUID.randomUUID(), 1, "9"));
        assertThat(apply(after(List.of(lost), UUID.randomUUID(), 0, "6"))).isEqualTo(Outcome.ALTERED_ELSEWHERE);
        // One that never arrived gives no right to what another window put there.
        assertThat(apply(after(List.of(UUID.randomUUID()), UUID.randomUUID(), 0, "6")))
                .isEqualTo(Outcome.ALTERED_ELSEWHERE);
        assertThat(stands()).isEqualTo("9 v2");
        assertThatThrownBy(() -> apply(after(Collections.nCopies(51, UUID.randomUUID()), UUID.randomUUID(), 0, "6")))
                .isInstanceOf(FormException.class)
                .hasMessage("An entry names over 50 earlier ones, or one without an id. None was saved.");
    }

    @Test
    void whatWasAlteredElsewhereIsNotOverwritten() {
        apply(typed(UUID.randomUUID(), 0, "12"));
        assertThat(apply(typed(UUID.randomUUID(), 0, "9"))).isEqualTo(Outcome.ALTERED_ELSEWHERE);
        assertThat(apply(typed(UUID.randomUUID(), 7, "9"))).isEqualTo(Outcome.ALTERED_ELSEWHERE);
        assertThat(stands()).isEqualTo("12 v1");
        assertThat(changes()).containsExactly("→12");
    }

    @Test
    void ofManyAtTheSameMomentOneWinsAndTheSameOneIsAppliedOnce() throws Exception {
        UUID same = UUID.randomUUID();
        List<Callable<Outcome>> tries = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            TypedEntry typed = typed(i < 4 ? same : UUID.randomUUID(), 0, i < 4 ? "7" : "1" + i);
            tries.add(() -> as(() -> app.bean(EntryService.class).apply(teacher, classId, List.of(typed)))
                    .outcomes()
                    .get(0));
        }
        ExecutorService threads = Executors.newFixedThreadPool(8);
        List<Outcome> outcomes = new ArrayList<>();
        for (Future<Outcome> outcome : threads.invokeAll(tries)) {
            outcomes.add(outcome.get());
        }
        threads.shutdown();
        long kept = outcomes.stream().filter(Outcome::isKept).count();
        assertThat(kept).isEqualTo(stands().startsWith("7 ") ? 4 : 1);
        assertThat(stands()).endsWith(" v1");
        assertThat(changes()).hasSize(1);
    }

    @Test
    void aMarkOverTheOutOfAndWordsNotUnderstoodAreKeptInDoubt() {
        apply(typed(UUID.randomUUID(), 0, "18"));
        assertThat(stands()).isEqualTo("18 v1");
        assertThat(LooseEnds.of(book().book()))
                .extracting(end -> end.kind().code())
                .contains("in-doubt")
                .hasSize(2);
        apply(typed(UUID.randomUUID(), 1, "lost? ask <b>mum</b>"));
        assertThat(stands()).isEqualTo("lost? ask <b>mum</b> v2");
        assertThat(LooseEnds.of(book().book()))
                .extracting(end -> end.kind().code())
                .contains("in-doubt")
                .hasSize(2);
    }

    @Test
    void aBatchWithOneThatCannotBeTakenChangesNothing() {
        TypedEntry good = typed(UUID.randomUUID(), 0, "12");
        TypedEntry tooLong = typed(UUID.randomUUID(), 0, "x".repeat(201));
        assertThatThrownBy(() -> as(() -> app.bean(EntryService.class).apply(teacher, classId, List.of(good, tooLong))))
                .isInstanceOf(FormException.class)
                .hasMessage("An entry has over 200 characters. It was not saved.");
        assertThat(stands()).isEqualTo(" v0");
        assertThat(changes()).isEmpty();
    }
}
