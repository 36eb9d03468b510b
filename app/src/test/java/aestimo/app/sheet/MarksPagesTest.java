package aestimo.app.sheet;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The pages as a browser without scripts sees them: what forms answer, what is escaped, what is deleted. */
@ExtendWith(RunningApp.class)
class MarksPagesTest {
    private static final String EVIL = "<script>alert('x')</script>";

    private OwnClass own;
    private Visitor visitor;
    private String base;
    private String category;

    @BeforeEach
    void makeAClassByItsForms(RunningApp app) {
        own = new OwnClass(app, EVIL);
        own.addStudents("Brandt, Ilva\n=cmd, " + EVIL + "\n");
        visitor = own.visitor();
        base = own.base();
        category = own.addCategory("Tests");
    }

    private HttpResponse<String> addQuiz(String title, String date, String outOf) {
        return own.addPiece(title, category, date, outOf);
    }

    private String type(String assessment, String text) {
        String student =
                Html.value(visitor.get(base + "/marks").body(), "tr:has(th.name a:contains(Brandt))", "data-s");
        return visitor.put(
                        base + "/entries",
                        "[{\"id\": \"" + UUID.randomUUID() + "\", \"assessment\": " + assessment + ", \"student\": "
                                + student + ", \"part\": 0, \"base\": 0, \"text\": \"" + text + "\"}]")
                .body();
    }

    @Test
    void aRefusedFormShowsEverythingTypedAndWhy() {
        HttpResponse<String> answer = addQuiz("Contours & quiz", "2027-05-01", "0");
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body())
                .contains("1 May 2027 is in no term.")
                .contains("Out of “0” is not valid.")
                .contains("value=\"Contours &amp; quiz\"")
                .contains("value=\"2027-05-01\"");
        assertThat(visitor.get(base + "/marks").body()).contains("No assessments yet");
    }

    @Test
    void whatManyEntriesWouldDoNamesEverybodyWhoseGradeChanges() {
        own.setBands("A", "50", "B", "0");
        StringBuilder names = new StringBuilder("Name\n");
        for (int i = 0; i < 18; i++) {
            names.append("Many").append((char) ('a' + i)).append(", Ada\n");
        }
        own.addStudents(names.toString());
        addQuiz("Quiz", "2027-02-05", "10");
        StringBuilder typed = new StringBuilder("[");
        for (int i = 0; i < 18; i++) {
            own.type("Many" + (char) ('a' + i), "Quiz", "1");
            typed.append(i == 0 ? "" : ",")
                    .append(
                            "{\"id\": \"%s\", \"assessment\": %d, \"student\": %s, \"part\": 0, \"base\": 1, \"text\": \"9\"}"
                                    .formatted(
                                            UUID.randomUUID(),
                                            own.piece("Quiz"),
                                            own.student("Many" + (char) ('a' + i))));
        }
        String look = visitor.ask(base + "/entries/preview", typed + "]").body();
        assertThat(look).contains("\"over\":18", "Manya, Ada B → A", "Manyr, Ada B → A");
        assertThat(look.split("B → A", -1)).hasSize(19);
    }

    @Test
    void aClassWithoutResultsHasNeitherWeightsNorRanksNorMeans() {
        OwnClass tutor = own.another("9T");
        visitor.post(
                tutor.base() + "/groundwork/class",
                "version",
                tutor.read(book -> Integer.toString(book.row().version())),
                "name",
                "9T",
                "subject",
                "",
                "tint",
                "3",
                "withoutResults",
                "true");
        tutor.addStudents("Name\nBrandt, Ilva\n");
        visitor.post(
                tutor.base() + "/groundwork/weights",
                "version",
                tutor.read(book -> Integer.toString(book.row().version())),
                "categoryName",
                "Forms",
                "weight",
                "",
                "say",
                "practice",
                "shape",
                "ring",
                "tint",
                "3");
        String weights = visitor.get(tutor.base() + "/groundwork/weights").body();
        assertThat(weights)
                .contains("Save the categories", "data-sums=\"false\"", "value=\"Forms\"")
                .doesNotContain("id=\"boundaries\"", "Save the weights", ">makes<");
        tutor.addPiece(
                "Letter",
                tutor.read(book -> book.book().categories().get(0).id().text()),
                "2027-02-05",
                "10");
        String sheet = visitor.get(tutor.base() + "/marks").body();
        assertThat(sheet)
                .contains("It takes no results")
                .containsPattern("<th class=\"result\" scope=\"col\" hidden=\"hidden\">Result")
                .containsPattern("<tr data-foot=\"[a-z-]+\" hidden=\"hidden\">")
                .doesNotContain("have a result", ">Standing<", ">Targets<", ">To school<");
        for (String path : List.of("/standing", "/targets", "/to-school")) {
            assertThat(visitor.get(tutor.base() + path).body()).as(path).contains("This class takes no results");
        }
    }

    @Test
    void whateverIsTypedIsEscapedOnEveryPage() {
        addQuiz(EVIL, "2027-02-05", "15");
        String assessment = Html.value(visitor.get(base + "/marks").body(), "[data-a]", "data-a");
        type(assessment, "<b>bold</b>");
        for (String path : new String[] {
            "/",
            "/account",
            "/loose-ends",
            base + "/marks",
            base + "/marks?ends",
            base + "/run?assessment=" + assessment,
            base + "/notes",
            base + "/marks?edit=" + assessment,
            base + "/groundwork/students",
            base + "/groundwork/weights",
            base + "/groundwork/class"
        }) {
            assertThat(visitor.get(path).body())
                    .as(path)
                    .doesNotContain("<script>alert")
                    .doesNotContain("<b>bold");
        }
        String student = Html.value(visitor.get(base + "/marks").body(), "[data-s]", "data-s");
        assertThat(visitor.get(base + "/margin?student=" + student + "&assessment=" + assessment)
                        .body())
                .contains("&lt;script&gt;")
                .doesNotContain("<script>");
    }

    @Test
    void anAnswerTellsHowTheEntryWasUnderstoodAndWhatItMoved() {
        addQuiz("Quiz", "2027-02-05", "15");
        String assessment = Html.value(visitor.get(base + "/marks").body(), "[data-a]", "data-a");
        assertThat(type(assessment, "12 l"))
                .contains("\"kept\":true", "data-late", "12, late", "\"kind\":\"mark\"", "\"typed\":\"12 l\"")
                .contains("\"result\":\"80.0\"", "\"filled\":1", "\"version\":1")
                .doesNotContain("attribute");
        assertThat(type(assessment, "13")).contains("\"kept\":false", ">12</td>");
    }

    @Test
    void anAssessmentIsChangedWithoutLosingAnythingAndTakenOff() {
        addQuiz("Quiz", "2027-02-05", "15");
        String assessment = Html.value(visitor.get(base + "/marks").body(), "[data-a]", "data-a");
        type(assessment, "12");
        String change = base + "/assessments/" + assessment;
        assertThat(visitor.post(
                                change,
                                "version",
                                "1",
                                "title",
                                "Quiz 1",
                                "category",
                                category,
                                "date",
                                "2027-02-08",
                                "outOf",
                                "10")
                        .body())
                .contains("1 mark is out of 15.")
                .contains("scale them, to four places");
        assertThat(location(visitor.post(
                        change,
                        "version",
                        "1",
                        "title",
                        "Quiz 1",
                        "category",
                        category,
                        "date",
                        "2027-02-08",
                        "outOf",
                        "10",
                        "marks",
                        "keep")))
                .startsWith(base + "/marks");
        String page = visitor.get(base + "/marks").body();
        assertThat(page).contains("Quiz 1").contains("/10 · 8 Feb").contains("12 is more than the out-of 10.");
        assertThat(visitor.post(
                                change,
                                "version",
                                "1",
                                "title",
                                "Quiz 2",
                                "category",
                                category,
                                "date",
                                "2027-02-08",
                                "outOf",
                                "10")
                        .body())
                .contains("changed in another window")
                .contains("value=\"Quiz 2\"");
        assertThat(visitor.get(base + "/marks?edit=" + assessment).body()).contains("1 entry goes with it.");
        addQuiz("Mistaken", "2027-02-09", "15");
        String mistaken =
                Html.value(visitor.get(base + "/marks").body(), "[data-a]:has(a span:contains(Mistaken))", "data-a");
        visitor.post(base + "/assessments/" + mistaken + "/remove");
        assertThat(visitor.get(base + "/marks").body()).contains("Quiz 1").doesNotContain("Mistaken");
    }

    @Test
    void theTableIsTakenAwaySafely() {
        addQuiz("=SUM(A1)", "2027-02-05", "15");
        HttpResponse<String> csv = visitor.get(base + "/marks.csv");
        assertThat(csv.headers().firstValue("Content-Type")).contains("text/csv;charset=UTF-8");
        assertThat(csv.headers().firstValue("Content-Disposition").orElse("")).startsWith("attachment");
        assertThat(csv.body())
                .contains(",\"'=SUM(A1) (2027-02-05, out of 15)\",")
                .contains("\r\n,'=cmd,<script>alert('x')</script>,,")
                .contains("\r\n,Brandt,Ilva,,");
        HttpResponse<String> xlsx = visitor.get(base + "/marks.xlsx?span=year");
        assertThat(xlsx.statusCode()).isEqualTo(200);
        assertThat(xlsx.body()).startsWith("PK");
    }

    @Test
    void aFormSentTwiceIsKeptOnce() {
        String pasted = "Quill, Esme\n";
        assertThat(location(visitor.post(base + "/groundwork/students/save", "pasted", pasted)))
                .contains("/groundwork/students");
        assertThat(visitor.post(base + "/groundwork/students/save", "pasted", pasted)
                        .body())
                .contains("There is no new student in what was pasted.");
        assertThat(visitor.get(base + "/groundwork/students").body().split("value=\"Quill\""))
                .hasSize(2);
        assertThat(visitor.post(base + "/groundwork/students/preview", "pasted", " ")
                        .body())
                .contains("Nothing was pasted and no file was chosen.");
    }

    @Test
    void notesAndMemosStandBesideTheEntryAndAreNeverPutOverUnseen() {
        addQuiz("Quiz", "2027-02-05", "15");
        String cell = own.read(book -> {
            var at = ClassBook.cell(
                    book.book().students().get(0), book.book().assessments().get(0), 0);
            return "\"assessment\": %d, \"student\": %d, \"part\": 0".formatted(at.assessmentId(), at.enrolmentId());
        });
        String keep = "{%s, \"wasNote\": \"%s\", \"wasMemo\": \"\", \"note\": \"%s\", \"memo\": \"%s\"}";
        String remarks = base + "/entries/remarks";
        assertThat(visitor.put(remarks, keep.formatted(cell, "", "Show the scale. <b>", "Ask at home"))
                        .statusCode())
                .isEqualTo(200);
        // A note on a cell never touched does not stand in the way of its first entry.
        String student = own.read(book -> book.book().students().get(0).family());
        assertThat(own.type(student, "Quiz", "12")).contains("\"kept\":true", "is-noted");
        assertThat(visitor.get(base + "/marks?student="
                                + own.read(book ->
                                        book.book().students().get(0).id().text())
                                + "&assessment=" + own.piece("Quiz"))
                        .body())
                .contains("Show the scale. &lt;b&gt;", "Ask at home");
        assertThat(visitor.put(remarks, keep.formatted(cell, "", "Another", "")).body())
                .contains("It was altered in another window meanwhile", "Show the scale.");
        assertThat(visitor.put(remarks, keep.formatted(cell, "Show the scale. <b>", "x".repeat(501), ""))
                        .statusCode())
                .isEqualTo(422);
        assertThat(visitor.get(base + "/marks.csv").body()).doesNotContain("Ask at home");
    }

    @Test
    void everyChangeIsListedFilteredTakenAwayAndUndone() {
        addQuiz("Quiz", "2027-02-05", "15");
        addQuiz("Other", "2027-02-06", "15");
        own.type("Brandt", "Quiz", "12");
        own.type("Brandt", "Quiz", "13");
        own.type("Brandt", "Other", "7");
        String changes = base + "/changes";
        String all = visitor.get(changes).body();
        assertThat(all).contains("Quiz", "Other", "typed", "groundwork").doesNotContain("<script>alert");
        String quiz = visitor.get(
                        changes + "?ofAssessment=" + own.piece("Quiz") + "&how=typed&since=2027-02-24&until=2027-02-24")
                .body();
        assertThat(quiz.split("name=\"change\"")).hasSize(3);
        assertThat(visitor.get(changes + "?since=2027-02-25").body()).contains("No such change");
        assertThat(visitor.get(changes + "/csv?how=typed").body())
                .contains("When,Number,Student", "Brandt", ",12,13,typed")
                .as("a time says its zone")
                .containsPattern("\n2027-02-24T[0-9:]{8}(Z|[+-][0-9]{2}:[0-9]{2}),");
        String latest = found("name=\"change\" value=\"(\\d+)\"", quiz);
        assertThat(visitor.get(location(visitor.post(changes + "/undo", "change", latest)))
                        .body())
                .contains("Quiz is 12 again.");
        assertThat(own.entry("Brandt", "Quiz").toString()).isEqualTo("12");
        assertThat(visitor.get(changes + "?how=undone").body()).contains("undone");
        assertThat(visitor.post(changes + "/undo", "change", "1").statusCode()).isEqualTo(404);
    }
}
