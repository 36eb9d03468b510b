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

/** The frame with the demo data: the stretch of the year, small screens, two teachers. */
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
            assertThat(page.locator("#saved")).containsText("marks saved");
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
    void twoTeachersSeeNothingOfEachOther() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("okello", PASSWORD);
            assertThat(visit.page().locator(".tab")).hasCount(1);
            assertThat(visit.page().locator("main")).not().containsText("Geography");
            visit.page().navigate("/classes/1/marks");
            assertThat(visit.page().locator("h1")).hasText("There is nothing here");
        }
    }
}
