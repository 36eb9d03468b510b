package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Many entries at once, and back again: blocks copied and pasted, columns filled, steps undone, scripts in no order. */
class BlocksJourney {
    private static final Server SERVER = Server.withDemo();

    private static Page open(Visit visit) {
        Page page = visit.page();
        page.context().grantPermissions(List.of("clipboard-read", "clipboard-write"));
        visit.signIn("marin", "tidewater-lane");
        page.navigate("/classes/1/marks");
        return page;
    }

    private static Locator graphs(Page page, String student) {
        return Visit.cell(page, student, "Rainfall graphs");
    }

    private static void copied(Page page, String text) {
        page.evaluate("text => navigator.clipboard.writeText(text)", text);
    }

    @Test
    void stepsAreUndoneAndRedoneAlsoAfterAReload() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit);
            graphs(page, "Aldous").click();
            page.keyboard().type("abs");
            page.keyboard().press("Enter");
            page.keyboard().type("12");
            page.keyboard().press("Enter");
            // The same as above, three times.
            for (int i = 0; i < 3; i++) {
                page.keyboard().press("Control+d");
            }
            Visit.saved(page);
            assertThat(graphs(page, "Castellan")).hasText("12");
            page.reload();
            graphs(page, "Aldous").click();
            for (int i = 0; i < 5; i++) {
                page.keyboard().press("Control+z");
            }
            Visit.saved(page);
            for (String student : List.of("Aldous", "Arkady", "Bellweather", "Brandt", "Castellan")) {
                assertThat(graphs(page, student)).hasText("");
            }
            page.keyboard().press("Control+z");
            assertThat(page.locator("#told")).containsText("Nothing to undo.");
            page.keyboard().press("Control+Shift+Z");
            Visit.saved(page);
            assertThat(graphs(page, "Aldous")).hasText("absent");
            assertThat(page.locator("#margin-view .changes")).containsText("redone");
            page.keyboard().press("Control+z");
            Visit.saved(page);
        }
    }

    @Test
    void aStepThatWasPutOverElsewhereIsLeftAlone() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit);
            graphs(page, "Sabry").click();
            page.keyboard().type("7");
            page.keyboard().press("Enter");
            Visit.saved(page);
            Page other = visit.newTab();
            other.navigate("/classes/1/marks");
            graphs(other, "Sabry").click();
            other.keyboard().type("9");
            other.keyboard().press("Enter");
            Visit.saved(other);
            other.close();
            page.reload();
            graphs(page, "Sabry").click();
            page.keyboard().press("Control+z");
            assertThat(page.locator("#told")).containsText("Sabry, Laila, Rainfall graphs was altered since");
            assertThat(graphs(page, "Sabry")).hasText("9");
        }
    }

    @Test
    void aBlockIsCopiedAndPastedAndWhatIsUnclearIsAskedFirst() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit);
            Visit.cell(page, "Dunmore", "Town survey").click();
            page.keyboard().press("Shift+ArrowDown");
            page.keyboard().press("Control+c");
            String block = (String) page.evaluate("navigator.clipboard.readText()");
            assertThat(block.split("\n")).hasSize(2);
            graphs(page, "Dunmore").click();
            copied(page, "14\r\n18,5\r\n");
            page.keyboard().press("Control+v");
            Visit.saved(page);
            assertThat(graphs(page, "Eberly")).hasText("18.5");
            copied(page, "15\tx\tx\nperhaps");
            page.keyboard().press("Control+v");
            assertThat(page.locator("#told")).containsText("4 are there already and would be altered.");
            assertThat(page.locator("#told")).containsText("1 would be in doubt: Eberly, Jonah, Rainfall graphs");
            page.click("#told button:has-text('Cancel')");
            assertThat(graphs(page, "Dunmore")).hasText("14");
            page.keyboard().press("Control+v");
            page.click("#told button:has-text('Paste them')");
            Visit.saved(page);
            assertThat(graphs(page, "Eberly")).hasText("perhaps");
            graphs(page, "Eberly").click();
            assertThat(page.locator("#margin-view .changes")).containsText("pasted");
            page.keyboard().press("Control+z");
            Visit.saved(page);
            assertThat(graphs(page, "Dunmore")).hasText("14");
        }
    }

    @Test
    void aColumnIsFilledOnlyAfterSayingWhatItDoes() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit);
            Visit.cell(page, "Aldous", "Estuary walk").click();
            page.click("#fill summary");
            page.click("#fill button:has-text('full marks')");
            assertThat(page.locator("#fill [name=with]")).hasValue("40");
            assertThat(page.locator("#fill-words")).containsText("entries.");
            assertThat(page.locator("#fill-words")).containsText("grades stay");
            visit.checkAccessibility();
            page.click("#fill button:has-text('Fill them')");
            Visit.saved(page);
            assertThat(Visit.cell(page, "Iyer", "Estuary walk")).hasText("40");
            page.keyboard().press("Control+z");
            Visit.saved(page);
            assertThat(Visit.cell(page, "Iyer", "Estuary walk")).hasText("");
        }
    }

    @Test
    void scriptsInNoOrderAreFoundByTwoLettersOrTheNumber() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit);
            Visit.cell(page, "Aldous", "Estuary walk").click();
            page.check("#pile");
            page.keyboard().press("Tab");
            Visit.cell(page, "Aldous", "Estuary walk").click();
            page.keyboard().press("/");
            page.keyboard().type("vo");
            page.keyboard().press("Enter");
            page.keyboard().type("31");
            page.keyboard().press("Enter");
            page.keyboard().type("2210");
            page.keyboard().press("Enter");
            page.keyboard().type("22");
            page.keyboard().press("Enter");
            assertThat(page.locator("#find")).isFocused();
            Visit.saved(page);
            assertThat(Visit.cell(page, "Voss", "Estuary walk")).hasText("31");
            assertThat(Visit.cell(page, "Hollis", "Estuary walk")).hasText("22");
        }
    }

    @Test
    void aNoteIsWrittenWithoutTheMouseAndOutlivesACutLine() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit);
            Visit.cell(page, "Ueda", "Town survey").click();
            page.locator("#margin-view .remarks").waitFor();
            page.keyboard().press(";");
            assertThat(page.locator(".remarks [name=note]")).isFocused();
            page.keyboard().type("Label the axes; say what they show.");
            assertThat(page.locator(".remarks [data-left]").first()).hasText("465 left");
            page.keyboard().press("Escape");
            assertThat(page.locator(".remarks [data-said]")).hasText("saved");
            assertThat(Visit.cell(page, "Ueda", "Town survey")).hasClass(Pattern.compile(".*is-noted.*"));
            visit.checkAccessibility();
            page.keyboard().press(":");
            page.context().setOffline(true);
            page.keyboard().type("Was ill that week");
            page.keyboard().press("Escape");
            assertThat(page.locator(".remarks [data-said]")).containsText("Not saved yet: no answer came.");
            page.context().setOffline(false);
            assertThat(page.locator(".remarks [data-said]")).hasText("saved");
            page.reload();
            Visit.cell(page, "Ueda", "Town survey").click();
            assertThat(page.locator(".remarks [name=memo]")).hasValue("Was ill that week");
        }
    }
}
