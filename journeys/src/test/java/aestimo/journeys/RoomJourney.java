package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;
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

    /** So many lessons after today's, in which nobody is entered yet. */
    private static Page later(Page page, int lessons) {
        for (int i = 0; i < lessons; i++) {
            String before = page.locator(".register-lesson h2").innerText();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^After:")))
                    .click();
            assertThat(page.locator(".register-lesson h2")).not().hasText(before);
        }
        assertThat(page.locator(".who.is-now")).hasCount(1);
        return page;
    }

    private static Locator line(Page page, String family) {
        return page.locator(".who").filter(new Locator.FilterOptions().setHasText(family + ","));
    }

    private static void says(Page page, String family, String words) {
        assertThat(line(page, family).locator(".who-said")).hasText(words);
    }

    @Test
    void aClassIsTakenWithTwoActsForEachWhoIsNotSimplyHereAndOneMore() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/room?by=name");
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
            Visit.saved(page);
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
            Visit.saved(page);
            assertThat(page.locator("#sums")).hasText("21 here · 1 late · 2 absent · 0 to say");
            // A reason, by keys alone, and its working on Standing.
            line(page, "Brandt").locator(".who-name").click();
            page.keyboard().press(".");
            page.keyboard().type("dentist: 10:30");
            page.keyboard().press("Enter");
            says(page, "Brandt", "absent excused: dentist: 10:30");
            Visit.saved(page);
            visit.checkAccessibility();
        }
    }

    @Test
    void aLostLineKeepsWhatWasSaidAndTwoDevicesNeverOverwriteEachOther() {
        try (Visit one = new Visit(SERVER);
                Visit other = new Visit(SERVER)) {
            Page page = open(one, "/classes/1/room?by=name");
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Before:")))
                    .click();
            assertThat(page.locator(".register-lesson h2")).containsText("Tue 23 Feb, lesson 2");
            Page second = open(other, page.url().replaceAll("^https?://[^/]+", ""));
            page.context().setOffline(true);
            line(page, "Farrow").locator("button:text-is('late')").click();
            says(page, "Farrow", "late");
            assertThat(page.locator("#saved")).containsText("1 entry not saved yet");
            line(second, "Farrow").locator("button:text-is('absent')").click();
            Visit.saved(second);
            page.context().setOffline(false);
            assertThat(page.locator("#conflicts"))
                    .containsText("absent was entered in another window meanwhile; you typed late");
            page.click("#conflicts button:text-is('Put late')");
            Visit.saved(page);
            second.reload();
            says(second, "Farrow", "late");
        }
    }

    @Test
    void onAPhoneEachStudentIsATapAndTheWholeFitsTheScreen() {
        try (Visit visit = new Visit(SERVER)) {
            visit.page().setViewportSize(390, 844);
            Page page = later(open(visit, "/classes/1/room?by=name"), 3);
            line(page, "Hollis").locator("button:text-is('late')").click();
            line(page, "Hollis")
                    .getByLabel(Pattern.compile("Minutes and reason"))
                    .click();
            page.fill("#more-minutes", "9");
            page.fill("#more-reason", "bus");
            page.click("#more >> text=Save");
            says(page, "Hollis", "late 9: bus");
            Visit.saved(page);
            assertThat((Boolean) page.evaluate("document.documentElement.scrollWidth <= innerWidth"))
                    .isTrue();
            for (Locator button :
                    line(page, "Hollis").locator(".who-keys button").all()) {
                assertThat(button.boundingBox().height).isGreaterThanOrEqualTo(40);
            }
        }
    }

    private static Locator seat(Page page, String called) {
        return page.locator(".who")
                .filter(new Locator.FilterOptions().setHas(page.locator("b:text-is('" + called + "')")));
    }

    @Test
    void bySeatOnAPhoneWithTheServerKilledInTheMiddleNothingIsLost() {
        try (Visit visit = new Visit(SERVER)) {
            visit.page().setViewportSize(390, 844);
            Page page = later(open(visit, "/classes/1/room"), 1);
            seat(page, "Hana").click();
            assertThat(seat(page, "Hana").locator(".who-said")).hasText("absent");
            Visit.saved(page);
            SERVER.kill();
            // A second tap makes late of absent; the rest of the lesson goes on without a server.
            seat(page, "Kwame").click();
            seat(page, "Kwame").click();
            page.click("#seat-keys [data-say=more]");
            page.fill("#more-minutes", "8");
            page.click("#more >> text=Save");
            assertThat(seat(page, "Kwame").locator(".who-said")).hasText("late 8");
            assertThat(page.locator("#saved")).containsText("not saved yet");
            page.click("#all-here");
            assertThat(page.locator("#sums")).hasText("22 here · 1 late · 1 absent · 0 to say");
            SERVER.start();
            Visit.saved(page);
            page.reload();
            assertThat(page.locator("#sums")).hasText("22 here · 1 late · 1 absent · 0 to say");
            assertThat(seat(page, "Kwame").locator(".who-said")).hasText("late 8");
            assertThat((Boolean) page.evaluate("document.documentElement.scrollWidth <= innerWidth"))
                    .isTrue();
            visit.checkAllButContrast();
        }
    }

    @Test
    void byKeysOneGoesThroughTheRoomAndTheMarginTellsOfTheStudentChosen() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = later(open(visit, "/classes/1/room"), 2);
            Locator first = page.locator(".who").first();
            String below = page.locator(".seats tr:has(.who)")
                    .nth(1)
                    .locator(".who b")
                    .first()
                    .innerText();
            assertThat(first).isFocused();
            page.keyboard().press("ArrowDown");
            assertThat(seat(page, below)).isFocused();
            page.keyboard().press("l");
            page.keyboard().type("5");
            page.keyboard().press("ArrowUp");
            page.keyboard().press("Enter");
            assertThat(page.locator(".who").nth(1)).isFocused();
            page.keyboard().press("ArrowLeft");
            assertThat(first).isFocused();
            assertThat(first.locator(".who-said")).hasText("here");
            assertThat(seat(page, below).locator(".who-said")).hasText("late 5");
            Visit.saved(page);
            page.keyboard().press("ArrowDown");
            assertThat(page.locator("#about h2")).containsText(below);
            assertThat(page.locator("#about .lesson-strip rect").first()).isAttached();
            for (int step = 0; step < 3; step++) {
                page.keyboard().press("Control+z");
            }
            assertThat(page.locator("#sums")).hasText("0 here · 0 late · 0 absent · 24 to say");
            Visit.saved(page);
            page.reload();
            assertThat(page.locator("#sums")).hasText("0 here · 0 late · 0 absent · 24 to say");
        }
    }

    private static Locator place(Page page, String words) {
        return page.locator("#seats [data-words='" + words + "'] .seat-place");
    }

    private static void kept(Page page) {
        assertThat(page.locator("#saved")).hasText(Pattern.compile("● Saved .*"));
    }

    @Test
    void seatsAreDrawnAndGivenOutByKeysAndTapsAndAnotherWindowIsNotOverwritten() {
        try (Visit visit = new Visit(SERVER);
                Visit other = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            other.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/3/room/seats");
            page.fill("#name", "Lab");
            page.fill("[name=rows0]", "2");
            page.fill("[name=rows1]", "3");
            page.fill("[name=rows2]", "3");
            page.click("text=Make the plan");
            assertThat(page.locator(".notice.is-done")).containsText("The plan is made.");
            visit.checkAccessibility();
            page.click("button:text-is('Arrange')");
            assertThat(page.locator(".notice.is-doubt")).containsText("6 seats that can be used. Draw");
            String name = page.locator("#unseated b").first().innerText();
            page.locator("#unseated .seat-place").first().focus();
            page.keyboard().press("Enter");
            assertThat(page.locator("#told")).hasText(name + ": choose a seat.");
            place(page, "row 1, seat 2").click();
            assertThat(place(page, "row 1, seat 2")).hasText(Pattern.compile(name + ".*"));
            kept(page);
            page.keyboard().press("Enter");
            page.keyboard().press("ArrowUp");
            page.keyboard().press("Enter");
            assertThat(place(page, "row 2, seat 2")).hasText(Pattern.compile(name + ".*"));
            kept(page);
            Page second = other.page();
            second.navigate("/classes/3/room/seats");
            // One more seat is drawn, and one is broken: nobody can be put on it.
            page.click("#draw");
            page.locator("#seats td:not(.is-seat):visible .seat-place").first().click();
            kept(page);
            page.click("#draw");
            assertThat(page.locator("#seats td.is-seat")).hasCount(7);
            second.locator("#unseated .seat-place").first().click();
            place(second, "row 1, seat 1").click();
            assertThat(second.locator("#saved")).containsText("changed elsewhere meanwhile");
            second.click("text=Load the page again");
            assertThat(second.locator("#seats td.is-seat")).hasCount(7);
            page.keyboard().press("Control+z");
            assertThat(page.locator("#seats td.is-seat")).hasCount(6);
            kept(page);
        }
    }

    /** A busy server, a page of the network, a line that breaks, and a session that ended, one after the other. */
    @Test
    void aPlanIsSavedOnlyOnceItIsAnsweredWhateverComesBackBefore() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/1/room/seats");
            Deque<Consumer<Route>> answers = new ArrayDeque<>(List.of(
                    route -> route.fulfill(new Route.FulfillOptions().setStatus(503)),
                    route -> route.fulfill(
                            new Route.FulfillOptions().setStatus(200).setBody("<html>Sign in to the network</html>")),
                    Route::abort,
                    route -> route.fulfill(new Route.FulfillOptions().setStatus(401))));
            Visit.route(page, "**/places?*", route -> {
                Consumer<Route> answer = answers.poll();
                if (answer == null) {
                    route.resume();
                } else {
                    answer.accept(route);
                }
            });
            Locator first = place(page, "row 1, seat 1");
            String name = first.locator("b").innerText();
            first.focus();
            page.keyboard().press("Enter");
            place(page, "row 2, seat 5").click();
            assertThat(page.locator("#saved")).containsText("Not saved yet: the server or its database is not ready");
            assertThat(page.locator("#saved")).containsText("Not saved yet: the answer came from the network");
            // What is altered meanwhile goes with the next try.
            place(page, "row 3, seat 2").click();
            String other = place(page, "row 3, seat 2").locator("b").innerText();
            page.keyboard().press("Backspace");
            assertThat(page.locator("#unseated")).containsText(other);
            assertThat(page.locator("#saved")).containsText("Not saved: you were signed out");
            page.click("text=I am signed in again");
            kept(page);
            page.reload();
            assertThat(place(page, "row 2, seat 5")).containsText(name);
            assertThat(page.locator("#unseated")).containsText(other);
        }
    }

    @Test
    void aCoverSheetIsMadeFromNothing() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/2/marks");
            page.click("nav >> text=Room");
            page.click(".chips >> text=lists");
            page.click(".chips >> text=cover sheet");
            page.fill("#toDo", "Read pages 40 to 43.");
            page.fill("#call", "Front office, 0555 0100");
            Download cover = page.waitForDownload(() -> page.click("button:text-is('PDF')"));
            assertThat(cover.suggestedFilename()).isEqualTo("8D Geography, cover sheet.pdf");
            assertThat(cover.failure()).isNull();
        }
    }
}
