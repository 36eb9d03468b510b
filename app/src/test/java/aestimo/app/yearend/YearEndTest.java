package aestimo.app.yearend;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.FailingTable;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class YearEndTest {
    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private String end;

    @BeforeEach
    void makeTwoClasses(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("21\tBrandt\tIlva\n22\tOsei\tKofi\n");
        own.addPiece("Town survey", own.addCategory("Fieldwork"), "2027-02-05", "50");
        own.type("Brandt", "Town survey", "41");
        own.another("10C");
        visitor = own.visitor();
        end = "/years/" + own.<Long>read(book -> book.row().yearId()) + "/end";
    }

    private List<String> left() {
        return Html.texts(visitor.get(end).body(), ".left-over li");
    }

    @Test
    void whatWasLeftIsNamedWithWhereItIsDealtWith() {
        assertThat(left()).containsExactly("1 loose end");
        visitor.get(own.base() + "/to-school");
        String term = Html.values(visitor.get(own.base() + "/to-school").body(), "[name=term]", "value")
                .get(0);
        visitor.post(own.base() + "/to-school/begin", "term", term);
        assertThat(left()).contains("results of Term 2 draft", "results of Term 2 not begun", "1 loose end");
        assertThat(Html.values(visitor.get(end).body(), ".left-over a", "href"))
                .contains(own.base() + "/to-school?span=" + term, "/loose-ends");
    }

    @Test
    void aYearGoesWholeAndOnlyWhenWhatWasLeftIsMeant() throws Exception {
        visitor.get(end);
        HttpResponse<String> refused = visitor.post(end);
        assertThat(refused.statusCode()).isEqualTo(200);
        assertThat(Html.text(refused.body(), "[role=alert]")).contains("Something was left");
        assertThat(visitor.get("/").body()).contains(own.base() + "/");
        // Half of a year is none.
        HttpResponse<String> failed =
                FailingTable.during(app, "UPDATE", "school_class", () -> visitor.post(end, "allTheSame", "true"));
        assertThat(failed.statusCode()).isEqualTo(500);
        assertThat(Html.texts(visitor.get("/").body(), ".desk-class")).hasSize(2);
        visitor.get(end);
        HttpResponse<String> done = visitor.post(end, "allTheSame", "true");
        assertThat(OwnClass.location(done)).isEqualTo("/years");
        assertThat(visitor.get("/years").body()).contains("are archived");
        assertThat(Html.texts(visitor.get("/").body(), ".desk-class")).isEmpty();
        assertThat(visitor.get(own.base() + "/standing").body()).contains("Brandt");
        assertThat(visitor.get(end).body()).contains("Every class of this year is archived");
    }

    @Test
    void aYearOfSomebodyElseIsNotThere() {
        Visitor other = new OwnClass(app, "").visitor();
        assertThat(other.get(end).statusCode()).isEqualTo(404);
        assertThat(other.post(end, "allTheSame", "true").statusCode()).isEqualTo(404);
        assertThat(Html.texts(visitor.get("/").body(), ".desk-class")).hasSize(2);
    }
}
