package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** Letters to families: a sentence group made on the way, a letter written by keys, looked through, handed out on paper. */
class FamiliesJourney {
    private static final Server SERVER = Server.withDemo();

    private static Visit visit() {
        Visit visit = new Visit(SERVER);
        visit.signIn("marin", "tidewater-lane");
        return visit;
    }

    private static Locator editor(Page page, int place) {
        return page.locator(".chip-editor").nth(place);
    }

    /** What the form would send for the words of a block. */
    private static String saved(Page page, int place) {
        return (String)
                page.locator("#letter-form textarea[name=words]").nth(place).evaluate("it => it.value");
    }

    @Test
    void aLetterIsWrittenWithAGroupOfItsOwnAndHandedOut() throws IOException {
        try (Visit visit = visit()) {
            Page page = visit.page();
            page.navigate("/classes/1/families/sentences");
            page.click("text=New group");
            page.fill("[name=name]", "Fieldwork");
            page.selectOption("[name=figure]", "category:Fieldwork");
            Locator froms = page.locator(".stretches [name=from]");
            froms.nth(0).fill("70");
            froms.nth(1).fill("40");
            editor(page, 0).click();
            page.keyboard().type("{given");
            assertThat(page.locator(".chip-list [aria-selected=true]")).containsText("given name");
            page.keyboard().press("Enter");
            page.keyboard().type(", your fieldwork is among the best: {Fieldw");
            page.keyboard().press("Enter");
            page.keyboard().type(" %.");
            page.keyboard().press("Control+Enter");
            page.keyboard().type("You plan, measure and explain.");
            editor(page, 2).click();
            page.keyboard().type("Your fieldwork is accurate.");
            // The margin tells who lies where, and to whom nothing is said, before anything is saved.
            assertThat(page.locator("#would-move .in-stretch").first()).containsText("70 and above");
            assertThat(page.locator("#would-move .in-stretch.is-open")).hasCount(1);
            assertThat(page.locator("#would-move .in-stretch.is-open")).containsText("Nothing is said to them yet.");
            assertThat(page.locator(".stretch-rail .dot.is-near").first()).isVisible();
            page.locator(".group-stretch").nth(2).locator("[name=silent]").check();
            page.click("text=Save the group");
            assertThat(page.locator(".notice.is-done")).hasText("“Fieldwork” is saved.");
            assertThat(page.locator(".stretch-rail .dot.is-near")).hasCount(0);
            visit.checkAccessibility();

            page.click("nav >> text=letters");
            page.click("text=New letter");
            editor(page, 0).click();
            page.keyboard().press("Control+End");
            page.keyboard().press("Enter");
            page.keyboard().type("Your result is {result");
            page.keyboard().press("Enter");
            page.keyboard().type(" %. {fieldwork");
            page.locator(".chip-list li", new Page.LocatorOptions().setHasText("sentences: Fieldwork"))
                    .click();
            assertThat(saved(page, 0))
                    .startsWith("Dear {given},\nYour result is {result}")
                    .contains("{sentences:");
            page.locator(".chip", new Page.LocatorOptions().setHasText("result"))
                    .click();
            page.locator(".chip-list li", new Page.LocatorOptions().setHasText("whole"))
                    .click();
            assertThat(page.locator("#would-move .letter-body")).containsText("Your result is 31 %.");
            page.fill("#name", "Fieldwork letter");
            page.click("text=Save the letter");
            assertThat(page.locator(".notice.is-done")).hasText("“Fieldwork letter” is saved.");
            assertThat(editor(page, 0).locator(".chip.is-group")).hasText("sentences: Fieldwork");

            page.click("nav >> text=one by one");
            assertThat(page.locator(".letter-page")).containsText("Your result is");
            page.click("nav >> text=hand out");
            page.click("button:has-text('all')");
            Download download = page.waitForDownload(() -> page.click("text=Make the PDF"));
            try (PDDocument document = Loader.loadPDF(Files.readAllBytes(download.path()))) {
                assertThat(document.getNumberOfPages()).isEqualTo(24);
                assertThat(new PDFTextStripper().getText(document)).contains("Dear Ilva,", "Dear Zuri,");
            }
            page.navigate("/classes/1/families/handed-out");
            assertThat(page.locator("tbody tr").first()).containsText("Fieldwork letter");
            assertThat(page.locator("tbody tr").first()).containsText("24 students");
        }
    }

    @Test
    void lettersAreLookedThroughByKeysAndASentenceIsExchanged() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            page.navigate("/classes/1/families/letters/1/one?span=2");
            // Those with something to look at come first.
            Locator now = page.locator(".letter-people [aria-current]");
            assertThat(now).containsText("own words");
            String first = now.innerText();
            page.keyboard().press("p");
            assertThat(page.locator("#own-words")).isFocused();
            page.keyboard().type("You were a great help at the estuary.");
            page.click(".beside.is-letter button:has-text('Save') >> nth=0");
            assertThat(page.locator(".letter-page .is-own")).hasText("You were a great help at the estuary.");
            assertThat(now).not().containsText("own words");
            assertThat(now).containsText(first.lines().findFirst().orElseThrow());
            Locator said = page.locator(".why .wording.is-said").first();
            Locator other = page.locator(".why .wording.is-other").first();
            String before = said.innerText();
            String wanted = other.innerText();
            other.click();
            assertThat(said).hasText(wanted);
            assertThat(page.locator(".letter-page")).containsText(wanted.split("[.:]")[0]);
            page.click("text=as dealt out");
            assertThat(said).hasText(before);
            String address = page.url();
            page.keyboard().press("ArrowRight");
            page.waitForURL(url -> url.contains("student=") && !url.equals(address));
            assertThat(page.locator(".letter-page .letter-heading")).isVisible();
        }
    }

    @Test
    void aReturnsCommentsAreFilledWhereThereAreNone() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            page.navigate("/classes/1/to-school?span=2");
            page.click("text=Copy today’s results");
            Locator comments = page.locator("[name=comment]");
            comments.nth(1).fill("Written by hand.");
            page.selectOption("#comment-group", new SelectOption().setLabel("Result and next grade"));
            page.click("text=Fill empty ones");
            assertThat(page.locator("#filled-comments")).hasText("23 comments are filled.");
            assertThat(comments.nth(1)).hasValue("Written by hand.");
            assertThat(comments.first()).hasValue(Pattern.compile(".*70\\.1 %.*"));
            assertThat(page.locator("#kept")).containsText("Saved");
            page.reload();
            assertThat(comments.first()).hasValue(Pattern.compile(".*70\\.1 %.*"));
        }
    }

    @Test
    void aThresholdIsDraggedAndMovedByKeys() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            page.navigate("/classes/1/families/sentences/1?span=2");
            Locator peg = page.locator(".stretch-rail .peg[data-line='0']");
            Locator from = page.locator(".stretches [name=from]").first();
            String stood = from.inputValue();
            peg.focus();
            page.keyboard().press("ArrowRight");
            assertThat(from)
                    .hasValue(new BigDecimal(stood).add(new BigDecimal("0.5")).toPlainString());
            assertThat(page.locator("#would-move .in-stretch").first()).containsText(from.inputValue() + " and above");
            // The rail is drawn anew by the answer, and the keys go on where they were.
            assertThat(page.locator(".stretch-rail .peg[data-line='0']")).isFocused();
            BoundingBox box =
                    page.locator(".stretch-rail .peg[data-line='0'] rect").boundingBox();
            page.mouse().move(box.x + box.width / 2, box.y + 8);
            page.mouse().down();
            page.mouse().move(box.x + box.width / 2 + 40, box.y + 8);
            page.mouse().up();
            assertThat(Double.parseDouble(from.inputValue())).isGreaterThan(Double.parseDouble(stood) + 1);
            assertThat(page.locator("#would-move .in-stretch").first()).containsText(from.inputValue() + " and above");
        }
    }

    @Test
    void whatIsMovedBeforeTheMarginHasItsScriptIsToldOnceItHas() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            List<Route> held = new ArrayList<>();
            page.route("**/would-move.js", held::add);
            page.navigate("/classes/1/families/sentences/1?span=2");
            Locator peg = page.locator(".stretch-rail .peg[data-line='0']");
            Locator from = page.locator(".stretches [name=from]").first();
            String stood = from.inputValue();
            peg.focus();
            // The script of the pegs may still be on its way too.
            page.waitForCondition(() -> {
                page.keyboard().press("ArrowRight");
                return !from.inputValue().equals(stood);
            });
            page.waitForCondition(() -> !held.isEmpty());
            assertThat(page.locator("#would-move .in-stretch").first()).containsText(stood + " and above");
            held.forEach(Route::resume);
            assertThat(page.locator("#would-move .in-stretch").first()).containsText(from.inputValue() + " and above");
        }
    }
}
