package aestimo.app.marks;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Pieces of every kind, in parts and under ceilings, through the form a teacher uses. */
@ExtendWith(RunningApp.class)
class PiecesTest {
    private static final String[] PARTS = {
        "partTitle",
        "Warm-up",
        "partOutOf",
        "15",
        "partWeight",
        "15",
        "partTitle",
        "Field sheet",
        "partOutOf",
        "85",
        "partWeight",
        "85"
    };
    private static final String[] CEILING = {"gates", "Warm-up", "pass", "40", "fewerThan", "1", "most", "70"};

    private OwnClass own;
    private Visitor visitor;
    private String category;

    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nOsei, Kofi\n");
        category = own.addCategory("Fieldwork");
        visitor = own.visitor();
    }

    private String add(String title, String date, String[]... more) {
        return send("/assessments", title, date, more);
    }

    private String send(String path, String title, String date, String[]... more) {
        List<String> fields = new ArrayList<>(List.of("title", title, "category", category, "date", date));
        for (String[] own : more) {
            fields.addAll(List.of(own));
        }
        var answer = visitor.post(own.base() + path, fields.toArray(new String[0]));
        return answer.statusCode() == 302 ? "kept" : answer.body();
    }

    private String result(String family) {
        return own.read(book -> Standing.of(book.book(), new Span.Year()).students().stream()
                .filter(standing -> standing.student().family().equals(family))
                .findFirst()
                .flatMap(standing -> standing.result())
                .map(Result::shown)
                .orElse("none"));
    }

    @Test
    void partsAreTypedOneByOneAndACeilingHolds() {
        assertThat(add("Week 1", "2027-02-05", PARTS, CEILING)).isEqualTo("kept");
        assertThat(own.type("Brandt", "Week 1", 0, "12")).contains("\"made\":\"<td", "cell is-made");
        assertThat(visitor.get("/").body())
                .as("students, though three entries are blank")
                .contains("2 of 2 still to mark");
        // 12 of 15 and 68 of 85, weighed as their out-ofs: 80 %.
        assertThat(own.type("Brandt", "Week 1", 1, "68")).contains(">80.0</td>");
        own.type("Osei", "Week 1", 0, "n");
        own.type("Osei", "Week 1", 1, "85");
        assertThat(result("Brandt")).isEqualTo("80.0");
        // The warm-up not handed in: 85 % of the weights, at most 70.
        assertThat(result("Osei")).isEqualTo("70.0");
        assertThat(own.type("Osei", "Week 1", 0, "16")).contains("16 is more than the out-of 15.");
        assertThat(visitor.get(own.base() + "/marks?ends").body()).contains("Osei, Kofi · Week 1, Warm-up");
        assertThat(visitor.get(own.base() + "/marks.csv").body())
                .contains("\"Week 1, Warm-up (out of 15)\"", "\"Week 1 (2027-02-05, out of 100)\"");
        assertThat(visitor.get(own.base() + "/marks?edit=" + own.piece("Week 1"))
                        .body())
                .contains("value=\"Field sheet\"", "value=\"Warm-up\"", "4 entries go with it.");
    }

    /** Whatever of an assessment moves a result is told among the changes, though its title, date and out-of stay. */
    @Test
    void aChangedWeightPartOrCeilingIsOnRecord() {
        add("Week 1", "2027-02-05", PARTS, CEILING);
        long piece = own.piece("Week 1");
        List<String> ids = own.read(book -> book.assessment(piece).parts().stream()
                .map(part -> part.id().text())
                .toList());
        String[] parts = {
            "version",
            "1",
            "partId",
            ids.get(0),
            "partTitle",
            "Warm-up",
            "partOutOf",
            "15",
            "partWeight",
            "30",
            "partId",
            ids.get(1),
            "partTitle",
            "Field sheet",
            "partOutOf",
            "85",
            "partWeight",
            ""
        };
        assertThat(send("/assessments/" + piece, "Week 1", "2027-02-05", parts, CEILING, new String[] {
                    "weight", "3", "allowOver", "true"
                }))
                .isEqualTo("kept");
        List<String> changes = Html.texts(visitor.get(own.base() + "/changes").body(), ".is-changes tbody tr");
        assertThat(changes.get(0))
                .contains("weight 1,", "weight 3, marks over the out-of allowed,")
                .contains("Warm-up /15 weight 15", "Warm-up /15 weight 30")
                .contains("at most 70 % when fewer than 1 of Warm-up reach");
    }

    @Test
    void whatWouldLoseEntriesIsRefused() {
        add("Week 1", "2027-02-05", PARTS, CEILING);
        own.type("Brandt", "Week 1", 0, "12");
        long piece = own.piece("Week 1");
        String warmUp =
                own.read(book -> book.assessment(piece).parts().get(0).id().text());
        String field =
                own.read(book -> book.assessment(piece).parts().get(1).id().text());
        String change = "/assessments/" + piece;
        String[] fieldAlone = {"version", "1", "partId", field, "partTitle", "Field sheet", "partOutOf", "85"};
        assertThat(send(change, "Week 1", "2027-02-05", fieldAlone))
                .contains("It has 1 entry: the part “Warm-up” can be deleted once they are cleared.");
        assertThat(send(change, "Week 1", "2027-02-05", new String[] {"version", "1", "kind", "CHECK"}))
                .contains("It has 1 entry: a piece with entries keeps its kind.");
        String[] both = {
            "version",
            "1",
            "partId",
            field,
            "partTitle",
            "Field",
            "partOutOf",
            "85",
            "partId",
            warmUp,
            "partTitle",
            "Warm-up",
            "partOutOf",
            "30"
        };
        assertThat(send(change, "Week 1", "2027-02-05", both))
                .contains("1 mark is out of 15. Say what becomes of them out of 30")
                .contains("scale them, to four places");
        assertThat(send(change, "Week 1", "2027-02-05", both, new String[] {"marks", "scale"}))
                .isEqualTo("kept");
        assertThat(own.entry("Brandt", "Week 1", 1).toString()).isEqualTo("24");
        own.addPiece("Plain", category, "2027-02-08", "10");
        own.type("Brandt", "Plain", "7");
        assertThat(send(
                        "/assessments/" + own.piece("Plain"),
                        "Plain",
                        "2027-02-08",
                        new String[] {"version", "1"},
                        PARTS))
                .contains("only a piece without entries can be given parts");
        own.type("Brandt", "Plain", "");
        assertThat(send(
                        "/assessments/" + own.piece("Plain"),
                        "Plain",
                        "2027-02-08",
                        new String[] {"version", "1"},
                        PARTS))
                .isEqualTo("kept");
        own.type("Brandt", "Plain", 1, "85");
        assertThat(own.entry("Brandt", "Plain", 1).toString()).isEqualTo("85");
    }

    @Test
    void everythingWrongWithPartsAndCeilingsIsNamed() {
        String refused = add(
                "Week 1",
                "2027-02-05",
                new String[] {"partTitle", "A", "partOutOf", "0", "partWeight", "1"},
                new String[] {"partTitle", "B", "partOutOf", "5", "partWeight", "1"},
                new String[] {"partTitle", "B", "partOutOf", "5", "partWeight", "-1"},
                new String[] {"gates", "B; C", "pass", "120", "fewerThan", "3", "most", ""});
        assertThat(refused)
                .contains("Part “A”, out of “0” is not valid.", "Two parts are called “B”.")
                .contains(
                        "Part “B”: its weight is “-1”.", "A ceiling names “C”, which is not a part of this assessment.")
                .contains("A ceiling&#39;s pass percent is “120”.", "“fewer than 3” must be from 1 to 2.")
                .contains("What a ceiling lets pass at most is “”.");
        assertThat(add("Tick", "2027-02-05", new String[] {"kind", "CHECK"}, PARTS))
                .contains("has no parts");
    }

    @Test
    void gradesChecksAndNotesTakeWhatFitsThem() {
        visitor.post(
                own.base() + "/groundwork/boundaries",
                "version",
                "2",
                "label",
                "A",
                "from",
                "80",
                "label",
                "B",
                "from",
                "0");
        assertThat(add("Essay", "2027-02-05", new String[] {"kind", "GRADES"})).isEqualTo("kept");
        assertThat(add("Book covered", "2027-02-06", new String[] {"kind", "CHECK"}))
                .isEqualTo("kept");
        assertThat(add("Remarks", "2027-02-07", new String[] {"kind", "NOTE"})).isEqualTo("kept");
        own.type("Brandt", "Essay", "a");
        own.type("Osei", "Essay", "C");
        own.type("Brandt", "Book covered", "y");
        assertThat(own.entry("Brandt", "Essay").toString()).isEqualTo("A");
        // Midway from 80 to 100.
        assertThat(result("Brandt")).isEqualTo("90.0");
        assertThat(own.type("Osei", "Essay", "12")).contains("\"kind\":\"doubt\"");
        assertThat(visitor.get(own.base() + "/marks").body()).contains(">✓</td>");
    }

    @Test
    void theSameAgainCountsOnAndLeapsOverTheHolidays() {
        add("Week 9 quiz", "2027-03-19", PARTS, CEILING, new String[] {"due", "2027-03-22"});
        String made = location(visitor.post(own.base() + "/assessments/" + own.piece("Week 9 quiz") + "/again"));
        assertThat(made).contains("edit=" + own.piece("Week 10 quiz"));
        Assessment again = own.read(book -> book.assessment(own.piece("Week 10 quiz")));
        assertThat(again.date()).hasToString("2027-03-26");
        assertThat(again.due()).hasToString("2027-03-29");
        assertThat(again.parts()).extracting(part -> part.title()).containsExactly("Warm-up", "Field sheet");
        assertThat(again.ceilings()).hasSize(1);
        assertThat(again.kind()).isEqualTo(AssessmentKind.MARKS);
        assertThat(visitor.post(own.base() + "/assessments/" + own.piece("Week 10 quiz") + "/again")
                        .body())
                .contains("The year&#39;s last term ends on 26 Mar");
    }

    @Test
    void whatIsTakenOffTheSheetComesBackWhole() {
        add("Week 1", "2027-02-05", PARTS, CEILING);
        own.type("Brandt", "Week 1", 0, "12");
        long piece = own.piece("Week 1");
        String told = location(visitor.post(own.base() + "/assessments/" + piece + "/remove"));
        assertThat(visitor.get(told).body()).contains("removed from the sheet, and 1 entry with it");
        assertThat(result("Brandt")).isEqualTo("none");
        assertThat(visitor.get(own.base() + "/groundwork/assessments").body()).contains("Week 1", "1 entry");
        visitor.post(own.base() + "/groundwork/assessments/" + piece + "/back");
        assertThat(own.entry("Brandt", "Week 1", 0).toString()).isEqualTo("12");
        assertThat(visitor.post(own.base() + "/groundwork/assessments/" + piece + "/back")
                        .statusCode())
                .isEqualTo(404);
    }

    /** A second category beside the first, by the form of the weights. */
    private String exams() {
        visitor.post(
                own.base() + "/groundwork/weights",
                "version",
                own.<String>read(book -> Integer.toString(book.row().version())),
                "categoryId",
                category,
                "categoryName",
                "Fieldwork",
                "weight",
                "40",
                "shape",
                "ring",
                "tint",
                "3",
                "together",
                "Exams 60");
        return own.read(book -> book.book().categories().get(1).id().text());
    }

    private String told(String path, String... fields) {
        return visitor.get(location(visitor.post(own.base() + "/groundwork/assessments" + path, fields)))
                .body();
    }

    @Test
    void thoseTickedMoveToAnotherCategoryTogetherOrNotAtAll() {
        String exams = exams();
        add("Week 1", "2027-02-05", new String[] {"outOf", "20"});
        add("Week 2", "2027-02-12", new String[] {"outOf", "20"});
        String first = Long.toString(own.piece("Week 1"));
        String second = Long.toString(own.piece("Week 2"));
        own.type("Brandt", "Week 1", "10");
        own.type("Brandt", "Week 2", "20");
        assertThat(result("Brandt")).isEqualTo("75.0");
        assertThat(told("/move", "category", exams)).contains("Tick the assessments to be moved.");
        assertThat(told("/move", "piece", second, "category", exams)).contains("1 assessment is moved.");
        // 40 of 50 % and 60 of 100 %.
        assertThat(result("Brandt")).isEqualTo("80.0");
        assertThat(visitor.get(own.base() + "/changes").body()).contains("“Week 2” in Fieldwork", "“Week 2” in Exams");
        assertThat(told("/move", "piece", second, "category", exams))
                .as("sent twice")
                .contains("0 assessments are moved.");
        visitor.post(own.base() + "/groundwork/categories/" + category + "/retire", "retired", "true");
        assertThat(told("/move", "piece", first, "piece", second, "category", category))
                .contains("Fieldwork is retired and takes no assessment.");
        assertThat(result("Brandt")).as("all or none").isEqualTo("80.0");
        assertThat(visitor.post(own.base() + "/groundwork/assessments/move", "piece", first, "category", "99999")
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void aCopyGoesIntoAChosenCategoryWhereTheClassCallsItOtherwise() {
        add("Week 1", "2027-02-05", PARTS, CEILING);
        OwnClass other = own.another("9C");
        other.addCategory("Practicals");
        String[] fields = {"piece", Long.toString(own.piece("Week 1")), "to", Long.toString(other.id())};
        assertThat(told("/copy", fields))
                .contains("“Week 1” was not copied to 9C", "it has no category Fieldwork.", ">Practicals</option>");
        String[] chosen = Arrays.copyOf(fields, 6);
        chosen[4] = "instead";
        chosen[5] = "Practicals";
        assertThat(told("/copy", chosen)).contains("1 copy is made, without entries.");
        assertThat(other.<String>read(book -> book.book()
                        .categoryOf(book.assessment(other.piece("Week 1")))
                        .name()))
                .isEqualTo("Practicals");
        assertThat(told("/copy", chosen)).contains("it has this piece on 5 Feb already");
    }

    @Test
    void editingGoesBackToWhereItBegan() {
        add("Essay", "2027-02-05", new String[] {"outOf", "20"});
        long piece = own.piece("Essay");
        for (String from : List.of("assessments", "run", "", "https://elsewhere.example")) {
            String form = visitor.get(own.base() + "/marks?span=year&edit=" + piece + "&from=" + from)
                    .body();
            PageForm edit = PageForm.all(form).stream()
                    .filter(own -> own.action().contains("/assessments/" + piece + "?"))
                    .findFirst()
                    .orElseThrow();
            String there = location(visitor.post(edit.action(), edit.fields().toArray(new String[0])));
            assertThat(there)
                    .startsWith(own.base()
                            + switch (from) {
                                case "assessments" -> "/groundwork/assessments?";
                                case "run" -> "/run?";
                                default -> "/marks?";
                            });
            assertThat(visitor.get(there).statusCode()).isEqualTo(200);
        }
    }

    private static List<String> inUse(OwnClass where) {
        return where.read(book -> book.book().categories().stream()
                .filter(own -> !own.retired())
                .map(own -> own.name() + " "
                        + book.book().assessments().stream()
                                .filter(piece -> piece.category().equals(own.id()))
                                .count())
                .toList());
    }

    @Test
    void aCategoryIsRetiredInSeveralClassesAtOnceOrInNone() {
        String here = own.setCategories("Talks", "Exams");
        OwnClass alike = own.another("9C");
        OwnClass lacking = own.another("9D");
        alike.addPiece("Debate", alike.setCategories("Talks", "Exams"), "2027-02-05", "20");
        lacking.addPiece("Debate", lacking.setCategories("talks", "Walks"), "2027-02-05", "20");
        String page =
                visitor.get(own.base() + "/groundwork/weights?retire=" + here).body();
        assertThat(page).contains("In other classes too", ">9C<", ">9D<");
        String retire = own.base() + "/groundwork/categories/" + here + "/retire";
        String refused = visitor.post(
                        retire,
                        "retired",
                        "true",
                        "also",
                        Long.toString(alike.id()),
                        "also",
                        Long.toString(lacking.id()),
                        "alsoTo",
                        "Exams")
                .body();
        assertThat(refused).contains("9D has no category Exams in use. Nothing was retired.");
        assertThat(inUse(own)).containsExactly("Talks 0", "Exams 0");
        assertThat(inUse(alike)).containsExactly("Talks 1", "Exams 0");
        visitor.post(retire, "retired", "true", "also", Long.toString(alike.id()), "alsoTo", "Exams");
        assertThat(inUse(own)).containsExactly("Exams 0");
        assertThat(inUse(alike)).containsExactly("Exams 1");
        assertThat(inUse(lacking)).containsExactly("talks 1", "Walks 0");
    }
}
