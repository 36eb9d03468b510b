package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Whatever is done on the sheet, one step after the other, with answers lost and the page loaded anew in between: undoing
 * goes back through every state there was, redoing comes forward through the same, and the server has what is shown.
 */
class StepsByChanceJourney {
    private static final Server SERVER = Server.withDemo();
    private static final int STEPS = 18;
    private static final int ROWS = 20;
    private static final List<String> PIECES = List.of("Rainfall graphs", "Town survey", "Estuary walk");
    private static final String GRID = """
            () => [...document.querySelectorAll("tbody tr[data-s]")].map(row => [...row.querySelectorAll("td.cell")]
                .map(cell => (cell.dataset.t ?? cell.textContent) + (cell.dataset.late == null ? "" : " late")).join("|"))
                .join("\\n")""";

    private final long seed = Long.getLong("seed", new Random().nextLong());
    private final Random random = new Random(seed);
    private final List<String> done = new ArrayList<>(List.of("-Dseed=" + seed));

    private static String grid(Page page) {
        return (String) page.evaluate(GRID);
    }

    private Locator anyCell(Page page) {
        String piece = PIECES.get(random.nextInt(PIECES.size()));
        int column = page.locator("thead th.piece a").allInnerTexts().indexOf(piece);
        return page.locator("tbody tr[data-s]")
                .nth(random.nextInt(ROWS))
                .locator("td.cell")
                .nth(column);
    }

    /** One step of any kind; some come to nothing, such as deleting what is blank. */
    private void step(Page page) {
        Locator cell = anyCell(page);
        cell.click();
        String number = Integer.toString(random.nextInt(1, 12)) + (random.nextBoolean() ? ".5" : "");
        switch (random.nextInt(6)) {
            case 0 -> {
                page.keyboard().press("Delete");
                done.add("Delete");
            }
            case 1 -> {
                page.keyboard().press("Control+d");
                done.add("as above");
            }
            case 2 -> paste(page, number + "\n" + random.nextInt(9) + "\n");
            case 3 -> type(page, List.of("a", "x", "n", number + " l").get(random.nextInt(4)));
            default -> type(page, number);
        }
    }

    private void type(Page page, String text) {
        page.keyboard().type(text);
        page.keyboard().press("Enter");
        done.add(text);
    }

    private void paste(Page page, String block) {
        page.evaluate("text => navigator.clipboard.writeText(text)", block);
        String before = grid(page);
        Locator asked = page.locator("#told button:has-text('Paste them')");
        page.keyboard().press("Control+v");
        page.waitForCondition(() -> asked.isVisible() || !grid(page).equals(before));
        if (asked.isVisible()) {
            asked.click();
            asked.waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
        }
        done.add("paste " + block.replace('\n', ' '));
    }

    /** What happens between two steps: mostly nothing. */
    private void meanwhile(Page page) {
        switch (random.nextInt(6)) {
            case 0 -> Visit.loseOneAnswer(page);
            case 1 -> {
                page.reload();
                page.waitForLoadState();
                done.add("reload");
            }
            default -> {
                // On with the next.
            }
        }
    }

    @Test
    void undoingGoesBackThroughEveryStateAndRedoingForwardAgain() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            page.context().grantPermissions(List.of("clipboard-read", "clipboard-write"));
            visit.signIn("marin", "tidewater-lane");
            page.navigate("/classes/1/marks");
            page.waitForLoadState();
            Deque<String> states = new ArrayDeque<>(List.of(grid(page)));
            while (states.size() <= STEPS) {
                meanwhile(page);
                step(page);
                Visit.saved(page);
                String now = grid(page);
                if (!now.equals(states.peek())) {
                    states.push(now);
                }
            }
            String last = states.pop();
            page.reload();
            page.waitForLoadState();
            assertThat(grid(page)).as("kept by the server, after %s", done).isEqualTo(last);
            Deque<String> forward = new ArrayDeque<>(List.of(last));
            anyCell(page).click();
            while (!states.isEmpty()) {
                meanwhileOf(page, "Control+z");
                String before = states.pop();
                assertThat(grid(page)).as("undone, after %s", done).isEqualTo(before);
                forward.push(before);
            }
            page.reload();
            page.waitForLoadState();
            assertThat(grid(page)).as("as it began, for the server too").isEqualTo(forward.pop());
            anyCell(page).click();
            while (!forward.isEmpty()) {
                meanwhileOf(page, "Control+Shift+Z");
                assertThat(grid(page)).as("redone, after %s", done).isEqualTo(forward.pop());
            }
            assertThat(page.locator("#conflicts")).isEmpty();
        }
    }

    /** A key that goes one step, whatever happens before it. */
    private void meanwhileOf(Page page, String key) {
        meanwhile(page);
        if (page.evaluate("() => document.activeElement === document.body").equals(true)) {
            anyCell(page).click();
        }
        page.keyboard().press(key);
        Visit.saved(page);
    }
}
