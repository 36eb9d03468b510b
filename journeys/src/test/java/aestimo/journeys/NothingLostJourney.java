package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.Media;
import com.microsoft.playwright.options.WaitUntilState;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What is typed is never told as saved before it is, never put elsewhere, and never lost without a word. */
class NothingLostJourney {
    private static final Server SERVER = Server.withDemo();

    private static Page open(Visit visit, String path) {
        Page page = visit.page();
        page.context().grantPermissions(List.of("clipboard-read", "clipboard-write"));
        visit.signIn("marin", "tidewater-lane");
        page.navigate(path);
        return page;
    }

    private static Locator saved(Page page) {
        return page.locator("#saved");
    }

    @Test
    void keysPressedBeforeThePageHasCaughtUpAreTyped() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/");
            List<Route> held = new ArrayList<>();
            page.route("**/work/page.js", held::add);
            page.navigate(
                    "/classes/3/marks?student=" + firstStudent(visit) + "&assessment=" + firstPiece(visit),
                    new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
            assertThat(page.locator("#sheet tbody tr").first()).isVisible();
            // Nothing of the page's own listens yet.
            page.keyboard().type("7");
            page.keyboard().press("Enter");
            page.keyboard().type("12");
            page.keyboard().press("Enter");
            assertThat(page.locator("#sheet .is-sending")).hasCount(0);
            org.assertj.core.api.Assertions.assertThat(held).hasSize(1);
            held.get(0).resume();
            Visit.saved(page);
            Locator column = page.locator("#sheet tbody tr td.cell.is-col");
            assertThat(column.nth(0)).hasText("7");
            assertThat(column.nth(1)).hasText("12");
        }
    }

    @Test
    void aCellClickedBeforeThePageHasCaughtUpIsTheOneTypedInto() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/");
            List<Route> held = new ArrayList<>();
            page.route("**/work/sheet.js", held::add);
            page.navigate("/classes/1/marks?span=2", new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
            Locator third =
                    page.locator("#sheet tbody tr").nth(2).locator("td.cell").nth(0);
            Locator fourth =
                    page.locator("#sheet tbody tr").nth(3).locator("td.cell").nth(0);
            third.click();
            page.keyboard().type("11");
            page.keyboard().press("Enter");
            page.keyboard().type("13");
            page.keyboard().press("Enter");
            page.waitForCondition(() -> !held.isEmpty());
            held.get(0).resume();
            assertThat(third).hasText("11");
            Visit.saved(page);
            page.reload();
            assertThat(third).hasText("11");
            assertThat(fourth).hasText("13");
        }
    }

    @Test
    void whatIsTypedBeforeAPageHasGivenItsFirstFieldTheFocusIsInThatField() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/");
            // A page gives its first field the focus only once it is drawn, which waits for how it looks.
            List<Route> held = new ArrayList<>();
            page.route("**/look/small*.css", held::add);
            page.navigate("/classes/new", new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
            page.waitForCondition(() -> !held.isEmpty() && (Boolean) page.evaluate("'takeEarlyKeys' in window"));
            page.keyboard().type("9C, 9");
            held.forEach(Route::resume);
            assertThat(page.locator("#name")).hasValue("9C, 9");
            assertThat(page.locator("#name")).isFocused();
            page.keyboard().type("D");
            assertThat(page.locator("#name")).hasValue("9C, 9D");
        }
    }

    private static String firstStudent(Visit visit) {
        return first(visit, "#sheet tbody tr", "data-s");
    }

    private static String firstPiece(Visit visit) {
        return first(visit, "#sheet thead th.piece:not([data-parts]):not([data-p])", "data-a");
    }

    /** Of another tab, so that the page that is held stays as it is. */
    private static String first(Visit visit, String selector, String attribute) {
        Page other = visit.newTab();
        other.navigate("/classes/3/marks");
        String value = other.locator(selector).first().getAttribute(attribute);
        other.close();
        return value;
    }

    @Test
    void aMarkWhoseAssessmentIsGoneIsToldAsNotSavedUntilItIsSettled() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/2/marks");
            Page other = visit.newTab();
            other.navigate("/classes/2/marks?new");
            other.fill("#title", "Soon gone");
            other.fill("#outOf", "20");
            other.click("text=Add it");
            page.reload();
            other.click("thead >> text=Soon gone");
            other.click("text=Change this assessment");
            other.onDialog(dialog -> dialog.accept());
            other.click("button:has-text('Remove it from the sheet')");
            Visit.cell(page, "Dacre", "Soon gone").click();
            page.keyboard().type("12");
            page.keyboard().press("Enter");
            assertThat(saved(page)).hasText("○ 1 mark not saved: see above.");
            Locator notice = page.locator("#conflicts .notice");
            assertThat(notice)
                    .containsText(
                            "Dacre, Milo · Soon gone: “12” is not saved: The assessment is no longer there: it was removed.");
            notice.locator("text=Copy").click();
            assertThat(notice.locator("button").nth(1)).hasText("Copied");
            assertThat((String) page.evaluate("navigator.clipboard.readText()"))
                    .isEqualTo("Dacre, Milo · Soon gone\t12");
            visit.checkAccessibility();
            // Over a reload, where the page no longer has the column; and on the desk.
            page.reload();
            assertThat(notice).containsText("Dacre, Milo · Soon gone: “12” is not saved");
            assertThat(saved(page)).hasText("○ 1 mark not saved: see above.");
            page.navigate("/");
            assertThat(page.locator("#waiting"))
                    .containsText("8D Geography: 1 mark typed in this browser is not saved yet.");
            visit.checkAccessibility();
            page.click("#waiting a");
            notice.locator("text=Delete").click();
            Visit.saved(page);
            page.navigate("/");
            assertThat(page.locator("#waiting")).hasText("");
        }
    }

    @Test
    void whatWaitsIsListedWithItsReasonAndSentOnceTheServerIsWell() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            Visit.route(page, "**/entries?*", route -> route.fulfill(new Route.FulfillOptions().setStatus(503)));
            Visit.cell(page, "Sabry", "Estuary walk").click();
            page.keyboard().type("21");
            page.keyboard().press("Enter");
            assertThat(saved(page)).containsText("1 mark not saved yet: the server or its database is not ready.");
            page.click(".not-saved summary");
            assertThat(page.locator(".not-saved")).containsText("Sabry, Laila · Estuary walk: 21");
            visit.checkAccessibility();
            page.unroute("**/entries?*");
            page.click(".not-saved >> text=Send now");
            Visit.saved(page);
            page.reload();
            assertThat(Visit.cell(page, "Sabry", "Estuary walk")).hasText("21");
        }
    }

    /** Typed, its answer lost after the server had it, and typed over in the pause. */
    @Test
    void aTeacherNeverContradictsThemselves() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            Visit.loseOneAnswer(page);
            Locator cell = Visit.cell(page, "Osei", "Rainfall graphs");
            cell.click();
            page.keyboard().type("5");
            page.keyboard().press("Enter");
            assertThat(saved(page)).containsText("not saved yet: no answer came.");
            cell.click();
            page.keyboard().type("6");
            page.keyboard().press("Enter");
            Visit.saved(page);
            assertThat(page.locator("#conflicts .notice")).hasCount(0);
            page.reload();
            assertThat(cell).hasText("6");
        }
    }

    /** The margin comes late; what is typed goes to the cell its key was pressed in. */
    @Test
    void aNoteBelongsToTheCellItsKeyWasPressedIn() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            Visit.cell(page, "Gavrila", "Estuary walk").click();
            page.locator("#margin-view .remarks").waitFor();
            List<Route> held = new ArrayList<>();
            Visit.route(page, "**/margin?*", held::add);
            page.keyboard().press("ArrowDown");
            page.keyboard().type(";Label the scale");
            assertThat(page.locator("#margin-view h2").first()).hasText("Hollis, Kwame");
            assertThat(page.locator("#margin-view [name=note]")).hasValue("Label the scale");
            page.unroute("**/margin?*");
            held.forEach(Route::resume);
            assertThat(page.locator("#margin-view .working")).isVisible();
            // The rest of the margin has come, and typing goes on where it was.
            page.keyboard().type(", then colour it.");
            assertThat(page.locator("#margin-view [name=note]")).hasValue("Label the scale, then colour it.");
            // Enter goes on as in a mark; a mark and its note in one go.
            page.keyboard().press("Enter");
            page.keyboard().type("17;Neat:work");
            page.keyboard().press("Shift+Enter");
            page.keyboard().type("twice");
            page.keyboard().press("Enter");
            page.keyboard().type("18:ask");
            page.keyboard().press("Escape");
            Visit.saved(page);
            page.reload();
            for (String[] own : List.of(
                    new String[] {"Gavrila", "", "", ""},
                    new String[] {"Hollis", "", "Label the scale, then colour it.", ""},
                    new String[] {"Iyer", "17", "Neat:work\ntwice", ""},
                    new String[] {"Jessop", "18", "", "ask"})) {
                Locator cell = Visit.cell(page, own[0], "Estuary walk");
                assertThat(cell).hasText(own[1]);
                org.assertj.core.api.Assertions.assertThat(cell.getAttribute("data-note"))
                        .as(own[0])
                        .isEqualTo(own[2].isEmpty() && own[3].isEmpty() ? null : own[2]);
                org.assertj.core.api.Assertions.assertThat(cell.getAttribute("data-memo"))
                        .as(own[0])
                        .isEqualTo(own[2].isEmpty() && own[3].isEmpty() ? null : own[3]);
            }
        }
    }

    @Test
    void inARunEnterInANoteGoesOn() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            page.click("thead >> text=Estuary walk");
            Locator line = page.locator(".run-line").filter(new Locator.FilterOptions().setHasText("Tremaine"));
            line.locator(".run-mark input").click();
            page.keyboard().type("30;Good");
            page.keyboard().press("Enter");
            page.keyboard().type("31");
            page.keyboard().press("Enter");
            Visit.saved(page);
            page.reload();
            assertThat(line.locator("[name=note]")).hasValue("Good");
            assertThat(line.locator(".run-mark input")).hasValue("30");
            assertThat(page.locator(".run-line")
                            .filter(new Locator.FilterOptions().setHasText("Ueda"))
                            .locator(".run-mark input"))
                    .hasValue("31");
        }
    }

    @Test
    void whatWasTypedIntoAnotherFormIsSavedWithItOrAskedAbout() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/2/groundwork/weights");
            Locator top = page.locator("#boundaries [name=from]").first();
            String before = top.inputValue();
            top.fill("999");
            page.locator("[name=categoryName]").first().fill("Studies");
            page.click("button:has-text('Save the weights')");
            assertThat(page.locator(".unsaved")).containsText("What you typed under Boundaries is not saved yet.");
            visit.checkAccessibility();
            page.click("text=Save both");
            assertThat(page.locator(".unsaved")).containsText("starts from 999. The top band cannot start above 100.");
            page.click("text=Back to it");
            top.fill("86");
            page.click("button:has-text('Save the weights')");
            page.click("text=Save both");
            assertThat(page.locator("[role=status]").first()).hasText("Categories and weights are saved.");
            assertThat(top).hasValue("86");
            assertThat(page.locator("[name=categoryName]").first()).hasValue("Studies");
            top.fill(before);
            page.click(".chips >> text=Students");
            page.click("text=Save and go on");
            page.waitForURL("**/groundwork/students*");
            page.locator("[name=given]").first().fill("Renamed");
            page.click("text=more… >> nth=1");
            assertThat(page.locator(".unsaved")).containsText("What you typed under Students is not saved yet.");
            page.keyboard().press("Escape");
            assertThat(page.locator(".unsaved")).hasCount(0);
            page.click("text=more… >> nth=1");
            page.click("text=Go on without saving");
            page.locator("#supportNote").waitFor();
            assertThat(page.locator("[name=given]").first()).not().hasValue("Renamed");
            // Any other way out, the browser itself asks.
            List<String> asked = new ArrayList<>();
            page.onDialog(dialog -> {
                asked.add(dialog.type());
                dialog.accept();
            });
            page.fill("#supportNote", "Sits in front.");
            page.navigate("/");
            org.assertj.core.api.Assertions.assertThat(asked).containsExactly("beforeunload");
        }
    }

    @Test
    void anImportTakesTheFirstClickAfterATitleWasTyped() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/2/marks/import");
            page.fill("#pasted", "Pupil\tQuiz four (out of 10)\nDacre, Milo\t7\nKettle, Bram\t9");
            page.click("text=Preview");
            page.locator("input[name^=outOf]:visible").fill("10");
            page.locator("h2").first().click();
            Locator title = page.locator("input[name^=title]:visible");
            assertThat(page.locator(".foot-bar .is-dark")).isEnabled();
            title.fill("Fourth quiz");
            page.click("button:has-text('Import 2 marks')");
            assertThat(page.locator("[role=status]")).hasText("2 marks are imported.");
            page.navigate("/classes/2/marks");
            assertThat(Visit.cell(page, "Kettle", "Fourth quiz")).hasText("9");
        }
    }

    @Test
    void printedTheSignsOfACellStayWithinIt() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/marks");
            page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.PRINT));
            Locator late = page.locator(".sheet td.cell[data-late]").first();
            // What is laid over a cell is placed by the cell, and not by the page.
            org.assertj.core.api.Assertions.assertThat(late.evaluate(
                            "cell => getComputedStyle(cell).position + getComputedStyle(cell, '::before').content"))
                    .isEqualTo("relative\"late\"");
        }
    }

    @Test
    void oneWrongFieldOfAReturnHoldsUpNoOther() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = open(visit, "/classes/1/to-school");
            if (page.locator("text=Copy today’s results").count() > 0) {
                page.click("text=Copy today’s results");
            }
            assertThat(page.locator("thead .takes").nth(1)).not().hasText("");
            String labels = page.locator("thead .takes").nth(1).innerText();
            String right = labels.split(" ")[0];
            Locator fields = page.locator("[name=field0]");
            fields.nth(0).fill("wrong");
            page.locator("[name=comment]").nth(0).fill("Saved beside it.");
            fields.nth(1).fill(right);
            fields.nth(1).press("Tab");
            assertThat(page.locator("#kept")).containsText(Pattern.compile("It is not saved; everything else is\\.$"));
            assertThat(fields.nth(0)).hasAttribute("aria-invalid", "true");
            page.onDialog(dialog -> dialog.accept());
            page.reload();
            assertThat(page.locator("[name=comment]").nth(0)).hasValue("Saved beside it.");
            assertThat(fields.nth(1)).hasValue(right);
            assertThat(fields.nth(0)).hasValue("");
            // Another window alters what this one alters too: nothing goes over it before it is typed once more.
            Page other = visit.newTab();
            other.navigate("/classes/1/to-school");
            other.locator("[name=comment]").nth(2).fill("From the other window.");
            other.locator("[name=comment]").nth(2).press("Tab");
            assertThat(other.locator("#kept")).containsText("Saved");
            other.close();
            Locator comment = page.locator("[name=comment]").nth(2);
            comment.fill("From this one.");
            comment.press("Tab");
            assertThat(page.locator("#kept")).containsText("“From the other window.” was entered in another window");
            fields.nth(2).fill(right);
            fields.nth(2).press("Tab");
            assertThat(fields.nth(2)).not().hasClass(Pattern.compile(".*is-missing.*"));
            assertThat(comment).hasAttribute("aria-invalid", "true");
            comment.fill("From this one, after all.");
            comment.press("Tab");
            assertThat(page.locator("#kept")).containsText("Saved");
            page.reload();
            assertThat(comment).hasValue("From this one, after all.");
            assertThat(fields.nth(2)).hasValue(right);
        }
    }
}
