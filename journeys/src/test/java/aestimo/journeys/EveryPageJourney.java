package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Page;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What holds of every page, with the demo data: nothing runs over its edge, and it keeps to the accessibility rules. */
class EveryPageJourney {
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

    private static Visit visit(int width, int height) {
        Visit visit = new Visit(SERVER, width, height);
        visit.signIn("marin", "tidewater-lane");
        return visit;
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
                if (theme.equals("dark")) {
                    visit.checkContrast();
                } else {
                    visit.checkAccessibility();
                }
            }
        }
    }
}
