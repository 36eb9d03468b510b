package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;

/** The first ten minutes: from an empty account to a class ready to mark, led by the first steps and counted act by act. */
class FirstClassJourney {
    private static final Server SERVER = Server.empty();

    private static Locator next(Page page) {
        return page.locator(".first-steps .is-next a");
    }

    /** A class that is only begun has done nothing wrong yet. */
    private static void checkNothingIsWrongYet(Page page) {
        assertThat(page.locator("#loose-ends")).hasText("0");
        assertThat(page.locator("[role=alert]:not(:empty), .is-off:visible:not(:empty)"))
                .hasCount(0);
    }

    @Test
    void theFirstClassIsReadyToMarkInTwentySevenActs() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            page.navigate("/");
            page.fill("#code", TestCluster.FIRST_CODE);
            page.fill("#name", "Rowan Teacher");
            page.fill("#signIn", "rowan");
            page.fill("#password", "the tide comes in twice");
            page.click("text=Make the account");
            Acts acts = new Acts(page);
            acts.click("main >> text=New class");
            assertThat(page.locator("form.lined")).containsText("2026/27");
            assertThat(page.locator("form.lined")).containsText("Term 2, 4 Jan – 31 Mar");
            visit.checkAccessibility();
            acts.write("9B");
            acts.press("Tab");
            acts.write("Geography");
            acts.press("Enter");

            checkNothingIsWrongYet(page);
            assertThat(next(page)).hasText("Students");
            acts.click("#pasted");
            page.fill("#pasted", "Number\tName\n81\tBrandt, Ilva\n82\tHollis, Kwame\n");
            acts.add(1);
            acts.click("button:has-text('Preview')");
            acts.click("text=Import 2 students");

            checkNothingIsWrongYet(page);
            acts.click(next(page));
            acts.click("#weights [name=together]");
            acts.write("Fieldwork 30, Map skills 20, Exams 45");
            acts.press("Enter");
            assertThat(page.locator("#weights [role=alert]")).hasText("Weights make 95. They must make 100.");
            assertThat(page.locator("[name=categoryName]")).hasCount(3);
            // A slip of the finger is put right where it is; it is not counted as a step of the way.
            page.locator("#weights [name=weight]").nth(2).fill("50");
            page.keyboard().press("Enter");
            assertThat(page.locator(".weight-bar use").nth(1)).hasAttribute("href", "#shape-square");

            checkNothingIsWrongYet(page);
            acts.click(next(page));
            acts.click("#boundaries [name=together]");
            acts.write("7 85, 6 72, 5 60, 4 48, 3 36, 2 20, 1 0");
            acts.press("Enter");
            assertThat(page.locator(".rail .band")).hasCount(7);

            acts.click(next(page));
            visit.checkAccessibility();
            acts.click("#margin-form [name=title]");
            acts.write("River transect");
            acts.click("#margin-form [name=outOf]");
            acts.write("40");
            acts.press("Enter");
            assertThat(next(page)).hasText("First marks");
            checkNothingIsWrongYet(page);
            acts.click(Visit.cell(page, "Brandt", "River transect"));
            assertThat(acts.count()).as("acts beside writing and pasting").isLessThanOrEqualTo(27);

            page.keyboard().type("31");
            page.keyboard().press("Enter");
            assertThat(page.locator("#saved")).containsText("saved");
            page.reload();
            assertThat(page.locator(".first-steps")).hasCount(0);
            assertThat(Visit.cell(page, "Brandt", "River transect")).hasText("31");
        }
    }
}
