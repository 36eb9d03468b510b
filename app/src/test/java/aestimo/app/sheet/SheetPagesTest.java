package aestimo.app.sheet;

import static aestimo.app.testing.OwnClass.all;
import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** One class as different looks show it, and the marking run; figures worked by hand. */
@ExtendWith(RunningApp.class)
class SheetPagesTest {
    private static final String HEADING = "title=\"Mark this down the class\"><span>";

    private OwnClass own;
    private Visitor visitor;
    private String base;

    /** Marks out of 20: Brandt 18 and 10, Castellan 10 and blank, Dunmore 8 and 5, Eberly joins after the first. */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        visitor = own.visitor();
        base = own.base();
        visitor.post(
                base + "/groundwork/students/save",
                "pasted",
                "Number\tName\tSet\n30\tBrandt, Ilva\tNorth\n7\tCastellan, Rui\tSouth\n100\tDunmore, Fenna\tNorth\n");
        String category = own.addCategory("Tests");
        own.addPiece("Second", category, "2027-02-12", "20");
        own.addPiece("First", category, "2027-01-15", "20");
        own.type("Brandt", "First", "18");
        own.type("Castellan", "First", "10");
        own.type("Dunmore", "First", "8");
        own.type("Brandt", "Second", "10");
        own.type("Dunmore", "Second", "5");
    }

    private String look(String... fields) {
        List<String> all = new ArrayList<>(List.of(fields));
        for (String title : List.of("First", "Second")) {
            all.add("offered");
            all.add(Long.toString(own.piece(title)));
        }
        return Html.plain(
                visitor.get(location(visitor.post(base + "/marks/look?span=year", all.toArray(new String[0]))))
                        .body());
    }

    private static List<String> names(String page) {
        return Html.texts(page, "tr[data-s] th.name a");
    }

    private static List<String> foot(String page, String key) {
        return Html.texts(page, "tr[data-foot='" + key + "'] td.mean.figure");
    }

    @Test
    void marksShowAsPercentAndGradeAndTheFootFollows() {
        String page = look(
                "face", "mark", "face", "percent", "foot", "mean", "foot", "median", "foot", "counted", "foot", "sets",
                "foot", "spread");
        assertThat(page).contains(">18<small>90.0</small></td>", "data-t=\"18\"", "aria-label=\"18 90.0\"");
        // Of 18, 10 and 8 the mean is 12, the median 10; of 10 and 5 it is 7.5. The columns stand by date.
        assertThat(foot(page, "mean")).containsExactly("12.0", "7.5");
        assertThat(foot(page, "median")).containsExactly("10.0", "7.5");
        assertThat(foot(page, "counted")).containsExactly("3 of 3", "2 of 3");
        assertThat(foot(page, "set North")).containsExactly("13.0", "7.5");
        assertThat(foot(page, "set South")).containsExactly("10.0", "");
        assertThat(page).contains("lowest 40.0, quartiles 45.0 and 70.0, median 50.0, highest 90.0 %");
        String percent = look("face", "percent", "foot", "mean");
        assertThat(percent).contains("data-t=\"18\">90.0</td>", "in % · 15 Jan");
        assertThat(foot(percent, "mean")).containsExactly("60.0", "37.5");
        assertThat(own.entry("Brandt", "First").toString())
                .as("no look alters an entry")
                .isEqualTo("18");
    }

    @Test
    void shadingTellsHowFarFromTheMeanAndASaveShadesTheColumnAnew() {
        String page = look("shade", "mean", "foot", "mean");
        // 90, 50 and 40 % around 60.
        assertThat(all("<td[^>]*class=\"cell is-mark ?([^\"]*)\"", page))
                .containsExactly(
                        "is-ground is-above-far",
                        "is-ground is-above",
                        "is-ground is-below",
                        "is-ground is-below-far",
                        "is-ground is-below");
        String answer = own.type("Castellan", "Second", "20");
        // Now 50, 100 and 25 % around 58.3.
        assertThat(answer)
                .contains("\"css\":\"is-below\"", "\"css\":\"is-above-far\"", "\"css\":\"is-below-far\"")
                .contains("\"key\":\"mean\"", "\"markup\":\"11.7\"");
        assertThat(look("shade", "none")).doesNotContain("is-ground");
        assertThat(own.type("Castellan", "Second", "19")).contains("\"grounds\":[]");
    }

    @Test
    void rowsAreOrderedAndColumnsHiddenWithoutMovingAResult() {
        assertThat(names(look("order", "result"))).containsExactly("Brandt, Ilva", "Castellan, Rui", "Dunmore, Fenna");
        assertThat(names(look("order", "number")))
                .as("by their value, not by their letters")
                .containsExactly("Castellan, Rui", "Brandt, Ilva", "Dunmore, Fenna");
        assertThat(names(look("order", "set"))).containsExactly("Brandt, Ilva", "Dunmore, Fenna", "Castellan, Rui");
        String page = look("hide", Long.toString(own.piece("First")), "result", "right", "who", "number", "who", "set");
        assertThat(page).doesNotContain(HEADING + "First").contains(HEADING + "Second", "1 hidden");
        assertThat(page)
                .contains("<td class=\"who\" title=\"North\">North</td>")
                .contains("is-right");
        assertThat(Html.texts(page, "td.result.figure")).contains("70.0", "50.0", "32.5");
        // A form over another span does not bring it back, one that offers it does.
        visitor.post(base + "/marks/look", "offered", Long.toString(own.piece("Second")), "shade", "none");
        assertThat(Html.plain(visitor.get(base + "/marks?span=year").body())).doesNotContain(HEADING + "First");
        assertThat(look("columns", "date")).contains("<b>January</b>", "<b>February</b>", "shape-", ">First</span>");
        String none = look("hide", Long.toString(own.piece("First")), "hide", Long.toString(own.piece("Second")));
        assertThat(none).contains("All columns are hidden");
    }

    @Test
    void aRunHoldsThoseThePieceIsMeantForAndGrowsItsSpread() {
        visitor.post(base + "/groundwork/students/save", "pasted", "Eberly, Jonah\n", "joined", "2027-02-01");
        String first = visitor.get(base + "/run?span=year&assessment=" + own.piece("First"))
                .body();
        assertThat(Html.texts(first, "b.run-name"))
                .as("Eberly joined after it")
                .containsExactly("Brandt, Ilva", "Castellan, Rui", "Dunmore, Fenna");
        String second = visitor.get(base + "/run?span=year&assessment=" + own.piece("Second"))
                .body();
        assertThat(Html.texts(second, "b.run-name")).contains("Eberly, Jonah");
        assertThat(second).contains("so far 70.0 % · First 18/20", "value=\"10\"", "Before: First");
        assertThat(Html.text(second, "#run-done b.figure")).isEqualTo("2");
        own.type("Castellan", "Second", "15");
        String moving = visitor.get(base + "/run/beside?span=year&assessment=" + own.piece("Second"))
                .body();
        assertThat(moving).contains("3 entries count", "mean of South", "lowest 25.0 %, median 50.0 %, highest 75.0 %");
        String along = visitor.get(base + "/run?span=year&student=" + Html.value(second, "[data-s]", "data-s"))
                .body();
        assertThat(Html.texts(along, "b.run-name")).containsExactly("First", "Second");
        assertThat(visitor.get(base + "/run?assessment=999999").statusCode()).isEqualTo(404);
        assertThat(visitor.get(base + "/run?span=year").body())
                .as("the latest begun")
                .contains("<h2>Second</h2>");
    }

    @Test
    void notesAndMemosAreSearchedWhateverTheirAccents() {
        assertThat(visitor.get(base + "/notes").body()).contains("No notes yet");
        String page = visitor.get(base + "/run?span=year&assessment=" + own.piece("First"))
                .body();
        String student = Html.value(page, "[data-s]", "data-s");
        String keep =
                "{\"assessment\": %d, \"student\": %s, \"part\": 0, \"wasNote\": \"\", \"wasMemo\": \"\", \"note\": \"Clear résumé of <b>sources\", \"memo\": \"Asked for more time\"}";
        assertThat(visitor.put(base + "/entries/remarks", keep.formatted(own.piece("First"), student))
                        .statusCode())
                .isEqualTo(200);
        assertThat(visitor.get(base + "/notes?words=RESUME+time").body())
                .contains("Clear résumé of &lt;b&gt;sources", "Asked for more time", "Brandt, Ilva");
        assertThat(visitor.get(base + "/notes?words=resume+absent").body())
                .contains("None holds these words", "1 entry with a note or memo was looked through.");
    }
}
