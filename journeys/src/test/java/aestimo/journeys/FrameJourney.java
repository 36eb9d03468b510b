package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The frame with the demo data: span, sizes, every page against the accessibility rules. */
class FrameJourney {
    /** Every page of the application, for what holds of all of them. */
    private static final List<String> PAGES = List.of(
            "/",
            "/classes/1/marks",
            "/classes/1/groundwork/students",
            "/classes/1/groundwork/weights",
            "/classes/1/groundwork/assessments",
            "/classes/1/groundwork/rules",
            "/classes/1/groundwork/class",
            "/classes/1/marks/import",
            "/years/1/copy",
            "/loose-ends",
            "/to-chase",
            "/classes/1/standing",
            "/classes/1/standing/5",
            "/classes/1/standing/5/parent",
            "/classes/1/standing/sheets",
            "/classes/1/standing/spread",
            "/classes/1/standing/try",
            "/classes/1/standing/evening",
            "/across",
            "/classes/1/run",
            "/classes/1/notes",
            "/classes/1/changes",
            "/years/1",
            "/account",
            "/years",
            "/years/new",
            "/classes/new",
            "/classes/1/marks?student=4&assessment=15",
            "/classes/1/marks?new",
            "/classes/1/nothing-here",
            "/classes/1/targets",
            "/classes/1/targets?as=table",
            "/classes/1/targets?compare=start",
            "/classes/1/targets?compare=classes",
            "/classes/1/targets?student=4",
            "/classes/1/targets/set",
            "/classes/1/targets/help",
            "/classes/1/targets/meeting",
            "/school",
            "/classes/1/to-school",
            "/classes/4/to-school?span=1",
            "/classes/4/to-school/compared?span=1",
            "/classes/1/groundwork/students/school");

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

    @ParameterizedTest
    @CsvSource({"1280, 800", "1440, 900", "1024, 768", "390, 844"})
    void nothingRunsOverTheEdgeAtAnySize(int width, int height) {
        try (Visit visit = visit(width, height)) {
            for (String path : PAGES) {
                visit.page().navigate(path);
                assertThat((Integer) visit.page().evaluate("document.documentElement.scrollWidth"))
                        .as(path)
                        .isLessThanOrEqualTo(width);
                assertThat(
                                (Integer)
                                        visit.page()
                                                .evaluate(
                                                        "document.querySelector('main').scrollWidth - document.querySelector('main').clientWidth"))
                        .as(path)
                        .isZero();
            }
        }
    }

    @Test
    void onAPhoneOneColumnIsMarkedByThumb() {
        try (Visit visit = visit(390, 844)) {
            Page page = visit.page();
            page.navigate("/classes/1/marks");
            page.selectOption(
                    "#column",
                    new com.microsoft.playwright.options.SelectOption().setLabel("Rainfall graphs, /20 · 22 Feb"));
            assertThat(page.locator("tbody td.cell:visible")).hasCount(24);
            Locator cell = Visit.cell(page, "Aldous", "Rainfall graphs");
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

    @ParameterizedTest
    @CsvSource({"auto, 1280, 800", "dark, 1280, 800", "light, 390, 844"})
    void everyPageKeepsToTheAccessibilityRules(String theme, int width, int height) {
        try (Visit visit = visit(width, height)) {
            Page page = visit.page();
            page.navigate("/account");
            page.check("[name=theme][value=" + theme + "]");
            page.click("text=Save");
            assertThat(page.locator(".notice")).hasText("Saved.");
            for (String path : PAGES) {
                page.navigate(path);
                visit.checkAccessibility();
            }
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
