package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.WaitUntilState;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Where everybody stands, why, what would be otherwise, and what others get to see of it. */
class StandingJourney {
    private static final Server SERVER = Server.withDemo();

    private static Page open(Visit visit, String path) {
        visit.signIn("marin", "tidewater-lane");
        visit.page().navigate(path);
        return visit.page();
    }

    @Test
    void aFigureIsAskedForItsWorkingByTheKeyboardAlone() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/standing");
            Locator first = page.locator("td[data-w][tabindex='0']");
            first.focus();
            page.keyboard().press("Enter");
            assertThat(page.locator("#margin .told h2")).hasText("Rank of Voss, Mikkel among 24");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("ArrowRight");
            page.keyboard().press("Enter");
            assertThat(page.locator("#margin .told h2")).hasText("Fieldwork");
            assertThat(page.locator("#margin .steps")).containsText("River transect");
            page.click("#margin >> text=Back");
            assertThat(page.locator("#margin h2")).hasText("The class");
            // A dot tells its student on focus; a boundary tells who is just below it.
            Locator dot = page.locator(".boundary-rail.is-wide .dot").first();
            dot.focus();
            assertThat(page.locator(".boundary-rail.is-wide .named")).containsText("Hollis, Kwame");
            page.locator(".boundary-rail.is-wide .peg[data-label='5']").click();
            assertThat(page.locator("#margin h2")).hasText("Boundary 60");
            assertThat(page.locator("#margin .lift")).hasCount(2);
            visit.checkAccessibility();
            page.locator(".boundary-rail.is-wide .band")
                    .filter(new Locator.FilterOptions().setHasText("6"))
                    .first()
                    .click();
            assertThat(page.locator("tr.is-lit")).hasCount(3);
            page.click("#margin >> text=Only these rows");
            assertThat(page.locator(".figures tbody tr")).hasCount(3);
            page.goBack();
            assertThat(page.locator(".figures tbody tr")).hasCount(24);
        }
    }

    @Test
    void oneKeyHidesTheNamesFromTheWholeSource() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/standing?order=name");
            assertThat(Visit.whole(page)).contains("Voss, Mikkel");
            page.keyboard().press("F9");
            assertThat(page.locator("#names")).containsText("show names");
            assertThat(page).hasURL(Pattern.compile(".*order=name"));
            assertThat(Visit.whole(page))
                    .doesNotContain("Voss", "Mikkel", "2224")
                    .containsPattern("Student [1-9][0-9]");
            page.navigate("/classes/1/marks");
            assertThat(Visit.whole(page)).doesNotContain("Voss", "Mikkel");
            page.navigate("/classes/1/groundwork/students");
            assertThat(page.locator("h1")).hasText("Names are hidden");
            page.click("text=Show the names and go on");
            assertThat(page.locator("h1")).hasText("9B Geography");
            assertThat(Visit.whole(page)).contains("Voss");
        }
    }

    @Test
    void aPegIsDraggedTheWeightsAreTypedAndTheTryOutIsAdoptedAndUndone() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/standing/try");
            assertThat(page.locator("#try-moves h2")).hasText("No grade changes");
            Locator peg = page.locator(".boundary-rail.is-wide .peg[data-label='5']");
            BoundingBox box = peg.boundingBox();
            double unit = Double.parseDouble(peg.getAttribute("data-unit"))
                    * page.locator(".boundary-rail.is-wide").boundingBox().width
                    / 880;
            page.mouse().move(box.x + box.width / 2, box.y + 10);
            page.mouse().down();
            page.mouse().move(box.x + box.width / 2 - unit, box.y + 10);
            page.mouse().move(box.x + box.width / 2 - 2 * unit, box.y + 12);
            page.mouse().up();
            assertThat(page.locator("input[data-band='5']")).hasValue("58");
            assertThat(page.locator("#try-moves h2")).hasText("2 grades change");
            assertThat(page.locator("#try-moves .moves")).containsText("4 → 5 ▲");
            page.locator(".boundary-rail.is-wide .peg[data-label='5']").focus();
            page.keyboard().press("ArrowRight");
            assertThat(page.locator("input[data-band='5']")).hasValue("58.5");
            page.keyboard().press("ArrowLeft");
            assertThat(page.locator(".boundary-rail.is-wide .peg[data-label='5']"))
                    .isFocused();
            page.getByLabel("Weight of Exams").fill("40");
            assertThat(page.locator("#try-moves")).containsText("Weights make 110. They must make 100");
            page.click("button:text(\"Adopt it\")");
            assertThat(page.locator("#try-problems")).containsText("They must make 100");
            assertThat(page.getByLabel("Weight of Exams")).hasValue("40");
            page.getByLabel("Weight of Fieldwork").fill("20");
            assertThat(page.locator("#try-moves .notice.is-doubt")).hasCount(0);
            visit.checkAccessibility();
            page.click("button:text(\"Adopt it\")");
            assertThat(page.locator(".notice.is-done")).containsText("As it was until");
            assertThat(page.locator(".figures thead")).containsText("Exams 40");
            page.click("text=Try out…");
            page.click("#margin >> text=As it was until");
            assertThat(page.getByLabel("Weight of Exams")).hasValue("30");
            page.click("button:text(\"Adopt it\")");
            assertThat(page.locator(".figures thead")).containsText("Exams 30");
            assertThat(page.locator(".boundary-rail.is-wide .peg[data-label='5']"))
                    .containsText("60");
        }
    }

    @Test
    void aPageIsTurnedByKeysPressedBeforeItHasCaughtUp() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/standing?order=name");
            page.click("tbody .name a >> text=Castellan");
            assertThat(page.locator(".student-head h2")).hasText("Rui Castellan");
            String address = page.url();
            List<Route> held = new ArrayList<>();
            page.route("**/work/frame*.js*", held::add);
            page.navigate(address, new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
            assertThat(page.locator(".student-head h2")).hasText("Rui Castellan");
            page.waitForCondition(() -> !held.isEmpty());
            page.keyboard().press("ArrowRight");
            page.unroute("**/work/frame*.js*");
            held.forEach(Route::resume);
            assertThat(page.locator(".student-head h2")).hasText("Ilva Brandt");
            String parent = page.url().replaceFirst("\\?.*", "/parent");
            held.clear();
            page.route("**/work/frame*.js*", held::add);
            page.navigate(parent, new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
            assertThat(page.locator(".student-sheet h2")).hasText("Ilva Brandt");
            page.waitForCondition(() -> !held.isEmpty());
            page.keyboard().press("Escape");
            page.unroute("**/work/frame*.js*");
            held.forEach(Route::resume);
            assertThat(page.locator(".student-head h2")).hasText("Ilva Brandt");
        }
    }

    @Test
    void aStudentsPageAndTheEveningWithParents() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/standing");
            page.click("tbody .name a >> text=Castellan");
            assertThat(page.locator(".student-head h2")).hasText("Rui Castellan");
            assertThat(page.locator(".notice")).containsText("below grade 5");
            page.keyboard().press("ArrowRight");
            assertThat(page.locator(".student-head h2")).hasText("Ilva Brandt");
            page.keyboard().press("ArrowLeft");
            assertThat(page.locator(".student-head h2")).hasText("Rui Castellan");
            page.locator("td[data-w^='assessment:']").first().click();
            assertThat(page.locator("#margin .told")).containsText("River transect: 24 of 40");
            page.navigate("/classes/1/standing/evening");
            page.fill("#day", "2027-03-02");
            page.getByLabel("Time for Castellan, Rui").fill("17:10");
            page.getByLabel("Time for Aldous, Wren").fill("17:20");
            page.click("text=Save the times");
            assertThat(page.locator(".notice.is-done")).hasText("The times are saved.");
            page.locator("tr")
                    .filter(new Locator.FilterOptions().setHasText("Castellan"))
                    .locator("a")
                    .click();
            assertThat(page.locator(".student-sheet h2")).hasText("Rui Castellan");
            assertThat(Visit.whole(page)).doesNotContain("Aldous", "8D Geog", "Brandt");
            page.click("summary >> text=Note of what was said");
            page.fill("textarea[name=said]", "A quiet desk at home.");
            page.click("text=Save the note");
            assertThat(page.locator("summary .said-done")).hasText("● Saved, for you alone");
            page.click("text=17:20 ▸");
            assertThat(page.locator(".student-sheet h2")).hasText("Wren Aldous");
            page.keyboard().press("ArrowLeft");
            assertThat(page.locator(".student-sheet h2")).hasText("Rui Castellan");
            page.keyboard().press("Escape");
            assertThat(page.locator("#margin")).containsText("A quiet desk at home.");
        }
    }

    @Test
    void columnsAreChosenOnThePageAndOrderedByTheirHeadings() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/3/standing");
            page.click("summary:has-text('Columns…')");
            page.getByLabel("above or below the class mean").check();
            page.getByLabel("rank in set").uncheck();
            visit.checkAccessibility();
            page.click("text=Apply");
            assertThat(page.locator(".figures thead")).containsText("Against the mean");
            assertThat(page.locator(".figures thead")).not().containsText("In set");
            page.click(".figures thead >> text=Against the mean");
            assertThat(page.locator("th[aria-sort=descending]")).containsText("Against the mean ▾");
            page.locator("tbody td[data-w=against-mean]").first().click();
            assertThat(page.locator("#margin .told h2")).containsText("against the class mean");
            page.click("summary:has-text('Columns…')");
            page.click("text=Back to the usual ones");
            assertThat(page.locator(".figures thead")).not().containsText("Against the mean");
        }
    }

    @Test
    void aListOverClassesIsAskedForAndKept() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/across");
            page.locator("select[name=where]").first().selectOption("not-in");
            page.locator("select[name=test]").first().selectOption("at-least");
            page.locator("input[name=value]").first().fill("1");
            page.click("text=Show them");
            assertThat(page.locator(".facts").first()).containsText("of 96 lines · 4 classes");
            page.click("thead >> text=result");
            assertThat(page.locator("thead")).containsText("result ▾");
            page.fill("#list-name", "Not in");
            page.click("text=Save it");
            assertThat(page.locator(".pills a")).hasText("Not in");
            visit.checkAccessibility();
        }
    }
}
