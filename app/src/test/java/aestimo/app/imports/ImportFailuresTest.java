package aestimo.app.imports;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.FailingTable;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** An import where something goes wrong: the database in the middle of it, two windows, fields nobody's page has. */
@ExtendWith(RunningApp.class)
class ImportFailuresTest {
    private static final String LIST = """
            No\tName\tTask\tMark\tOut of\tComment\tSupport
            21\tIlva Brandt\tDune walk\t20\t25\tNeat\t
            22\tKofi Osei\tDune walk\tunwell\t25\t\t
            21\tIlva Brandt\tPebbles\t7\t10\t\t
            77\tSam Orford\tPebbles\t8\t10\t\t
            """;

    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private String base;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("21\tBrandt\tIlva\n22\tOsei\tKofi\n");
        own.addCategory("Fieldwork");
        visitor = own.visitor();
        base = own.base() + "/marks/import";
    }

    /** A sheet with a new student, two new assessments, a note and a word that is said to mean absent. */
    private String settled() {
        String opened = location(visitor.post(base, "pasted", LIST)).replaceAll("\\?.*", "");
        String[] fields = PageForm.fields(visitor.get(opened).body(), "settle-form", "meaning", "a");
        visitor.post(opened + "/settle", with(fields, "settle", lineOf(opened, "Sam Orford") + "=add"));
        return opened;
    }

    private static String[] with(String[] fields, String... more) {
        List<String> all = new ArrayList<>(List.of(fields));
        all.addAll(List.of(more));
        return all.toArray(new String[0]);
    }

    private String lineOf(String opened, String name) {
        return OwnClass.found(
                "value=\"([0-9]+)=add\"[^>]*>\\s*Add " + name,
                visitor.get(opened).body());
    }

    private HttpResponse<String> take(String opened) {
        return visitor.post(
                opened + "/import", PageForm.fields(visitor.get(opened).body(), "settle-form"));
    }

    private String state() {
        return own.read(book -> book.book().assessments().size() + " assessments, "
                + book.book().students().size() + " students, " + book.book().countFilled() + " entries");
    }

    private HttpResponse<String> whileItFails(String table, Callable<HttpResponse<String>> work) throws Exception {
        return FailingTable.during(app, "INSERT OR UPDATE OR DELETE", table, work);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "assessment",
                "student",
                "enrolment",
                "entry",
                "imported_entry",
                "change",
                "sheet_import",
                "sheet_layout",
                "import_word"
            })
    void whereverTheDatabaseFailsNothingOfAnImportIsThere(String table) throws Exception {
        String opened = settled();
        String[] fields = PageForm.fields(visitor.get(opened).body(), "settle-form");
        String before = state();
        HttpResponse<String> answer = whileItFails(table, () -> visitor.post(opened + "/import", fields));
        assertThat(answer.statusCode()).isGreaterThanOrEqualTo(500);
        assertThat(answer.body()).contains("Nothing was changed by it.").doesNotContain("the disk is full");
        assertThat(state()).isEqualTo(before);
        assertThat(visitor.get(opened).body())
                .as("what was settled is still there")
                .contains("Nothing has been changed yet.", "1 student joins", "all clear");
        assertThat(take(opened).statusCode()).isEqualTo(302);
        assertThat(state()).isEqualTo("2 assessments, 3 students, 4 entries");
    }

    @ParameterizedTest
    @ValueSource(strings = {"entry", "assessment", "enrolment", "change", "sheet_import", "sheet_layout"})
    void whereverTheDatabaseFailsNothingOfAnImportIsUndone(String table) throws Exception {
        String opened = settled();
        visitor.get(location(take(opened)));
        String before = state();
        HttpResponse<String> answer = whileItFails(table, () -> visitor.post(opened + "/undo"));
        assertThat(answer.statusCode()).isGreaterThanOrEqualTo(500);
        assertThat(state()).isEqualTo(before);
        assertThat(Html.texts(
                        visitor.get(location(visitor.post(opened + "/undo"))).body(), ".notice"))
                .containsExactly("The import is undone: everything is as it was before.");
        assertThat(state()).isEqualTo("0 assessments, 2 students, 0 entries");
    }

    @Test
    void takenInTwoWindowsAtOnceItComesInOnce() throws Exception {
        String opened = settled();
        String[] fields = PageForm.fields(visitor.get(opened).body(), "settle-form");
        CyclicBarrier together = new CyclicBarrier(2);
        ExecutorService windows = Executors.newFixedThreadPool(2);
        try {
            List<Future<String>> answers = new ArrayList<>();
            for (int i = 0; i < 2; i++) {
                answers.add(windows.submit(() -> {
                    together.await();
                    HttpResponse<String> answer = visitor.post(opened + "/import", fields);
                    return answer.statusCode() == 302 ? "imported" : answer.body();
                }));
            }
            List<String> said = List.of(answers.get(0).get(), answers.get(1).get());
            assertThat(said).filteredOn("imported"::equals).hasSize(1);
            assertThat(said)
                    .filteredOn(words -> words.contains("Nothing was done twice."))
                    .hasSize(1);
        } finally {
            windows.shutdownNow();
        }
        assertThat(state()).isEqualTo("2 assessments, 3 students, 4 entries");
    }

    @Test
    void fieldsNoPageHasSettleNothing() {
        OwnClass other = own.another("10A");
        other.addStudents("5\tQuill\tEsme\n");
        String opened = location(visitor.post(base, "pasted", "Name\tWalk /20\nMikel Unknown\t9\nKofi Osei\tunwell\n"))
                .replaceAll("\\?.*", "");
        String[] page = PageForm.fields(visitor.get(opened).body(), "settle-form");
        String before = visitor.get(opened).body().replaceAll("_csrf\"[^>]*", "");
        for (String[] odd : List.of(
                new String[] {"settle", "2=" + other.student("Quill")},
                new String[] {"settle", "2=9223372036854775807"},
                new String[] {"settle", "=add"},
                new String[] {"settle", "99999999999999999999=add"},
                new String[] {"all", "everybody"},
                new String[] {"all", "add", "shown", "3"},
                new String[] {"word", "unwell", "meaning", "top grade"},
                new String[] {"word", "x".repeat(4_000), "meaning", "a"},
                new String[] {"tries", "worst"},
                new String[] {"monthFirst", "perhaps"})) {
            assertThat(visitor.post(opened + "/settle", with(page, odd)).statusCode())
                    .as(String.join(" ", odd))
                    .isEqualTo(302);
            String after = visitor.get(opened).body();
            assertThat(after)
                    .as(String.join(" ", odd))
                    .contains("1 not in the class · 1 word to settle", "Import 1 mark<");
        }
        assertThat(before).contains("1 not in the class · 1 word to settle");
        for (String number : List.of("-1", "0", "7", "x", "")) {
            assertThat(visitor.get(location(visitor.post(opened + "/page", "page", number)))
                            .body())
                    .as(number)
                    .contains("The file has no such sheet.");
        }
        assertThat(own.<List<String>>read(book -> book.book().students().stream()
                        .map(student -> student.family())
                        .toList()))
                .containsExactlyInAnyOrder("Brandt", "Osei");
    }

    @Test
    void anAssessmentRemovedMeanwhileStopsTheImportWithAWayOn() {
        own.addPiece(
                "Walk", own.read(book -> book.book().categories().get(0).id().text()), "2027-02-05", "20");
        String opened = location(visitor.post(base, "pasted", "Name\tWalk\nIlva Brandt\t9\n"))
                .replaceAll("\\?.*", "");
        String[] fields = PageForm.fields(visitor.get(opened).body(), "settle-form");
        visitor.post(own.base() + "/assessments/" + own.piece("Walk") + "/remove");
        HttpResponse<String> answer = visitor.post(opened + "/import", fields);
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body()).contains("Choose what “Walk” holds.");
        assertThat(own.<Boolean>read(ImportFailuresTest::isEmpty)).isTrue();
    }

    private static boolean isEmpty(ClassBook book) {
        return book.book().countFilled() == 0;
    }
}
