package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Marking runs on a desk and on a phone, how the sheet is looked at, loose ends settled in place. */
class RunJourney {
    private static final Server SERVER = Server.withDemo();

    private static Page open(Visit visit, String path) {
        visit.signIn("marin", "tidewater-lane");
        visit.page().navigate(path);
        return visit.page();
    }

    private static Locator now(Page page) {
        return page.locator(".run-line.is-now");
    }

    private static void isNow(Page page, String student) {
        assertThat(now(page).locator(".run-name")).hasText(Pattern.compile(student + ".*"));
    }

    private static void type(Page page, String... texts) {
        for (String text : texts) {
            page.keyboard().type(text);
            page.keyboard().press("Enter");
        }
    }

    private static Locator input(Page page, String student) {
        return page.locator(".run-line")
                .filter(new Locator.FilterOptions().setHasText(student))
                .locator(".run-mark input");
    }

    @Test
    void aPieceIsMarkedDownTheClassFromItsHeadingByTheKeyboardAlone() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            page.click("thead >> text=Rainfall graphs");
            isNow(page, "Aldous");
            assertThat(page.locator("#run-done")).containsText("0 of 24 marked");
            type(page, "14", "a", "18,5", "19/20", "25");
            Visit.saved(page);
            assertThat(input(page, "Arkady")).hasValue("absent");
            assertThat(input(page, "Bellweather")).hasValue("18.5");
            assertThat(page.locator(".run-line")
                            .filter(new Locator.FilterOptions().setHasText("Castellan"))
                            .locator(".run-reason"))
                    .hasText("25 is more than the out-of 20.");
            assertThat(page.locator("#run-done")).containsText("5 of 24 marked");
            assertThat(page.locator("#run-beside .strip circle")).hasCount(3);
            page.keyboard().press("ArrowUp");
            page.keyboard().type("15");
            page.keyboard().press("Escape");
            page.keyboard().press(";");
            page.keyboard().type("Which month is wettest?");
            page.keyboard().press("Escape");
            assertThat(now(page).locator("[data-said]")).hasText("saved");
            page.keyboard().press("Control+z");
            assertThat(input(page, "Castellan")).hasValue("");
            Visit.saved(page);
            visit.checkAccessibility();
            // Only the unmarked: those done are passed by.
            page.check("#only");
            assertThat(page.locator(".run-line:visible")).hasCount(20);
            page.click("[aria-label^='Before:']");
            page.waitForURL(Pattern.compile(".*only.*"));
            page.goBack();
            assertThat(page.locator(".run-line:visible")).hasCount(20);
            isNow(page, "Castellan");
            // In pile order Enter goes back to finding.
            page.uncheck("#only");
            page.check("#pile");
            assertThat(page.locator("#find")).isFocused();
            type(page, "vo", "13", "2210", "12");
            Visit.saved(page);
            assertThat(input(page, "Voss")).hasValue("13");
            assertThat(input(page, "Hollis")).hasValue("12");
        }
    }

    @Test
    void partsAndOneStudentsPieces() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/3/marks");
            page.click("thead >> text=Week 17");
            Locator first = now(page).locator(".run-mark input");
            assertThat(first).hasCount(2);
            type(page, "11", "60");
            isNow(page, "Bellamy");
            Visit.saved(page);
            page.navigate("/classes/3/marks");
            assertThat(Visit.cell(page, "Abbas", "Week 17")).hasCount(1);
            page.click("tbody .name a >> text=Abbas");
            assertThat(page.locator(".run-title h2")).hasText("Abbas, Yusra");
            assertThat(page.locator("#run-beside .working")).isVisible();
            assertThat(page.locator(".run-line")
                            .filter(new Locator.FilterOptions().setHasText("Week 17"))
                            .locator("input")
                            .first())
                    .hasValue("11");
            visit.checkAccessibility();
        }
    }

    @Test
    void onAPhoneThumbsMarkWithoutTheMachinesKeyboard() {
        try (Visit visit = new Visit(SERVER, 390, 844)) {
            Page page = open(visit, "/classes/2/run");
            Locator mark = now(page).locator(".run-mark input").first();
            assertThat(mark).hasAttribute("inputmode", "none");
            String name = now(page).locator(".run-name").innerText();
            for (String digit : List.of("1", "2", "½")) {
                page.click(".run-keys button:text-is('" + digit + "')");
            }
            assertThat(mark).hasValue("12.5");
            page.click(".run-keys [aria-label^='take the last']");
            page.click(".run-keys [aria-label^='take the last']");
            page.click(".run-keys button:has-text('next')");
            Visit.saved(page);
            assertThat(input(page, name)).hasValue("12");
            page.click(".is-now .run-quick button:text-is('not handed in')");
            Visit.saved(page);
            page.click(".run-keys [data-go='-1']");
            assertThat(now(page).locator(".run-mark input")).hasValue("not handed in");
            visit.checkAccessibility();
        }
    }

    @Test
    void howTheSheetIsLookedAtIsKeptAndReadOut() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/4/marks");
            page.click(".choice >> text=date");
            assertThat(page.locator(".group.is-month").first()).isVisible();
            page.click(".is-look summary");
            visit.checkAccessibility();
            page.check("[name=face][value=percent]");
            page.check("[name=foot][value=spread]");
            page.check("[name=foot][value=counted]");
            page.selectOption("[name=order]", "result");
            page.selectOption("[name=result]", "right");
            page.click("text=Apply");
            assertThat(page.locator(".sheet.is-right tfoot .spread").first()).isVisible();
            List<String> results = page.locator("tbody .result").allInnerTexts();
            assertThat(results.stream()
                            .filter(it -> !it.isEmpty())
                            .map(Double::valueOf)
                            .toList())
                    .isSortedAccordingTo(java.util.Comparator.reverseOrder());
            // A save brings both faces, the spread and the words for those who hear them.
            Locator cell =
                    page.locator("tbody tr").nth(1).locator("td.cell.is-mark").first();
            cell.click();
            page.keyboard().type("1 l");
            page.keyboard().press("Enter");
            Visit.saved(page);
            Locator typed = page.locator("tbody tr")
                    .nth(1)
                    .locator("td.cell[data-late]")
                    .first();
            assertThat(typed).hasAttribute("aria-label", Pattern.compile("1 [0-9.]+, late"));
            assertThat(typed.locator("small")).hasCount(1);
            page.keyboard().press("Control+z");
            Visit.saved(page);
            visit.checkAccessibility();
            page.reload();
            assertThat(page.locator(".sheet.is-right")).isVisible();
            page.navigate("/classes/1/marks");
            assertThat(page.locator(".sheet:not(.is-right)")).isVisible();
        }
    }

    @Test
    void atTwiceTheSizeTheSheetIsStillWorkedByKeyboard() {
        try (Visit visit = new Visit(SERVER, 640, 400)) {
            Page page = open(visit, "/classes/1/marks?assessment=9&student=3");
            page.keyboard().press("Escape");
            page.selectOption("#column", new com.microsoft.playwright.options.SelectOption().setIndex(2));
            Locator cell = page.locator("tbody tr").nth(2).locator("td.cell.is-here");
            cell.click();
            page.keyboard().press("Escape");
            page.keyboard().type("7");
            page.keyboard().press("Enter");
            Visit.saved(page);
            assertThat(cell).hasText("7");
            assertThat((Boolean) page.evaluate("document.documentElement.scrollWidth <= innerWidth"))
                    .as("nothing runs off the page")
                    .isTrue();
            visit.checkAccessibility();
        }
    }

    @Test
    void aLooseEndIsSettledInTheMarginAndTheSpineKnows() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            int before = Integer.parseInt(page.locator("#loose-ends").innerText());
            page.click(".loose");
            Locator end = page.locator("#margin .end")
                    .filter(new Locator.FilterOptions().setHasText("Sketch maps"))
                    .first();
            visit.checkAccessibility();
            end.locator("[name=text]").fill("12");
            end.locator("button:text-is('Save')").click();
            assertThat(page.locator("[role=status]").first()).containsText("Sketch maps is 12.");
            assertThat(page.locator("#loose-ends")).hasText(Integer.toString(before - 1));
            page.navigate("/loose-ends");
            visit.checkAccessibility();
            page.navigate("/to-chase?by=student");
            page.context().grantPermissions(List.of("clipboard-read", "clipboard-write"));
            page.click("text=Copy");
            assertThat(page.locator("[data-copy]")).hasText("Copied");
            assertThat((String) page.evaluate("navigator.clipboard.readText()")).contains("\tnot handed in\t");
            visit.checkAccessibility();
            page.navigate("/");
            visit.checkAccessibility();
        }
    }
}
