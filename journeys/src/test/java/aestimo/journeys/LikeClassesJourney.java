package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;

/** Four more classes like one there is, with their students, ready to be marked: counted act by act. */
class LikeClassesJourney {
    private static final Server SERVER = Server.withDemo();

    private static String students(int of) {
        StringBuilder list = new StringBuilder("Number\tName\n");
        for (int i = 0; i < 6; i++) {
            list.append(8100 + 10 * of + i)
                    .append("\tFamily")
                    .append((char) ('A' + of))
                    .append(i)
                    .append(", Given")
                    .append(i)
                    .append('\n');
        }
        return list.toString();
    }

    @Test
    void fourMoreClassesAreReadyInTwentyFiveActs() {
        String[] names = {"9C", "9D", "10B", "10C"};
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("marin", "tidewater-lane");
            Page page = visit.page();
            Acts acts = new Acts(page);
            acts.click("text=New class");
            assertThat(page.locator("#name")).isVisible();
            acts.write(String.join(", ", names));
            page.selectOption(
                    "#like",
                    page.locator("#like option:has-text('9B Geography')").getAttribute("value"));
            acts.add(1);
            visit.checkAccessibility();
            acts.click("text=Make the class");
            assertThat(page.locator(".notice.is-done"))
                    .containsText("4 classes are made. Now import the students of 9C");
            for (int i = 0; i < names.length; i++) {
                if (i > 0) {
                    acts.click(".spine >> text=/^" + names[i] + "/");
                    acts.click("text=Import students");
                }
                page.fill("#pasted", students(i));
                acts.add(1);
                acts.click("text=Preview");
                acts.click("text=Import 6 students");
                assertThat(page.locator("tbody tr").first()).isVisible();
            }
            assertThat(acts.count()).as("acts beside writing and pasting").isLessThanOrEqualTo(25);
            for (int i = 0; i < names.length; i++) {
                page.click(".spine >> text=/^" + names[i] + "/");
                assertThat(page.locator("tbody tr .who, tbody th").first()).isVisible();
                assertThat(page.locator("thead th.piece a").first()).isVisible();
                assertThat(page.locator("#saved")).containsText("Nothing typed yet");
            }
        }
    }
}
