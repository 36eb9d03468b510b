package aestimo.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.ReducedMotion;
import com.microsoft.playwright.options.ViewportSize;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What holds of every page, with the demo data: nothing runs over its edge, and it keeps to the accessibility rules. */
class EveryPageJourney {
    /** Every page of the application, for what holds of all of them. */
    private static final List<String> PAGES = List.of(
            "/",
            "/find?q=ge",
            "/help?of=marks",
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
            "/years/1/end",
            "/account",
            "/account/signing-in",
            "/classes/1/room/people/1/erase",
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
            "/classes/1/targets/goals",
            "/classes/1/targets/goals?level=again",
            "/classes/1/targets/goals/meeting",
            "/classes/1/groundwork/goals",
            "/classes/1/groundwork/goals/evidence",
            "/classes/1/targets/meeting",
            "/classes/1/families",
            "/classes/1/families/sentences",
            "/classes/1/families/sentences/1",
            "/classes/1/families/letters/1",
            "/classes/1/families/letters/1/one",
            "/classes/1/families/letters/1/spelling",
            "/classes/1/families/letters/1/hand-out",
            "/classes/1/families/letters/1/mail",
            "/classes/1/families/forms/new",
            "/classes/1/families/handed-out",
            "/classes/1/room",
            "/classes/1/room?by=name",
            "/classes/4/room",
            "/classes/1/room/lessons",
            "/classes/1/room/seats",
            "/classes/1/room/seats?shows=result&side=students",
            "/classes/1/room/seats?new",
            "/classes/1/room/people",
            "/classes/1/room/people/4",
            "/classes/1/room/attendance",
            "/classes/1/room/beside",
            "/classes/1/room/import",
            "/classes/1/room/lists",
            "/classes/1/room/lists?kind=COVER",
            "/school",
            "/classes/1/to-school",
            "/classes/4/to-school?span=1",
            "/classes/4/to-school/compared?span=1",
            "/classes/1/groundwork/students/school");

    /** The smallest last: what a phone shows is checked against the rules too. */
    private static final List<ViewportSize> SIZES = List.of(
            new ViewportSize(1280, 800),
            new ViewportSize(1440, 900),
            new ViewportSize(1024, 768),
            new ViewportSize(390, 844));

    private static final String LEGIBLE = script("/legible.js").replaceAll("(?m)^//.*\\R", "");

    private static final Server SERVER = Server.withDemo();

    @Test
    void everyPageFitsEverySizeAndKeepsToTheAccessibilityRules() {
        try (Visit visit = new Visit(SERVER, 1280, 800)) {
            visit.signIn("marin", "tidewater-lane");
            for (String path : PAGES) {
                visit.page().emulateMedia(in(ColorScheme.LIGHT));
                visit.page().setViewportSize(1280, 800);
                visit.page().navigate(path);
                visit.checkAccessibility();
                assertWhatIsInPicturesCanBeRead(visit.page(), path);
                visit.page().emulateMedia(in(ColorScheme.DARK));
                visit.checkContrast();
                assertWhatIsInPicturesCanBeRead(visit.page(), path + " in the dark");
                for (ViewportSize size : SIZES) {
                    visit.page().setViewportSize(size.width, size.height);
                    assertNothingRunsOverTheEdge(visit.page(), path, size.width);
                }
                visit.checkAllButContrast();
            }
        }
    }

    /** Text in pictures, and placeholders, which the rules leave out. */
    private static void assertWhatIsInPicturesCanBeRead(Page page, String where) {
        assertThat((List<?>) page.evaluate(LEGIBLE)).as(where).isEmpty();
    }

    private static String script(String name) {
        try (InputStream in = EveryPageJourney.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** Without movement: a colour that fades into another has none that could be measured. */
    private static Page.EmulateMediaOptions in(ColorScheme scheme) {
        return new Page.EmulateMediaOptions().setColorScheme(scheme).setReducedMotion(ReducedMotion.REDUCE);
    }

    private static void assertNothingRunsOverTheEdge(Page page, String path, int width) {
        // What looks at its new size by script does so with the next frame.
        page.evaluate("() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))");
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .as("%s at %s", path, width)
                .isLessThanOrEqualTo(width);
        assertThat((Integer) page.evaluate(
                        "document.querySelector('main').scrollWidth - document.querySelector('main').clientWidth"))
                .as("the page of %s at %s", path, width)
                .isZero();
    }

    /** Half the size of a usual screen is what 200 % shows: somebody's row is in its upper half, and the term can be chosen. */
    @Test
    void atTwiceTheSizeTheFirstStudentIsInTheUpperHalf() {
        try (Visit visit = new Visit(SERVER, 640, 400)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/1/marks");
            assertThat(page.locator(".sheet tbody tr").first().boundingBox().y).isLessThan(200);
            PlaywrightAssertions.assertThat(page.getByText("Figures for").first())
                    .isVisible();
            assertNothingRunsOverTheEdge(page, "/classes/1/marks at 200 %", 640);
        }
    }

    @ParameterizedTest
    @CsvSource({"dark, rgb(26; 34; 39)", "light, rgb(247; 242; 231)"})
    void aThemeThatIsChosenGoesOverThatOfTheMachine(String theme, String paper) {
        try (Visit visit = new Visit(SERVER, 1280, 800)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.emulateMedia(in(theme.equals("dark") ? ColorScheme.LIGHT : ColorScheme.DARK));
            page.navigate("/account");
            page.check("[name=theme][value=" + theme + "]");
            page.click("text=Save");
            PlaywrightAssertions.assertThat(page.locator(".notice")).hasText("Saved.");
            assertThat(page.evaluate("getComputedStyle(document.documentElement).backgroundColor"))
                    .isEqualTo(paper.replace(';', ','));
            visit.checkContrast();
            page.check("[name=theme][value=auto]");
            page.click("text=Save");
        }
    }
}
