package aestimo.app.marks;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.util.ArrayList;
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
                .contains("1 entry stands there: the part “Warm-up” can be deleted once they are cleared.");
        assertThat(send(change, "Week 1", "2027-02-05", new String[] {"version", "1", "kind", "CHECK"}))
                .contains("1 entry stands there: a piece with entries keeps its kind.");
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
                .contains("1 mark stands out of 15. Say what becomes of them out of 30")
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
                .contains("Part “A”, out of “0” will not do.", "Two parts are called “B”.")
                .contains("Part “B”: its weight is “-1”.", "A ceiling names “C”, which is no part of this piece.")
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
        assertThat(visitor.get(told).body()).contains("taken off the sheet, and 1 entry with it");
        assertThat(result("Brandt")).isEqualTo("none");
        assertThat(visitor.get(own.base() + "/groundwork/assessments").body()).contains("Week 1", "1 entry");
        visitor.post(own.base() + "/groundwork/assessments/" + piece + "/back");
        assertThat(own.entry("Brandt", "Week 1", 0).toString()).isEqualTo("12");
        assertThat(visitor.post(own.base() + "/groundwork/assessments/" + piece + "/back")
                        .statusCode())
                .isEqualTo(404);
    }
}
