package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Targets set down a class, looked at over the terms, and somebody marked for help. */
class TargetsJourney {
    private static final Server SERVER = Server.withDemo();

    private static Locator field(Page page, String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    @Test
    void targetsAreTypedDownPastedAndSuggested() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/1/targets/set");
            field(page, "End of Ueda, Hana").focus();
            page.keyboard().press("ControlOrMeta+a");
            page.keyboard().type("7");
            page.keyboard().press("Enter");
            assertThat(field(page, "End of Voss, Mikkel")).isFocused();
            page.keyboard().type("6");
            page.keyboard().press("ArrowUp");
            assertThat(field(page, "End of Ueda, Hana")).isFocused();
            // A block from a spreadsheet fills from the field it is pasted into, rightwards and down.
            page.evaluate("""
                    () => {
                      const data = new DataTransfer();
                      data.setData("text/plain", "5\\t5\\n4\\t6\\n");
                      document.querySelector("[aria-label='Term 1 of Sabry, Laila']")
                        .dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
                    }""");
            assertThat(field(page, "Term 1 of Sabry, Laila")).hasValue("5");
            assertThat(field(page, "Term 2 of Tremaine, Gus")).hasValue("6");
            assertThat(field(page, "Term 3 of Tremaine, Gus")).hasValue("");
            field(page, "End of Arkady, Tomas").fill("9");
            page.click("text=Save targets");
            assertThat(page.locator(".notice.is-doubt"))
                    .containsText("Arkady, Tomas: “9” is not a grade of the class.");
            assertThat(field(page, "End of Voss, Mikkel")).hasValue("6");
            field(page, "End of Arkady, Tomas").fill("");
            page.selectOption("select[name=way]", "above");
            page.fill("input[name=above]", "2");
            page.click("text=Fill in");
            assertThat(page.locator(".notice.is-done")).hasText("1 target is suggested. Nothing is saved yet.");
            assertThat(field(page, "End of Arkady, Tomas")).hasValue("5");
            page.click("text=Save targets");
            assertThat(page.locator(".notice.is-done")).containsText("targets are saved.");
            page.click("text=table");
            assertThat(page.locator("tr").filter(new Locator.FilterOptions().setHasText("Voss")))
                    .containsText("6");
        }
    }

    @Test
    void aStudentIsLookedAtAndMarkedForHelp() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/3/targets?span=year");
            assertThat(page.locator(".multiples li")).hasCount(26);
            page.click("text=gap");
            page.locator(".multiples a").first().click();
            assertThat(page.locator("#margin .told .facts")).containsText("Began at");
            assertThat(page.locator(".multiples li.is-chosen")).hasCount(1);
            String name = page.locator("#margin .told h2").innerText();
            page.click("#margin >> text=from end of Year 9");
            assertThat(page.locator("#margin svg.aim text").filter(new Locator.FilterOptions().setHasText("before")))
                    .hasCount(1);
            visit.checkAccessibility();
            page.fill("#help-reason", "Quick to give up.");
            page.fill("#help-doing", "First question together.");
            page.fill("#help-day", "2027-02-24");
            page.click("text=Mark for help");
            assertThat(page.locator(".notice.is-done")).hasText(name + " is marked for help.");
            page.click(".spine-mark");
            page.click(".todo-list >> text=First question together.");
            assertThat(page).hasURL(Pattern.compile(".*/classes/3/targets/help#help-[0-9]+"));
            page.locator("textarea[name=outcome]").fill("Begins alone now.");
            page.click("text=End it");
            assertThat(page.locator(".is-past")).containsText("Begins alone now.");
        }
    }

    @Test
    void goalsAreSetUpByKeysAndJudgedFromTheMarksThatAreThere() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/2/groundwork/goals?span=year");
            page.locator("#pasted").fill("Reads weather\n    Keeps a diary\n    Uses a compass\n");
            page.click("text=Add them");
            assertThat(page.locator(".is-goals tbody tr")).hasCount(3);
            assertThat(page.locator(".beside")).containsText("Without evidence");
            page.click("text=Evidence…");
            page.locator(".evidence-grid input").first().focus();
            page.keyboard().press("ArrowRight");
            page.keyboard().press("Space");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("ArrowLeft");
            page.keyboard().press("Space");
            assertThat(field(page, "Weather diary, Keeps a diary")).isFocused();
            page.keyboard().press("Enter");
            assertThat(page.locator(".notice.is-done")).containsText("is saved");
            assertThat(field(page, "Compass work, Uses a compass")).isChecked();
            page.navigate("/classes/2/targets/goals?span=year");
            assertThat(page.locator(".goal-bar")).hasCount(3);
            page.click(".goal-bars li:nth-child(3) .goal-counts a:has-text('secure')");
            assertThat(page.locator(".beside h2")).hasText("Uses a compass");
            Locator first = page.locator(".beside .plain-list a").first();
            String name = first.innerText();
            first.click();
            assertThat(page.locator(".inner h2")).hasText(name);
            Locator diary =
                    page.locator(".goal-list li").filter(new Locator.FilterOptions().setHasText("Keeps a diary"));
            diary.locator("summary").click();
            diary.locator("select").selectOption("again");
            diary.locator("text=Set by hand").click();
            assertThat(diary).containsText("set by hand on 24 Feb 2027; the evidence would say");
            visit.checkAccessibility();
            diary.locator("summary").click();
            diary.locator("button:text-is('delete')").click();
            assertThat(diary).not().containsText("set by hand");
        }
    }

    @Test
    void aDotOfTheScatterTellsWhoseItIsAndNamesCanBeHidden() {
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            page.navigate("/classes/1/targets?compare=start");
            Locator dot = page.locator(".scatter.is-wide .dot").first();
            dot.focus();
            String name = dot.getAttribute("data-name");
            assertThat(page.locator(".scatter.is-wide .named")).hasText(name);
            page.keyboard().press("Enter");
            assertThat(page.locator("#margin .told h2")).hasText(name.replaceAll(":.*", ""));
            page.keyboard().press("F9");
            assertThat(page.locator("#names")).containsText("show names");
            assertThat(Visit.whole(page))
                    .doesNotContain(name.replaceAll(",.*", ""))
                    .containsPattern("Student [1-9][0-9]");
        }
    }
}
