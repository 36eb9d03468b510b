package aestimo.app.looseends;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Each kind of loose end settled in its line, as a browser without scripts does it; work to chase; the desk. */
@ExtendWith(RunningApp.class)
class LooseEndsTest {
    private OwnClass own;
    private Visitor visitor;

    /** One past piece, in doubt, absent and blank; today is 24 February. */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\n");
        visitor = own.visitor();
        own.addPiece("Quiz", own.addCategory("Tests"), "2027-02-05", "15");
        own.type("Brandt", "Quiz", "18");
        own.type("Castellan", "Quiz", "a");
    }

    private int count() {
        return Integer.parseInt(
                found("\"count\":(\\d+)", visitor.get("/loose-ends/count").body()));
    }

    /** The form in the line of a student or piece. */
    private static Element form(String page, String line) {
        return Html.elements(page, "li:has(b:contains(" + line + ")) form, tr:has(b:contains(" + line + ")) form")
                .get(0);
    }

    /** The fields of the form that stands in the line of a student or piece, with more of them. */
    private String settle(String line, String... more) {
        String page = visitor.get("/loose-ends").body();
        Element form = form(page, line);
        List<String> fields = new ArrayList<>();
        for (String name : List.of("assessment", "student", "part", "base", "request")) {
            if (!form.select("[name=" + name + "]").isEmpty()) {
                fields.addAll(List.of(name, form.select("[name=" + name + "]").val()));
            }
        }
        fields.addAll(List.of(more));
        return visitor.get(location(visitor.post(own.base() + "/loose-ends/settle", fields.toArray(new String[0]))))
                .body();
    }

    @Test
    void entriesAreCorrectedExcusedOrNotHandedInWhereTheyAreListed() {
        assertThat(count()).isEqualTo(3);
        String page = visitor.get("/loose-ends").body();
        assertThat(page).contains("18 is more than the out-of 15.", "still blank", "absent: sat later");
        assertThat(settle("Brandt, Ilva", "text", "8")).contains("Brandt, Ilva, Quiz is 8.");
        assertThat(own.entry("Brandt", "Quiz").toString()).isEqualTo("8");
        assertThat(settle("Castellan, Rui", "text", "absent", "quick", "x"))
                .contains("Castellan, Rui, Quiz is excused.");
        assertThat(settle("Dunmore, Fenna", "text", "", "quick", "n")).contains("Nothing is left to settle.");
        assertThat(own.entry("Dunmore", "Quiz").toString()).isEqualTo("not handed in");
        assertThat(count()).isZero();
        assertThat(visitor.get(own.base() + "/changes?how=settled&real").body())
                .contains("Castellan, Rui", "Brandt, Ilva")
                .as("a first entry is no real change")
                .doesNotContain("<td>Dunmore, Fenna</td>");
    }

    @Test
    void whatWasAlteredMeanwhileIsNotPutOverAndASecondDeliveryDoesNothing() {
        String page = visitor.get("/loose-ends").body();
        Element form = form(page, "Brandt, Ilva");
        String[] fields = {
            "assessment",
            form.select("[name=assessment]").val(),
            "student",
            form.select("[name=student]").val(),
            "part",
            "0",
            "base",
            "1",
            "text",
            "9",
            "request",
            UUID.randomUUID().toString()
        };
        visitor.post(own.base() + "/loose-ends/settle", fields);
        assertThat(visitor.get(location(visitor.post(own.base() + "/loose-ends/settle", fields)))
                        .body())
                .contains("Brandt, Ilva, Quiz is 9.");
        fields[11] = UUID.randomUUID().toString();
        fields[9] = "7";
        assertThat(visitor.get(location(visitor.post(own.base() + "/loose-ends/settle", fields)))
                        .body())
                .contains("Brandt, Ilva, Quiz was altered in another window meanwhile: 9 is there now.");
        assertThat(own.entry("Brandt", "Quiz").toString()).isEqualTo("9");
    }

    @Test
    void aPieceNobodyMarkedIsGivenAnotherDayAndOneInARetiredCategoryAnother() {
        String essays = own.addCategory("Essays");
        own.addPiece("Essay", essays, "2027-02-15", "20");
        assertThat(count()).isEqualTo(4);
        assertThat(settle("Essay", "due", "2027-02-10")).contains("It is due on 10 Feb, before its date, 15 Feb.");
        assertThat(settle("Essay", "due", "2027-03-01")).contains("“Essay” has another due day.");
        assertThat(count()).isEqualTo(3);
        assertThat(own.<String>read(
                        book -> book.book().assessments().get(1).due().toString()))
                .isEqualTo("2027-03-01");
        assertThat(visitor.get(own.base() + "/changes?how=groundwork").body()).contains("Essay");
    }

    @Test
    void theDeskTellsWhatIsNextAndTheListToChaseWhoIsMeant() {
        own.type("Dunmore", "Quiz", "12 l");
        own.addPiece(
                "Map test",
                found(
                        "value=\"(\\d+)\"[^>]*>Tests<",
                        visitor.get(own.base() + "/marks?new").body()),
                "2027-02-26",
                "10");
        String desk = visitor.get("/").body();
        assertThat(desk).contains("1 absence from Quiz", "1 mark in doubt", "Map test", "for 3 students", "Last done");
        own.type("Brandt", "Quiz", "n");
        String chase = visitor.get("/to-chase").body();
        assertThat(chase)
                .contains("Dunmore, Fenna", "handed in late, marked 12", "Brandt, Ilva", "not handed in", "5 Feb");
        assertThat(Html.text(chase, "tr:contains(not handed in) td.num.figure")).isEqualTo("19");
        assertThat(visitor.get("/to-chase?by=student").body()).contains("<span>Brandt, Ilva</span>");
        // The margin of the class holds its own list.
        assertThat(location(visitor.get(own.base() + "/loose-ends?span=year"))).endsWith("/marks?span=year&ends");
        assertThat(visitor.get(own.base() + "/marks?span=year&ends").body())
                .contains("of the whole class, whatever the dates", "name=\"beside\"");
    }
}
