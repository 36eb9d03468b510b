package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The register taken standing in the room: by keys, by thumb, with a lost line, on two devices. */
class RoomJourney {
    private static final Server SERVER = Server.withDemo();

    private static Page open(Visit visit, String path) {
        visit.signIn("marin", "tidewater-lane");
        visit.page().navigate(path);
        assertThat(visit.page().locator(".who.is-now")).hasCount(1);
        return visit.page();
    }

    private static Locator line(Page page, String family) {
        return page.locator(".who").filter(new Locator.FilterOptions().setHasText(family + ","));
    }

    private static void says(Page page, String family, String words) {
        assertThat(line(page, family).locator(".who-said")).hasText(words);
    }

    private static void saved(Page page) {
        assertThat(page.locator("#saved")).hasText(Pattern.compile("● All .* entries saved.*"));
    }

    @Test
    void aClassIsTakenWithTwoActsForEachWhoIsNotSimplyHereAndOneMore() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/room");
            assertThat(page.locator(".register-lesson h2")).containsText("Wed 24 Feb, lesson 3");
            assertThat(page.locator("#sums")).hasText("0 here · 0 late · 0 absent · 24 to say");
            // Two are absent, one of them excused, one is late by 12 minutes; all others are here.
            page.keyboard().press("a");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("l");
            page.keyboard().type("12");
            page.keyboard().press("Enter");
            page.keyboard().press("x");
            page.click("#all-here");
            saved(page);
            assertThat(page.locator("#sums")).hasText("21 here · 1 late · 2 absent · 0 to say");
            page.reload();
            says(page, "Aldous", "absent");
            says(page, "Bellweather", "late 12");
            says(page, "Brandt", "absent excused");
            says(page, "Arkady", "here");
            // One step took them all, and one takes them back.
            page.keyboard().press("Control+z");
            assertThat(page.locator("#sums")).hasText("0 here · 1 late · 2 absent · 21 to say");
            page.keyboard().press("Control+y");
            saved(page);
            assertThat(page.locator("#sums")).hasText("21 here · 1 late · 2 absent · 0 to say");
            // A reason, by keys alone, and its working on Standing.
            line(page, "Brandt").click();
            page.keyboard().press(".");
            page.keyboard().type("dentist: 10:30");
            page.keyboard().press("Enter");
            says(page, "Brandt", "absent excused: dentist: 10:30");
            saved(page);
            visit.checkAccessibility();
        }
    }

    @Test
    void aLostLineKeepsWhatWasSaidAndTwoDevicesNeverOverwriteEachOther() {
        try (Visit one = new Visit(SERVER);
                Visit other = new Visit(SERVER)) {
            Page page = open(one, "/classes/1/room");
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Before:")))
                    .click();
            assertThat(page.locator(".register-lesson h2")).containsText("Tue 23 Feb, lesson 2");
            Page second = open(other, page.url().replaceAll("^https?://[^/]+", ""));
            page.context().setOffline(true);
            line(page, "Farrow").locator("button:text-is('late')").click();
            says(page, "Farrow", "late");
            assertThat(page.locator("#saved")).containsText("1 entry not saved yet");
            line(second, "Farrow").locator("button:text-is('absent')").click();
            saved(second);
            page.context().setOffline(false);
            assertThat(page.locator("#conflicts"))
                    .containsText("absent was put there in another window meanwhile; you typed late");
            page.click("#conflicts button:text-is('Put late')");
            saved(page);
            second.reload();
            says(second, "Farrow", "late");
        }
    }

    @Test
    void onAPhoneEachStudentIsATapAndTheWholeFitsTheScreen() {
        try (Visit visit = new Visit(SERVER)) {
            visit.page().setViewportSize(390, 844);
            Page page = open(visit, "/classes/1/room?lesson=2");
            line(page, "Hollis").locator("button:text-is('late')").click();
            line(page, "Hollis")
                    .getByLabel(Pattern.compile("Minutes and reason"))
                    .click();
            page.fill("#more-minutes", "9");
            page.fill("#more-reason", "bus");
            page.click("#more >> text=Save");
            says(page, "Hollis", "late 9: bus");
            saved(page);
            assertThat((Boolean) page.evaluate("document.documentElement.scrollWidth <= innerWidth"))
                    .isTrue();
            for (Locator button :
                    line(page, "Hollis").locator(".who-keys button").all()) {
                assertThat(button.boundingBox().height).isGreaterThanOrEqualTo(40);
            }
        }
    }
}
