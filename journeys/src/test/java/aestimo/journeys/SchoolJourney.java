package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A whole term's results on their way to the school office, through the browser; and what survives a killed server. */
class SchoolJourney {
    private static final Server SERVER = Server.withDemo();
    private static final OfficeServer OFFICE = OfficeServer.on(SERVER.cluster());
    private static final int STUDENTS = 28;

    @BeforeEach
    void beginAnew() {
        OFFICE.beginAnew();
    }

    private static void connect(Page page) {
        page.navigate("/school");
        page.fill("#address", OFFICE.address());
        page.fill("#client", "markbook");
        page.fill("#secret", "tidewater-lane");
        page.fill("#schoolTeacher", "tls-marin");
        page.press("#schoolTeacher", "Enter");
        assertThat(page.locator(".notice.is-done")).hasText("The school answers: 5 classes of yours there.");
        page.getByLabel("Field").first().fill("effort");
        page.getByLabel("Labels").first().fill("1, 2, 3");
        page.getByLabel("Field").nth(1).fill("");
        page.getByLabel("Labels").nth(1).fill("");
        page.click("button:text-is('Save')");
        assertThat(page.locator(".notice.is-done")).hasText("What the school asks for is saved.");
    }

    /** Fills what is missing in every row of a return, and waits until it is saved. */
    private static void complete(Page page, int students) {
        for (int i = 0; i < students; i++) {
            page.locator("[name=field0]").nth(i).fill(Integer.toString(1 + i % 3));
            page.keyboard().press("Enter");
        }
        assertThat(page.locator(".check-list .is-well")).containsText("Ready to be sealed");
    }

    /** Types an entry into the cell that was clicked, and waits until the server has it. */
    private static void type(Page page, String text) {
        page.keyboard().type(text);
        page.waitForResponse(
                answer -> answer.url().contains("/entries") && answer.ok(),
                () -> page.keyboard().press("Enter"));
    }

    @Test
    void aTermsResultsAreTakenCompletedSealedSentAndCorrected() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            connect(page);
            // 8D, whose list differs by nobody; looking at it makes everybody known.
            page.navigate("/classes/2/groundwork/students/school");
            assertThat(page.locator(".empty h2")).hasText("Nothing differs");
            page.navigate("/classes/2/to-school");
            page.click("text=Copy today’s results");
            assertThat(page.locator(".check-list")).containsText("28 fields empty");
            visit.checkAccessibility();
            Locator first = page.locator("tr[data-row]").first();
            first.locator("[name=sentAs]").fill("strong");
            first.locator("[name=reason]").fill("Shown in the field.");
            first.locator("[name=comment]").fill("A fine term.");
            page.locator("[name=comment]").nth(1).focus();
            page.keyboard().press("ControlOrMeta+d");
            assertThat(page.locator("[name=comment]").nth(1)).hasValue("A fine term.");
            complete(page, STUDENTS);
            assertThat(page.locator(".check-list")).containsText("1 grade adjusted");
            page.reload();
            assertThat(page.locator("[name=comment]").first()).hasValue("A fine term.");
            // What cannot be kept is said where it stands, holds nothing else up, and is not passed over.
            Locator odd = page.locator("[name=sentAs]").nth(3);
            odd.fill("splendid");
            page.locator("[name=comment]").nth(3).fill("Kept beside it.");
            page.locator("[name=comment]").nth(4).fill("And below.");
            page.click("text=Seal and send…");
            assertThat(odd).isFocused();
            assertThat(page.locator("#kept")).containsText("“splendid” is not a grade of the class");
            // A session that ended meanwhile is begun anew in place, and what was typed goes on its way.
            visit.forgetSession();
            odd.fill("");
            page.locator("[name=comment]").nth(3).press("Tab");
            page.locator(".sign-in-again").waitFor();
            assertThat(page.locator("#kept")).containsText("Not saved yet: you were signed out.");
            page.fill(".sign-in-again [name=name]", "marin");
            page.fill(".sign-in-again [name=password]", "tidewater-lane");
            page.click(".sign-in-again button");
            assertThat(page.locator("#kept")).containsText(Pattern.compile("^Saved [0-9]"));
            assertThat(odd).not().hasAttribute("aria-invalid", "true");
            // What was typed last is kept before anything is asked.
            page.locator("[name=comment]").nth(2).fill("Typed last of all.");
            page.click("text=Seal and send…");
            assertThat(page.locator(".seal-sheet")).containsText("28 students");
            visit.checkAccessibility();
            page.click("text=Seal and send to the school");
            assertThat(page.locator(".stages [aria-current]")).containsText("received");
            assertThat(page.locator("tbody")).containsText("Typed last of all.");
            assertThat(OFFICE.received()).hasSize(2 * STUDENTS).allMatch(line -> line.endsWith("×1"));
            visit.checkAccessibility();
            // A mark moves afterwards: the page and the desk say so, and a correction takes the place of what was sent.
            page.navigate("/classes/2/marks");
            Visit.cell(page, "Dacre", "Rivers test").click();
            type(page, "3");
            page.navigate("/");
            page.click(".returns-list >> text=1 result differs");
            assertThat(page.locator("#margin")).containsText("Rivers test");
            page.click("text=Begin a correction");
            assertThat(page.locator(".correction")).containsText("1 student differs");
            assertThat(page.locator(".correction")).containsText("Dacre");
            page.fill("#why", "A mark was typed wrong.");
            page.click(".correction >> text=Save");
            assertThat(page.locator(".check-list .is-well")).containsText("Ready to be sealed");
            page.click("text=Seal and send…");
            page.click("text=Seal and send to the school");
            assertThat(page.locator(".stages [aria-current]")).containsText("received");
            assertThat(OFFICE.received()).hasSize(2 * STUDENTS);
            page.click("#margin >> text=Terms side by side");
            assertThat(page.locator("thead")).containsText("Term 2, sealed");
            visit.checkAccessibility();
        }
    }

    @Test
    void theSealedReturnOfTheDemoIsTakenByItsSchool() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            connect(page);
            // Nobody has held this class against the school's list before.
            page.navigate("/");
            page.click(".returns-list tr:has-text('11C') >> text=sealed");
            page.click("text=Send to the school");
            assertThat(page.locator(".stages [aria-current]")).containsText("received");
            assertThat(OFFICE.received())
                    .isNotEmpty()
                    .allMatch(line -> line.startsWith("Term 1 ") && line.endsWith("×1"));
        }
    }

    @Test
    void aServerKilledWhileItSealsAndSendsLosesAndDoublesNothing() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            connect(page);
            page.navigate("/classes/4/groundwork/students/school");
            page.navigate("/classes/4/to-school?span=2");
            page.click("text=Copy today’s results");
            assertThat(page.locator("tr[data-row]").first()).isVisible();
            // A mark in doubt is in the way, and is settled first.
            page.navigate("/classes/4/marks?span=2");
            Visit.cell(page, "Nance", "File, second half").click();
            type(page, "41");
            page.navigate("/classes/4/to-school?span=2");
            page.click("text=Copy today’s results");
            assertThat(page.locator(".notice.is-done")).containsText("What you had added is still there.");
            int students = page.locator("tr[data-row]").count();
            complete(page, students);
            OFFICE.behave(120, 0, "500");
            page.click("text=Seal and send…");
            assertThat(page.locator(".seal-sheet form")).isVisible();
            // The answer never comes: the server is gone before or after it has sealed, and is one of the two whole.
            page.evaluate(
                    "() => { fetch(location.pathname, { method: 'POST', body: new URLSearchParams(new FormData(document.querySelector('.seal-sheet form'))) }).catch(() => {}); }");
            SERVER.kill();
            SERVER.start();
            page.navigate("/classes/4/to-school?span=2");
            if (page.locator("text=Seal and send…").count() == 1) {
                page.click("text=Seal and send…");
                page.click("text=Seal and send to the school");
            } else if (page.locator("text=Send to the school").count() == 1) {
                page.click("text=Send to the school");
            }
            Await.until("some is received", () -> OFFICE.received().size() > 3);
            SERVER.kill();
            assertThat(OFFICE.received().size()).isLessThan(2 * students);
            SERVER.start();
            OFFICE.behave(0, 0, "500");
            page.navigate("/classes/4/to-school?span=2");
            assertThat(page.locator(".stages [aria-current]")).containsText("received");
            List<String> received = OFFICE.received();
            assertThat(received).hasSize(2 * students);
            assertThat(received.stream()
                            .map(line ->
                                    String.join(" ", List.of(line.split(" ")).subList(0, 4)))
                            .distinct())
                    .hasSize(2 * students);
        }
    }
}
