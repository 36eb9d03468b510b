package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PostServer;
import aestimo.app.testing.Server;
import aestimo.app.testing.Visitor;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Letters by mail and by long jobs through the browser, while processes are killed without warning. */
class HandingOutJourney {
    /** A message is held while a teacher does something elsewhere, which takes its time on a busy machine. */
    private static final Server SERVER =
            Server.withDemo(Map.of("AESTIMO_MAIL_TIMEOUT_MS", "20000", "AESTIMO_PATIENCE_DELIVERY", "25s"));

    private static final PostServer POST = PostServer.on(SERVER.cluster());
    /** Whoever takes over waits until the killed process can no longer have the job. */
    private static final double PATIENCE_MS = 90_000;

    private static final int MANY = 120;

    @BeforeEach
    void beginAnew() {
        POST.beginAnew();
    }

    private static Visit visit() {
        Visit visit = new Visit(SERVER);
        visit.signIn("marin", "tidewater-lane");
        return visit;
    }

    /** A letter of its own for each test, so that none was mailed before. */
    private static void openMail(Page page) {
        page.navigate("/classes/1/families/letters/1?span=2");
        page.navigate("/classes/1/families?span=2");
        page.locator(".letter-list li", new Page.LocatorOptions().setHasText("Half-year letter"))
                .first()
                .locator("summary")
                .click();
        page.locator(".letter-list li", new Page.LocatorOptions().setHasText("Half-year letter"))
                .first()
                .locator("button:text-is('Copy')")
                .click();
        page.click("nav >> text=mail");
        // Own words belong to the letter they were written for, so every copy wants them: all are ticked all the same.
        page.click(".how button:text-is('all')");
        page.locator("#recipients input:checked").first().waitFor();
    }

    private static void isOver(Page page) {
        page.waitForLoadState();
        assertThat(page.locator("#job [data-going]"))
                .hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(PATIENCE_MS));
    }

    private static List<String> states(Page page) {
        page.waitForLoadState();
        return page.locator(".is-messages tbody b").allInnerTexts();
    }

    @Test
    void aKilledMarkbookSendsNoLetterTwiceAndLosesNoneSilently() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            openMail(page);
            POST.behave(250, 0, "after");
            page.click("#send");
            assertThat(page.locator(".job .figure")).hasText(Pattern.compile("[0-9]+ of [0-9]+"));
            String job = page.url();
            // Twice in one mailing, at moments that differ from run to run.
            for (int kills = 1; kills <= 2; kills++) {
                int before = 4 * kills;
                Await.until("some have arrived", () -> POST.recipients().size() >= before);
                SERVER.kill();
                SERVER.start();
            }
            POST.behave(0, 0, "after");
            page.navigate(job);
            isOver(page);
            List<String> states = states(page);
            int all = states.size();
            assertThat(POST.recipients()).doesNotHaveDuplicates();
            assertThat(states).allMatch(state -> state.equals("sent") || state.equals("not known"));
            assertThat(states.stream()
                            .filter(state -> state.equals("not known"))
                            .count())
                    .isLessThanOrEqualTo(2);
            // Whatever is told to be sent has arrived; what is not known may have, and is asked about.
            assertThat(POST.recipients())
                    .hasSizeGreaterThanOrEqualTo((int) states.stream()
                            .filter(state -> state.equals("sent"))
                            .count())
                    .hasSizeLessThanOrEqualTo(all);
            for (Locator open : page.locator("[name=message]").all()) {
                open.check();
            }
            if (states.contains("not known")) {
                page.click("text=Send what is ticked");
                isOver(page);
            }
            assertThat(states(page)).hasSize(all).containsOnly("sent");
            assertThat(POST.recipients().stream().distinct().toList()).hasSize(all);
        }
    }

    @Test
    void aKilledPostRoomIsWaitedFor() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            openMail(page);
            POST.behave(200, 0, "after");
            page.click("#send");
            Await.until("some have arrived", () -> POST.recipients().size() >= 3);
            POST.kill();
            assertThat(page.locator(".job .notice.is-near")).containsText("does not answer");
            POST.start();
            POST.behave(0, 0, "after");
            isOver(page);
            List<String> states = states(page);
            assertThat(states).allMatch(state -> state.equals("sent") || state.equals("not known"));
            assertThat(states.stream()
                            .filter(state -> state.equals("not known"))
                            .count())
                    .isLessThanOrEqualTo(1);
            assertThat(POST.recipients()).doesNotHaveDuplicates();
            visit.checkAccessibility();
        }
    }

    @Test
    void noLetterGoesToTheWrongHome() {
        try (Visit visit = visit()) {
            Page page = visit.page();
            // A second Ilva Brandt joins, with her own mother; the father of the first must not be written to.
            page.navigate("/classes/1/groundwork/students");
            page.fill("#pasted", "Number\tFamily\tGiven\n9901\tBrandt\tIlva\n");
            page.click("text=Preview");
            page.check("[name=also]");
            page.locator("#save-form button.is-dark").click();
            assertThat(page.locator(".notice.is-done")).isVisible();
            contact(page, "2204", "Hugo Brandt", "hugo@elsewhere.example", "NEVER");
            contact(page, "9901", "Mona Brandt", "mona@harbour.example", "LETTERS");
            openMail(page);
            Locator rows = page.locator("#recipients tr", new Page.LocatorOptions().setHasText("Brandt, Ilva"));
            assertThat(rows).hasCount(2);
            assertThat(rows.first()).containsText("Hugo Brandt: no contact");
            assertThat(rows.first()).not().containsText("hugo@elsewhere.example");
            visit.checkAccessibility();
            page.click(".how button:text-is('none')");
            rows.first().locator("input").check();
            rows.nth(1).locator("input").check();
            assertThat(page.locator("#send")).hasText("Send 2 messages");
            POST.holdWhile(() -> {
                page.click("#send");
                page.locator("#job [data-going]").waitFor();
                // While the first is leaving, the other's address is put right in another window.
                Page other = visit.newTab();
                other.navigate("/classes/1/groundwork/students");
                more(other, "9901");
                other.locator("[name=contactEmail]").first().fill("mona@lighthouse.example");
                other.locator(".beside button:text-is('Save')").click();
                assertThat(other.locator(".notice.is-done")).containsText("is saved");
                other.close();
            });
            isOver(page);
            assertThat(page.locator(".is-messages")).containsText("The address was changed to mona@lighthouse.example");
            assertThat(POST.recipients()).containsExactly("dario@brandt.example");
            page.locator("[name=message]").check();
            page.click("text=Send what is ticked");
            isOver(page);
            assertThat(POST.recipients()).containsExactly("dario@brandt.example", "mona@lighthouse.example");
        }
    }

    private static void more(Page page, String number) {
        page.locator("tr", new Page.LocatorOptions().setHas(page.locator("[name=number][value='" + number + "']")))
                .locator("a:text-is('more…')")
                .click();
    }

    private static void contact(Page page, String number, String name, String email, String purpose) {
        page.navigate("/classes/1/groundwork/students");
        more(page, number);
        page.click("text=Add a contact");
        page.locator("[name=contactName]").last().fill(name);
        page.locator("[name=contactEmail]").last().fill(email);
        page.locator("[name=contactFor]").last().selectOption(purpose);
        page.locator(".beside button:text-is('Save')").click();
        assertThat(page.locator(".notice.is-done")).containsText("is saved");
    }

    @Test
    void manyLettersOutliveAKilledMarkbookAndAreHandedOutOnce() throws IOException {
        Visitor visitor = new Visitor(SERVER.address());
        visitor.signIn("okello", "tidewater-lane");
        String year = OwnClass.location(visitor.post(
                "/years", "name", "Many", "termName", "Term 2", "starts", "2027-01-04", "ends", "2027-03-26"));
        String base = OwnClass.location(visitor.post(
                        "/classes",
                        "yearId",
                        year.replaceAll(".*year=", ""),
                        "name",
                        "All",
                        "subject",
                        "",
                        "tint",
                        "2"))
                .replaceAll("/groundwork/.*", "");
        visitor.get(base + "/groundwork/students");
        StringBuilder pasted = new StringBuilder("Number\tFamily\tGiven\n");
        IntStream.range(0, MANY).forEach(i -> pasted.append(1000 + i + "\tFamily" + i + "\tGiven" + i + "\n"));
        visitor.get(OwnClass.location(visitor.post(base + "/groundwork/students/save", "pasted", pasted.toString())));
        visitor.get(base + "/families");
        String letter = OwnClass.location(visitor.post(base + "/families/letters", "of", "to-hand-in"))
                .replaceAll("\\?.*", "");
        try (Visit visit = new Visit(SERVER)) {
            visit.signIn("okello", "tidewater-lane");
            Page page = visit.page();
            page.navigate(letter + "/hand-out");
            page.click(".how button:text-is('all')");
            page.click("text=Make the PDF");
            page.locator("#job [data-going]").waitFor();
            // The page is whole, script and all, once it asks how far the work is.
            page.waitForResponse(answer -> answer.url().contains("/progress"), () -> {});
            String job = page.url();
            SERVER.kill();
            SERVER.start();
            page.navigate(job);
            isOver(page);
            assertThat(page.locator(".job .notice")).containsText("It is made.");
            byte[] pdf = java.nio.file.Files.readAllBytes(
                    page.waitForDownload(() -> page.click("text=Save the file")).path());
            try (PDDocument document = Loader.loadPDF(pdf)) {
                assertThat(document.getNumberOfPages()).isEqualTo(MANY);
                assertThat(new PDFTextStripper().getText(document)).contains("Given0", "Given" + (MANY - 1));
            }
            page.click("nav >> text=handed out");
            assertThat(page.locator(".is-handed tbody tr")).hasCount(1);
            assertThat(page.locator(".is-handed")).containsText(MANY + " students");
            visit.checkAccessibility();
        }
    }
}
