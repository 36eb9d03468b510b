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

/** The frame with the demo data: the part of the year, small screens, two teachers. */
class FrameJourney {
    private static final Server SERVER = Server.withDemo();
    private static final String PASSWORD = "tidewater-lane";

    private static Visit visit(int width, int height) {
        Visit visit = new Visit(SERVER, width, height);
        visit.signIn("marin", PASSWORD);
        return visit;
    }

    private static String span(Page page) {
        return page.locator(".span-panel summary b").innerText();
    }

    @Test
    void theYearLineSetsTheSpanByMouseByKeyAndByList() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.click(".tab:has-text('9B')");
            assertThat(span(page)).isEqualTo("Term 2, 4 Jan – 26 Mar");
            page.click(".is-wide .term text >> nth=0");
            page.waitForURL(Pattern.compile("span=\\d+"));
            assertThat(span(page)).isEqualTo("Term 1, 1 Sep – 11 Dec");
            assertThat(page.locator("thead th.piece")).hasCount(8);

            // The span stays on moving between workspaces, and its address opens it again.
            page.click("text=Groundwork");
            assertThat(span(page)).isEqualTo("Term 1, 1 Sep – 11 Dec");
            page.click("nav >> text=Marks");
            String address = page.url();

            Locator last = page.locator(".is-wide [data-handle=to]");
            last.focus();
            for (int i = 0; i < 3; i++) {
                page.keyboard().press("PageDown");
            }
            page.keyboard().press("Enter");
            page.waitForURL(Pattern.compile("from=2026-09-01&to=2026-11-20"));
            assertThat(span(page)).isEqualTo("1 Sep – 20 Nov");
            assertThat(page.locator("thead th.piece")).hasCount(6);

            BoundingBox peg = page.locator(".is-wide [data-handle=to] .peg").boundingBox();
            BoundingBox line = page.locator(".yearline-picture.is-wide").boundingBox();
            page.mouse().move(peg.x + 4, peg.y + 10);
            page.mouse().down();
            page.mouse()
                    .move(
                            line.x + line.width - 2,
                            peg.y + 10,
                            new com.microsoft.playwright.Mouse.MoveOptions().setSteps(8));
            page.mouse().up();
            page.waitForURL(Pattern.compile("span=year"));
            assertThat(span(page)).isEqualTo("the year");
            assertThat(page.locator("thead th.piece")).hasCount(21);

            page.click(".span-panel summary");
            page.fill(".span-dates [name=from]", "2027-01-10");
            page.fill(".span-dates [name=to]", "2027-01-31");
            page.click(".span-dates button");
            assertThat(span(page)).isEqualTo("10 Jan – 31 Jan");

            Locator piece = page.locator(".is-wide [data-piece] .ring").nth(9);
            piece.click(new Locator.ClickOptions()
                    .setModifiers(List.of(com.microsoft.playwright.options.KeyboardModifier.SHIFT)));
            page.waitForURL(Pattern.compile("pieces=\\d+$"));
            assertThat(span(page)).isEqualTo("one piece: Scale and distance");
            assertThat(page.locator("thead th.piece")).hasCount(1);

            page.navigate(address);
            assertThat(span(page)).isEqualTo("Term 1, 1 Sep – 11 Dec");
            page.navigate("/classes/1/marks?span=nonsense");
            assertThat(page.locator(".notice")).containsText("was not understood");
        }
    }

    /** The script of the year line arrives late: what was pressed on its handle meanwhile is not the sheet's, nor lost. */
    @Test
    void keysOnAHandleWaitForTheYearLine() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.click(".tab:has-text('9B')");
            page.click(".is-wide .term text >> nth=0");
            page.waitForURL(Pattern.compile("span=\\d+"));
            List<Route> late = new ArrayList<>();
            page.route("**/yearline.js", late::add);
            page.reload();
            page.locator(".is-wide [data-handle=to]").focus();
            for (int i = 0; i < 3; i++) {
                page.keyboard().press("PageDown");
            }
            page.keyboard().press("Enter");
            page.waitForCondition(() -> !late.isEmpty());
            late.forEach(Route::resume);
            page.waitForURL(Pattern.compile("from=2026-09-01&to=2026-11-20"));
        }
    }

    @Test
    void onAPhoneOneColumnIsMarkedByThumb() {
        try (Visit visit = visit(390, 844)) {
            Page page = visit.page();
            // Chosen by a quick thumb, before the script of the sheet is there.
            List<Route> held = new ArrayList<>();
            page.route("**/work/sheet.js", held::add);
            page.navigate("/classes/1/marks", new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
            page.selectOption(
                    "#column",
                    new com.microsoft.playwright.options.SelectOption().setLabel("Rainfall graphs, /20 · 22 Feb"));
            page.waitForCondition(() -> !held.isEmpty());
            page.unroute("**/work/sheet.js");
            held.forEach(Route::resume);
            assertThat(page.locator("tbody td.cell:visible")).hasCount(24);
            Locator cell = Visit.cell(page, "Aldous", "Rainfall graphs");
            assertThat(cell).isVisible();
            assertThat(cell.boundingBox().height).isGreaterThanOrEqualTo(44);
            cell.tap();
            page.keyboard().type("14");
            page.keyboard().press("Enter");
            page.locator("[data-entry=a]").tap();
            assertThat(Visit.cell(page, "Arkady", "Rainfall graphs")).hasText("absent");
            Visit.saved(page);
            page.reload();
            assertThat(Visit.cell(page, "Aldous", "Rainfall graphs")).hasText("14");
            page.click(".margin-tab");
            assertThat(page.locator("#margin")).isVisible();
        }
    }

    @Test
    void theMarginIsADrawerOnASmallScreen() {
        try (Visit visit = visit(1024, 768)) {
            Page page = visit.page();
            page.navigate("/classes/1/marks");
            assertThat(page.locator("#margin")).isHidden();
            Visit.cell(page, "Brandt", "Mid-year exam").click();
            page.click(".margin-tab");
            assertThat(page.locator("#margin h2").first()).hasText("Brandt, Ilva");
            page.keyboard().press("Escape");
            assertThat(page.locator("#margin")).isHidden();
        }
    }

    @Test
    void theMarginFoldsAwayByKeyAndHandleAndStaysSoForTheAccount() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/standing");
            Locator box = page.locator(".figures-box");
            // With the margin beside it there is no room for all columns: some give way, and are named.
            assertThat(box).hasClass(Pattern.compile("is-fitting"));
            assertThat(page.locator(".spare-note")).containsText("Possible");
            assertThat(page.locator(".figures th.is-spare").first()).isHidden();
            page.waitForResponse("**/account/margin", () -> page.keyboard().press("|"));
            assertThat(page.locator("#margin")).isHidden();
            assertThat(box).hasClass(Pattern.compile("is-fitting"));
            assertThat(page.locator(".spare-note")).isHidden();
            assertThat(page.locator(".figures th.is-spare").first()).isVisible();
            page.navigate("/classes/1/marks");
            assertThat(page.locator("#margin")).isHidden();
            visit.checkAccessibility();
            // A note is written all the same, and then it is away again.
            Visit.cell(page, "Brandt", "Mid-year exam").click();
            page.keyboard().press(";");
            assertThat(page.locator("#margin [name=note]")).isFocused();
            page.keyboard().type("a | b");
            page.keyboard().press("Escape");
            assertThat(page.locator("#margin")).isHidden();
            page.waitForResponse("**/account/margin", () -> page.click(".margin-tab"));
            assertThat(page.locator("#margin [name=note]")).hasValue("a | b");
            page.navigate("/classes/1/standing");
            assertThat(page.locator("#margin")).isVisible();
        }
    }

    @Test
    void anythingIsFoundByTwoLettersFromAnyPage() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/standing");
            page.keyboard().press("/");
            assertThat(page.locator("#finder input")).isFocused();
            page.keyboard().type("br");
            assertThat(page.locator("#finder .found a").first()).containsText("Brandt, Ilva");
            visit.checkAccessibility();
            // Closed, it has let go of the keys at once, before anything is drawn: else the next one would be lost.
            assertThat(page.evaluate("""
                            () => {
                              const press = (key) => document.activeElement.dispatchEvent(
                                new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }));
                              press("Escape");
                              const left = document.activeElement.tagName;
                              press("/");
                              const opened = document.activeElement.closest("#finder") !== null;
                              press("Escape");
                              return `${left} ${opened ? "/" : "lost"}`;
                            }""")).isEqualTo("BODY /");
            assertThat(page.locator("#finder")).isHidden();
            // Typed faster than anything is found: Enter waits for what fits the whole of it.
            page.keyboard().press("/");
            page.keyboard().type("rainf");
            page.keyboard().press("Enter");
            assertThat(page.locator("td.cell.is-chosen, td.cell[tabindex='0']")).hasCount(1);
            assertThat(page.locator("thead th.is-col")).containsText("Rainfall");
            // On the sheet the key finds a student of the class.
            page.locator("td.cell.is-chosen").focus();
            page.keyboard().press("/");
            assertThat(page.locator("#find")).isFocused();
            page.keyboard().press("Escape");
            page.click(".find-link");
            page.keyboard().type("stand 10a");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Enter");
            assertThat(page.locator("h1")).hasText("10A Geography");
        }
    }

    @Test
    void keysThatChooseWaitForWhatFitsWhatWasTyped() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/standing");
            page.keyboard().press("/");
            List<Route> held = new ArrayList<>();
            page.keyboard().type("stand");
            assertThat(page.locator("#finder .found a").first()).isVisible();
            Visit.route(page, "**/find/list?q=stand%2010a", held::add);
            page.keyboard().type(" 10a");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Enter");
            page.waitForCondition(() -> !held.isEmpty());
            held.get(0).resume();
            assertThat(page.locator("h1")).hasText("10A Geography");
        }
    }

    @Test
    void whatTheFieldThatFindsShowsIsOfTheNewestLettersAndOfThisServerAlone() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/standing");
            page.keyboard().press("/");
            Locator found = page.locator("#finder .found");
            // The answer to the first letters comes after that to the last.
            List<Route> held = new ArrayList<>();
            Visit.route(page, "**/find/list?q=br", held::add);
            page.keyboard().type("br");
            page.waitForCondition(() -> !held.isEmpty());
            page.keyboard().type("andt");
            assertThat(found.locator("a")).hasCount(2);
            page.waitForResponse("**/find/list?q=br", () -> held.get(0).resume());
            assertThat(found.locator("a")).hasCount(2);
            // What a network or a broken server answers is not put into the page.
            for (Route.FulfillOptions answer : List.of(
                    new Route.FulfillOptions().setStatus(200).setBody("<b>Sign in to the network</b>"),
                    new Route.FulfillOptions().setStatus(500).setBody("<b>broken</b>"))) {
                page.unroute("**/find/list?*");
                Visit.route(page, "**/find/list?*", route -> route.fulfill(answer));
                page.locator("#finder input")
                        .fill("hollis"
                                + page.locator("#finder input").inputValue().length());
                assertThat(found).hasText("There is no connection, or you were signed out. Load the page again.");
            }
            page.unroute("**/find/list?*");
            page.locator("#finder input").fill("hollis");
            assertThat(found.locator("a").first()).containsText("Hollis, Kwame");
        }
    }

    @Test
    void aFoldThatDoesNotArriveHoldsForThisPageAlone() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/marks");
            Visit.route(page, "**/account/margin", Route::abort);
            page.keyboard().press("|");
            assertThat(page.locator("#margin")).isHidden();
            Visit.cell(page, "Aldous", "Rainfall graphs").click();
            page.keyboard().type("11");
            page.keyboard().press("Enter");
            Visit.saved(page);
            page.reload();
            assertThat(page.locator("#margin")).isVisible();
            assertThat(Visit.cell(page, "Aldous", "Rainfall graphs")).hasText("11");
            // Undone by the button in sight, and by no key.
            page.click("#undo");
            assertThat(Visit.cell(page, "Aldous", "Rainfall graphs")).not().hasText("11");
            page.click("#redo");
            assertThat(Visit.cell(page, "Aldous", "Rainfall graphs")).hasText("11");
        }
    }

    @Test
    void marksOpenAtTheColumnNextToBeMarked() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/marks");
            Locator begin = page.locator("td.cell[tabindex='0']");
            assertThat(begin).isInViewport();
            // Of a column that has somebody still to mark, and those before it are scrolled away.
            assertThat(begin.evaluate("cell => [...cell.closest('tbody').rows]"
                            + ".filter(row => row.cells[cell.cellIndex].textContent === '').length"))
                    .isNotEqualTo(0);
            assertThat((int) page.locator(".sheet-box").evaluate("box => Math.round(box.scrollLeft)"))
                    .isPositive();
        }
    }

    @Test
    void twoTeachersSeeNothingOfEachOther() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("okello", PASSWORD);
            assertThat(visit.page().locator(".tab")).hasCount(1);
            assertThat(visit.page().locator("main")).not().containsText("Geography");
            visit.page().navigate("/classes/1/marks");
            assertThat(visit.page().locator("h1")).hasText("There is nothing here");
        }
    }

    @Test
    void theBarOfTheWeightsFollowsWhatIsTyped() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/groundwork/weights");
            Locator widths = page.locator(".weight-bar .foot");
            assertThat(widths).hasCount(4);
            Locator weights = page.locator("#weights [name=weight]");
            weights.nth(0).fill("60");
            weights.nth(3).fill("0");
            assertThat(widths).hasCount(3);
            assertThat(page.locator(".weight-bar text.figure").first()).hasText("60");
            // 60 of 100, less the gaps between three.
            assertThat(widths.first()).hasAttribute("width", Pattern.compile("512[.]4.*"));
        }
    }
}
