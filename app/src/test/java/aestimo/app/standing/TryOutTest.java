package aestimo.app.standing;

import static aestimo.app.testing.OwnClass.found;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Weights, averages, rounding and boundaries tried out together: nothing moves before they are adopted, all at once. */
@ExtendWith(RunningApp.class)
class TryOutTest {
    private OwnClass own;
    private Visitor visitor;
    private String base;

    /** One category out of 20, each alike: Brandt 90 and 50 make 70, Castellan 50 and 69 make 59.5. */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        visitor = own.visitor();
        base = own.base();
        own.addStudents("Name\nBrandt, Ilva\nCastellan, Rui\n");
        own.setBands("A", "80", "B", "60", "C", "0");
        String category = own.addCategory("Tests");
        own.addPiece("First", category, "2027-01-15", "20");
        own.addPiece("Second", category, "2027-02-12", "20");
        own.type("Brandt", "First", "18");
        own.type("Brandt", "Second", "10");
        own.type("Castellan", "First", "10");
        own.type("Castellan", "Second", "13.8");
    }

    private String[] form(String weight, String drop, String places, String boundaryOfB, String... more) {
        List<String> fields = new ArrayList<>(List.of(
                "version",
                own.read(book -> Integer.toString(book.row().version())),
                "categoryId",
                own.read(book -> book.book().categories().get(0).id().text()),
                "categoryName",
                "Tests",
                "shape",
                "ring",
                "tint",
                "3",
                "averaging",
                "EQUAL",
                "retired",
                "false",
                "weight",
                weight,
                "dropLowest",
                drop,
                "say",
                "counts",
                "places",
                places,
                "gradeOn",
                "ROUNDED"));
        for (String band : List.of("A,80", "B," + boundaryOfB, "C,0")) {
            fields.addAll(List.of("label", band.substring(0, 1), "from", band.substring(2), "worth", "", "words", ""));
        }
        fields.addAll(List.of(more));
        return fields.toArray(new String[0]);
    }

    private String grades() {
        String page = visitor.get(base + "/standing?order=name").body();
        return Html.text(page, "tbody");
    }

    @Test
    void aLookMovesNothingAndTellsWhoseGradeWouldChange() {
        String before = grades();
        String look = visitor.post(base + "/standing/try/look", form("100", "1", "0", "60"))
                .body();
        // Without the lowest Brandt has 90, Castellan 69.
        assertThat(look)
                .contains("2 grades change", "B → A ▲", "C → B ▲", "data-into=\"try-rail\"", "by 20 at most")
                .doesNotContain("must make 100");
        assertThat(visitor.post(base + "/standing/try/look", form("95", "0", "1", "60"))
                        .body())
                .contains("Weights make 95. They must make 100 before this can be adopted.");
        assertThat(visitor.post(base + "/standing/try/look", form("many", "0", "1", "60"))
                        .body())
                .contains("The weight of Tests is “many”");
        assertThat(visitor.post(base + "/standing/try/look", form("100", "0", "1", "85"))
                        .body())
                .contains("role=\"alert\"");
        assertThat(grades()).isEqualTo(before);
    }

    @Test
    void adoptingIsOneStepThatCanBeUndone() {
        String before = grades();
        assertThat(before).contains("70.0 B", "59.5 C");
        assertThat(visitor.post(base + "/standing/try/adopt", form("95", "1", "0", "59"))
                        .body())
                .contains("Weights make 95. They must make 100.", "value=\"59\"");
        assertThat(grades()).as("a refused try-out leaves everything").isEqualTo(before);
        String[] stale = form("100", "1", "0", "58");
        HttpResponse<String> adopted = visitor.post(base + "/standing/try/adopt", form("100", "1", "0", "59"));
        assertThat(visitor.get(location(adopted)).body()).contains("As it was until");
        assertThat(grades()).contains("90 A", "69 B");
        assertThat(visitor.get(base + "/changes").body()).contains("try-out", "less the lowest 1", "B from 59");
        assertThat(visitor.post(base + "/standing/try/adopt", stale).body())
                .as("from a window that knows nothing of it")
                .contains("changed in another window");
        String page = visitor.get(base + "/standing/try").body();
        String former = visitor.get(base + "/standing/try?kept="
                        + found("kept=([0-9]+)", Html.value(page, "a:contains(As it was until)", "href")))
                .body();
        assertThat(Html.elements(former, "[name=from]"))
                .extracting(Element::val)
                .contains("60");
        visitor.post(base + "/standing/try/adopt", form("100", "0", "1", "60"));
        assertThat(grades()).isEqualTo(before);
        assertThat(visitor.post(base + "/standing/try/adopt", form("100", "0", "1", "60"))
                        .body())
                .contains("Nothing here differs");
    }

    @Test
    void adoptingTellsWhatItMovesAndPutBackTheClassSharesItsScaleAgain() {
        visitor.post(base + "/groundwork/boundaries/name", "setName", "Three steps");
        OwnClass other = own.another("Ten");
        String weights = base + "/groundwork/weights";
        visitor.post(
                other.base() + "/groundwork/boundaries/use",
                "version",
                other.read(book -> Integer.toString(book.row().version())),
                "set",
                found(
                        "<option value=\"([0-9]+)\"[^>]*>Three steps",
                        visitor.get(weights).body()));
        assertThat(visitor.get(weights).body()).contains("Three steps · also used by Ten");
        assertThat(visitor.post(base + "/standing/try/look", form("100", "0", "1", "59"))
                        .body())
                .contains("It also changes 1 grade of the year.");
        String adopted = visitor.get(location(visitor.post(base + "/standing/try/adopt", form("100", "0", "1", "59"))))
                .body();
        assertThat(adopted)
                .contains("Adopted: 1 grade has changed, and 1 grade of the year.", "adopt it to undo this.");
        assertThat(visitor.get(weights).body()).contains("of this class alone").doesNotContain("also used by");
        visitor.post(base + "/standing/try/adopt", form("100", "0", "1", "60"));
        assertThat(visitor.get(weights).body()).contains("Three steps · also used by Ten");
    }

    @Test
    void tryOutsAreNamedComparedAndTakenAway() {
        String before = grades();
        assertThat(visitor.post(base + "/standing/try/save", form("100", "1", "1", "60", "tryOutName", ""))
                        .body())
                .contains("A try-out needs a name");
        visitor.post(base + "/standing/try/save", form("100", "1", "1", "60", "tryOutName", "Less the lowest"));
        visitor.post(base + "/standing/try/save", form("100", "0", "1", "59", "tryOutName", "B from 59"));
        String compared = visitor.get(base + "/standing/try/compare")
                .body()
                .replaceAll("<[^>]*>", " ")
                .replaceAll("\\s+", " ");
        assertThat(compared)
                .contains("as it is Less the lowest B from 59", "class mean 64.8, grade B 79.5, grade B 64.8, grade B")
                .contains("A 0 1 0 B 1 1 2 C 1 0 0")
                .contains("Castellan, Rui 59.5, grade C 69.0, grade B 59.5, grade B");
        assertThat(grades()).isEqualTo(before);
        String page = visitor.get(base + "/standing/try").body();
        visitor.post(base + "/standing/try/" + found("try/([0-9]+)/remove", page) + "/remove");
        assertThat(visitor.get(base + "/standing/try").body())
                .doesNotContain("Less the lowest")
                .contains("B from 59");
    }
}
