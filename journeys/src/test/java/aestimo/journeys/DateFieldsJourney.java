package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Days are typed in any usual way, shown back as they were understood, and look alike in every browser. */
class DateFieldsJourney {
    private static final Server SERVER = Server.withDemo();

    private static Visit visit(int width, int height) {
        Visit visit = new Visit(SERVER, width, height);
        visit.signIn("marin", "tidewater-lane");
        return visit;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2027-02-24|2027-02-24",
                "24 Feb 2027|2027-02-24",
                "24 february 27|2027-02-24",
                "24.2.2027|2027-02-24",
                "03/02/2027|2027-02-03",
                "1st Sept 2026|2026-09-01",
                "Feb 24, 2027|2027-02-24",
                "29.2.2028|2028-02-29",
                "29.2.2027|",
                "31 Apr 2027|",
                "24 Foo 2027|",
                "13/13/2027|",
                "1.1.1899|",
                "24 Feb|",
                "tomorrow|",
                "''|"
            })
    void aDayIsReadInEveryUsualWayAndNothingElseIsTakenForOne(String typed, String day) {
        try (Visit visit = new Visit(SERVER, 1280, 800)) {
            visit.page().navigate("/");
            Object read = visit.page().evaluate("async (text) => (await import('/work/days.js')).readDay(text)", typed);
            assertThat(read).isEqualTo(day);
        }
    }

    @Test
    void aFieldShowsWhatWasUnderstoodAndIsSavedAsIt() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/classes/1/marks?new");
            Locator date = page.locator("#date");
            assertThat(date).hasValue("24 Feb 2027");
            page.fill("#title", "Dune survey");
            page.fill("#outOf", "20");
            date.fill("3/3/27");
            date.blur();
            assertThat(date).hasValue("3 Mar 2027");
            // What is no day stays as it was typed, and is refused in words.
            date.fill("31 Apr 2027");
            page.click("text=Add it");
            assertThat(page.locator(".notice[role=alert]").first()).containsText("The date is “31 Apr 2027”.");
            assertThat(page.locator("#date")).hasValue("31 Apr 2027");
            page.locator("#date").fill("4 March 2027");
            page.click("text=Add it");
            assertThat(page.locator(".notice.is-done")).containsText("“Dune survey” is added.");
            assertThat(page.locator("thead")).containsText("4 Mar");
        }
    }

    @Test
    void severalDaysOfOneNameKeepTheirOrder() {
        try (Visit visit = visit(1280, 800)) {
            Page page = visit.page();
            page.navigate("/years");
            page.click("text=New year");
            page.fill("[name=name]", "2031/32");
            String[] days = {"1.9.2031", "12 Dec 2031", "5/1/32", "26 March 2032", "2032-04-12", "2 July 2032"};
            for (int term = 0; term < 3; term++) {
                page.locator("[name=starts]").nth(term).fill(days[2 * term]);
                page.locator("[name=ends]").nth(term).fill(days[2 * term + 1]);
            }
            page.click("text=Save the year");
            assertThat(page.locator(".notice.is-done")).containsText("is saved. Now make a class in it.");
            page.navigate("/years");
            page.locator("a:has-text('2031/32')").first().click();
            assertThat(page.locator("[name=starts]").nth(1)).hasValue("5 Jan 2032");
            assertThat(page.locator("[name=ends]").nth(2)).hasValue("2 July 2032".replace("July", "Jul"));
        }
    }

    @Test
    void aTouchScreenKeepsItsOwnPicker() {
        try (Visit visit = visit(390, 844)) {
            visit.page().navigate("/classes/1/marks?new");
            assertThat((Boolean) visit.page().evaluate("matchMedia('(pointer: coarse)').matches"))
                    .isTrue();
            assertThat(visit.page().locator("#date")).hasAttribute("type", "date");
            assertThat(visit.page().locator("#date")).hasValue("2027-02-24");
        }
    }
}
