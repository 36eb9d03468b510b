package aestimo.journeys;

import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import com.microsoft.playwright.Page;
import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Makes the pictures of docs/screenshots from the demo data; run by scripts/pictures alone. */
@Tag("pictures")
class PicturesJourney {
    private static final Server SERVER = Server.withDemo();

    private static void take(Page page, String name) {
        page.evaluate("document.fonts.ready");
        page.screenshot(new Page.ScreenshotOptions()
                .setPath(TestCluster.home().resolve(Path.of("docs", "screenshots", name + ".png"))));
    }

    @Test
    void mainViews() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            visit.signIn("marin", "tidewater-lane");
            take(page, "desk");
            page.navigate("/classes/1/marks");
            Visit.cell(page, "Hollis", "Sketch maps").click();
            page.locator("#margin-view .strip").waitFor();
            take(page, "marks");
            page.navigate("/classes/1/run?assessment=14");
            page.locator("#run-beside .strip").waitFor();
            page.keyboard().press("ArrowDown");
            take(page, "marking-run");
            page.navigate("/classes/1/standing?boundary=5");
            take(page, "standing");
            page.navigate("/classes/1/standing/4");
            take(page, "student");
            page.navigate("/classes/1/targets?span=year");
            page.locator(".multiples a").nth(3).click();
            page.locator("#margin .told").waitFor();
            take(page, "targets");
            page.navigate("/classes/1/targets/goals?level=again");
            take(page, "goals");
            page.navigate("/school");
            page.getByLabel("Field").nth(0).fill("behaviour");
            page.getByLabel("Labels").nth(0).fill("A, B, C, D");
            page.getByLabel("Field").nth(1).fill("effort");
            page.getByLabel("Labels").nth(1).fill("1, 2, 3, 4");
            page.click("button:text-is('Save')");
            page.navigate("/classes/1/to-school");
            page.click("text=Copy today’s results");
            for (int i = 0; i < 14; i++) {
                page.locator("[name=field0]").nth(i).fill(i == 8 ? "" : "ABCB".substring(i % 4, i % 4 + 1));
                page.locator("[name=field1]").nth(i).fill(Integer.toString(1 + i % 3));
                page.locator("[name=comment]")
                        .nth(i)
                        .fill(
                                i % 2 == 0
                                        ? "A steady term. Next: use figures as evidence."
                                        : "Strong fieldwork; revise contours.");
            }
            page.locator("[name=sentAs]").nth(5).fill("4");
            page.locator("[name=reason]").nth(5).fill("Field week missed through illness.");
            page.locator("[name=reason]").nth(5).press("Enter");
            page.locator(".check-list >> text=1 grade adjusted").waitFor();
            page.locator("#kept:has-text('Saved')").waitFor();
            take(page, "to-school");
            page.navigate("/classes/1/families/letters/1/one?student=4");
            take(page, "letters");
            page.navigate("/classes/1/families/sentences");
            page.click("text=Result and next grade");
            page.locator(".chip-editor").first().waitFor();
            take(page, "sentences");
            page.navigate("/classes/1/standing/try");
            page.getByLabel("Weight of Exams").fill("40");
            page.getByLabel("Weight of Fieldwork").fill("20");
            // Half-way between the two the weights do not make 100, which is said until the second is answered.
            page.waitForCondition(() -> page.locator("#try-moves .moves li").count() > 0
                    && page.locator("#try-moves .notice.is-doubt").count() == 0);
            take(page, "try-out");
            page.navigate(
                    "/across?where=not-in&test=at-least&value=1&column=result&column=grade&column=moved&column=not-in&column=category:Exams&order=result&down=yes");
            take(page, "across");
            page.navigate("/loose-ends");
            take(page, "loose-ends");
            page.navigate("/classes/1/groundwork/weights");
            take(page, "weights-and-boundaries");
            page.navigate("/classes/1/room");
            page.locator(".who.is-now").waitFor();
            page.keyboard().press("Enter");
            page.keyboard().press("a");
            page.keyboard().press("l");
            page.keyboard().type("12");
            page.keyboard().press("Enter");
            page.keyboard().press("x");
            page.keyboard().press("ArrowDown");
            page.locator("#saved:has-text('saved')").waitFor();
            page.locator(".about .lesson-strip").waitFor();
            take(page, "register");
            page.navigate("/classes/3/groundwork/assessments");
            take(page, "assessments");
            page.navigate("/classes/3/marks");
            page.locator(".parts-button").nth(1).click();
            page.keyboard().press("ArrowDown");
            page.locator("#margin-view .strip").waitFor();
            take(page, "marks-in-parts");
            page.navigate("/classes/1/marks/import");
            page.setInputFiles(
                    "#file", TestCluster.home().resolve("exchange/src/test/resources/samples/quiz-export.csv"));
            page.click("text=Preview");
            page.locator(".is-preview").waitFor();
            take(page, "import");
        }
        try (Visit visit = new Visit(SERVER, 390, 844)) {
            visit.signIn("marin", "tidewater-lane");
            visit.page().navigate("/classes/1/marks");
            take(visit.page(), "marks-phone");
        }
    }
}
