package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** From a new installation to results exported, and on through everything that can go wrong while typing. */
@TestMethodOrder(MethodOrderer.MethodName.class)
class FirstMarksJourney {
    private static final Server SERVER = Server.empty();
    private static final String PASSWORD = "the tide comes in twice";

    private static String roster() throws IOException {
        try (InputStream in = FirstMarksJourney.class.getResourceAsStream("/samples/roster-pasted.tsv")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static void openMarks(Visit visit) {
        visit.signIn("rowan", PASSWORD);
        visit.page().click(".desk-class");
        assertThat(visit.page().locator("#saved")).containsText("saved");
    }

    @Test
    void step1FromTheFirstAccountToResultsTakenAway() throws IOException {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            page.navigate("/");
            visit.checkAccessibility();
            page.fill("#code", TestCluster.FIRST_CODE);
            page.fill("#name", "Rowan Teacher");
            page.fill("#signIn", "rowan");
            page.fill("#password", PASSWORD);
            page.click("text=Make the account");
            assertThat(page.locator("h2").first()).hasText("Begin with a class");
            visit.checkAccessibility();

            page.click("text=New class");
            page.click("text=give your own dates first");
            page.locator("[name=starts]").nth(0).fill("2026-09-01");
            page.locator("[name=ends]").nth(0).fill("2026-12-11");
            page.locator("[name=starts]").nth(1).fill("2027-01-04");
            page.locator("[name=ends]").nth(1).fill("2027-03-26");
            page.locator("[name=starts]").nth(2).fill("2027-03-01");
            page.locator("[name=ends]").nth(2).fill("2027-07-02");
            page.click("text=Save the year");
            assertThat(page.locator("[role=alert]")).containsText("“Term 2” and “Term 3” overlap");
            page.locator("[name=starts]").nth(2).fill("2027-04-12");
            page.click("text=Save the year");
            page.fill("#name", "9B");
            page.fill("#subject", "Geography");
            page.click("text=Make the class");

            page.fill("#pasted", roster());
            page.click("text=Preview");
            assertThat(page.locator(".understood")).containsText("Pupil is the name");
            assertThat(page.locator(".is-preview tbody tr")).hasCount(24);
            visit.checkAccessibility();
            page.click("text=Import 24 students");

            typeWeights(page);
            page.click("button:has-text('Save the weights')");
            assertThat(page.locator("#weights [role=alert]")).hasText("Weights make 95. They must make 100.");
            assertThat(page.locator(".margin .notice")).containsText("Weights make 95.");
            page.click("button:has-text('Scale to 100')");
            org.assertj.core.api.Assertions.assertThat(
                            page.locator("[name=weight]").evaluateAll("all => all.map(it => it.value).join(' ')"))
                    .isEqualTo("32 21 47");
            page.locator("[name=weight]").nth(0).fill("30");
            page.locator("[name=weight]").nth(1).fill("20");
            page.locator("[name=weight]").nth(2).fill("50");
            page.click("button:has-text('Save the weights')");
            assertThat(page.locator("[role=status]").first()).hasText("Categories and weights are saved.");

            typeBands(page, "7", "85", "5", "sixty", "3", "36", "1", "5");
            page.click("text=Save the boundaries");
            Locator wrong = page.locator("#boundaries [name=from]").nth(1);
            assertThat(wrong).isFocused();
            assertThat(wrong).hasAttribute("aria-invalid", "true");
            assertThat(wrong.locator("xpath=following-sibling::*[@class='field-problem']"))
                    .containsText("5 starts from “sixty”");
            wrong.fill("60");
            assertThat(page.locator(".field-problem")).hasCount(0);
            page.click("text=Save the boundaries");
            assertThat(page.locator("#boundaries [role=alert]")).containsText("The lowest band must start from 0");
            page.locator("#boundaries [name=from]").nth(3).fill("0");
            page.click("text=Save the boundaries");
            visit.checkAccessibility();

            addAssessment(page, "River transect", "Fieldwork", "2027-02-02", "40");
            addAssessment(page, "Grid references", "Map skills", "2027-02-05", "20");
            addAssessment(page, "Unit test", "Exams", "2027-02-12", "60");
            typeMarks(page);
            checkResults(page);
            checkCsv(page);
        }
    }

    private static void typeWeights(Page page) {
        String[][] lines = {{"Fieldwork", "30"}, {"Map skills", "20"}, {"Exams", "45"}};
        for (int i = 0; i < lines.length; i++) {
            if (i > 0) {
                page.click("text=Add a category");
            }
            page.locator("[name=categoryName]").nth(i).fill(lines[i][0]);
            page.locator("[name=weight]").nth(i).fill(lines[i][1]);
        }
    }

    private static void typeBands(Page page, String... labelsAndFroms) {
        for (int i = 0; i < labelsAndFroms.length / 2; i++) {
            page.click("text=Add a band");
            page.locator("[name=label]").nth(i).fill(labelsAndFroms[2 * i]);
            page.locator("#boundaries [name=from]").nth(i).fill(labelsAndFroms[2 * i + 1]);
        }
    }

    private static void addAssessment(Page page, String title, String category, String date, String outOf) {
        page.click("nav >> text=Marks");
        page.click("text=New assessment");
        page.fill("#title", title);
        page.selectOption("#category", new com.microsoft.playwright.options.SelectOption().setLabel(category));
        page.fill("#date", date);
        page.fill("#outOf", outOf);
        page.click("text=Add it");
        assertThat(page.locator("thead th.piece a")
                        .filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText(title)))
                .hasCount(1);
    }

    /** Down a column with Enter, along a row with Tab; the keys for absent, excused and not handed in. */
    private static void typeMarks(Page page) {
        Visit.cell(page, "Aldous", "River transect").click();
        for (String typed : List.of("30", "33,5", "41", "a", "x", "n", "36 l", "not sure")) {
            page.keyboard().type(typed);
            page.keyboard().press("Enter");
        }
        Visit.cell(page, "Aldous", "Grid references").click();
        page.keyboard().type("15");
        page.keyboard().press("Tab");
        page.keyboard().type("45");
        page.keyboard().press("ArrowDown");
        page.keyboard().type("50");
        page.keyboard().press("Shift+Tab");
        page.keyboard().type("19/20");
        page.keyboard().press("Enter");
        // Opened as it stands and left as it was; typed anew and left as it was; cleared.
        page.keyboard().press("ArrowUp");
        page.keyboard().press("F2");
        page.keyboard().type("9");
        page.keyboard().press("Escape");
        page.keyboard().type("3");
        page.keyboard().press("Escape");
        Visit.cell(page, "Gavrila", "Unit test").click();
        page.keyboard().type("12");
        page.keyboard().press("Enter");
        page.keyboard().press("ArrowUp");
        page.keyboard().press("Delete");
        Visit.saved(page, 12);
    }

    /** Worked by hand: 30·75 + 20·75 + 50·75 over 100; 30·83.75 + 20·95 + 50·83 1/3 over 100. */
    private static void checkResults(Page page) {
        assertThat(row(page, "Aldous").locator(".result")).hasText("75.0");
        assertThat(row(page, "Aldous").locator(".grade")).hasText("5");
        assertThat(row(page, "Arkady").locator(".result")).hasText("85.8");
        assertThat(row(page, "Arkady").locator(".grade")).hasText("7");
        assertThat(row(page, "Bellweather").locator(".result")).hasText("");
        assertThat(row(page, "Dunmore").locator(".result")).hasText("0.0");
        assertThat(row(page, "Eberly").locator(".result")).hasText("90.0");
        assertThat(page.locator("tfoot .result")).hasText("62.7");
        assertThat(Visit.cell(page, "Bellweather", "River transect"))
                .hasAttribute("title", "41 is more than the out-of 40.");
        assertThat(Visit.cell(page, "Farrow", "River transect"))
                .hasAttribute("title", "“not sure” was not understood.");
        // Two in doubt, one absent, and the blanks of three columns past their dates: 16, 22 and 22.
        assertThat(page.locator("#loose-ends")).hasText("63");
        Visit.cell(page, "Arkady", "Unit test").click();
        assertThat(page.locator("#margin-view h2").first()).hasText("Arkady, Tomas");
        assertThat(page.locator("#margin-view .working tbody tr")).hasCount(3);
        assertThat(page.locator("#margin-view .working tbody")).containsText("83.3");
        assertThat(page.locator("#margin-view .working tfoot")).containsText("85.8");
    }

    private static com.microsoft.playwright.Locator row(Page page, String student) {
        return page.locator("tbody tr")
                .filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText(student));
    }

    private static void checkCsv(Page page) throws IOException {
        page.click("text=Export…");
        Download download = page.waitForDownload(() -> page.click("text=As CSV"));
        assertThat(download.suggestedFilename()).isEqualTo("9B Geography, Term 2, 4 Jan to 26 Mar.csv");
        List<CsvRecord> rows;
        try (CsvReader<CsvRecord> csv = CsvReader.builder().ofCsvRecord(download.path())) {
            rows = csv.stream().toList();
        }
        assertThat(rows).hasSize(25);
        assertThat(rows.get(0).getFields())
                .containsExactly(
                        "Number",
                        "Family name",
                        "Given name",
                        "Set",
                        "River transect (2027-02-02, out of 40)",
                        "Grid references (2027-02-05, out of 20)",
                        "Unit test (2027-02-12, out of 60)",
                        "Fieldwork %",
                        "Map skills %",
                        "Exams %",
                        "Result %",
                        "Grade",
                        "Rank",
                        "Rank in set");
        assertThat(rows.get(2).getFields())
                .containsExactly(
                        "2202", "Arkady", "Tomas", "South", "33.5", "19", "50", "83.8", "95.0", "83.3", "85.8", "7",
                        "2", "1");
        assertThat(rows.get(3).getFields()).contains("? 41").endsWith("", "", "", "");
    }

    @Test
    void step2AKilledServerLosesNoMark() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            Visit.cell(page, "Gavrila", "Grid references").click();
            page.keyboard().type("11");
            page.keyboard().press("Enter");
            Visit.saved(page, 13);
            SERVER.kill();
            for (String typed : List.of("12", "13", "14")) {
                page.keyboard().type(typed);
                page.keyboard().press("Enter");
            }
            assertThat(page.locator("#saved")).containsText("3 marks not saved yet");
            SERVER.start();
            // By itself, and without signing in anew.
            Visit.saved(page, 16);
            page.reload();
            Visit.saved(page, 16);
            assertThat(Visit.cell(page, "Hollis", "Grid references")).hasText("12");
            assertThat(Visit.cell(page, "Jessop", "Grid references")).hasText("14");
        }
    }

    @Test
    void step3ATabClosedWhileTheServerIsAwayLosesNoMark() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            SERVER.kill();
            Visit.cell(page, "Kestrel", "Grid references").click();
            page.keyboard().type("17");
            page.keyboard().press("Enter");
            assertThat(page.locator("#saved")).containsText("1 mark not saved yet");
            Page other = visit.newTab();
            page.close();
            SERVER.start();
            other.navigate("/");
            other.click(".desk-class");
            Visit.saved(other, 17);
            assertThat(Visit.cell(other, "Kestrel", "Grid references")).hasText("17");
        }
    }

    @Test
    void step4TwoTabsDoNotOverwriteEachOther() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page one = visit.page();
            Page two = visit.newTab();
            two.navigate(one.url());
            Visit.cell(one, "Lindgren", "Grid references").click();
            one.keyboard().type("9");
            one.keyboard().press("Enter");
            Visit.saved(one, 18);
            Visit.cell(two, "Lindgren", "Grid references").click();
            two.keyboard().type("8");
            two.keyboard().press("Enter");
            assertThat(two.locator("#conflicts"))
                    .containsText(
                            "Lindgren, Otto · Grid references: 9 was entered in another window meanwhile; you typed 8.");
            assertThat(Visit.cell(two, "Lindgren", "Grid references")).hasText("9");
            two.reload();
            two.click("text=Put 8");
            assertThat(two.locator("#conflicts")).isEmpty();
            assertThat(Visit.cell(two, "Lindgren", "Grid references")).hasText("8");
            // The page asked for next must not overtake the entry on its way.
            Visit.saved(two, 18);
            two.reload();
            assertThat(Visit.cell(two, "Lindgren", "Grid references")).hasText("8");
            Visit.cell(two, "Lindgren", "Grid references").click();
            assertThat(two.locator(".changes li")).hasCount(2);
        }
    }

    @Test
    void step6AStoppedDatabaseLosesNoMark() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            SERVER.cluster().stop();
            Visit.cell(page, "Nwosu", "Grid references").click();
            page.keyboard().type("10");
            page.keyboard().press("Enter");
            assertThat(page.locator("#saved")).containsText("1 mark not saved yet");
            SERVER.cluster().startAgain();
            Visit.saved(page, 20);
            page.reload();
            assertThat(Visit.cell(page, "Nwosu", "Grid references")).hasText("10");
        }
    }

    @Test
    void step5AnExpiredSessionKeepsWhatWasTyped() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            visit.forgetSession();
            Visit.cell(page, "Marlowe", "Grid references").click();
            page.keyboard().type("16");
            page.keyboard().press("Enter");
            assertThat(page.locator("#saved")).containsText("you were signed out");
            page.locator(".sign-in-again").waitFor();
            visit.checkAccessibility();
            page.fill(".sign-in-again [name=name]", "rowan");
            page.fill(".sign-in-again [name=password]", "not this one");
            page.click(".sign-in-again button");
            assertThat(page.locator(".sign-in-again")).containsText("That name or password is not right.");
            page.fill(".sign-in-again [name=password]", PASSWORD);
            page.click(".sign-in-again button");
            // In place: the page was never left, and what comes after is saved as before.
            Visit.saved(page, 19);
            assertThat(Visit.cell(page, "Marlowe", "Grid references")).hasText("16");
            page.click(".sheet .name a >> text=Marlowe");
            assertThat(page.locator(".run-line").first()).isVisible();
        }
    }

    @Test
    void step7ALineCutForAMinuteLosesNoMark() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            page.clock().install();
            page.context().setOffline(true);
            Visit.cell(page, "Osei", "Grid references").click();
            for (String typed : List.of("3", "4", "5")) {
                page.keyboard().type(typed);
                page.keyboard().press("Enter");
            }
            for (int second = 0; second < 60; second += 5) {
                page.clock().runFor(5_000);
            }
            assertThat(page.locator("#saved")).containsText("3 marks not saved yet");
            page.context().setOffline(false);
            page.clock().runFor(10_000);
            Visit.saved(page, 23);
            assertThat(inDatabase("Osei")).isEqualTo("3");
        }
    }

    @Test
    void step8ARequestDeliveredTwiceIsAppliedOnce() {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            // The first delivery reaches the server, and its answer never comes back.
            Visit.loseOneAnswer(page);
            Visit.cell(page, "Osei", "Grid references").click();
            page.keyboard().type("6");
            page.keyboard().press("Enter");
            Visit.saved(page, 23);
            page.reload();
            Visit.cell(page, "Osei", "Grid references").click();
            assertThat(page.locator(".changes li")).hasCount(2);
            assertThat(inDatabase("Osei")).isEqualTo("6");
        }
    }

    @Test
    void step9TheFirstLettersLeaveOnPaperWithAGroupMadeOnTheWay() throws IOException {
        try (Visit visit = new Visit(SERVER)) {
            openMarks(visit);
            Page page = visit.page();
            Acts acts = new Acts(page);
            acts.click("nav >> text=To families");
            assertThat(page.locator(".empty h2").first()).hasText("No letter yet");
            acts.click(".chips >> text=sentences");
            acts.click("text=New group");
            acts.click("[name=name]");
            acts.write("Where you are");
            String[] sentences = {"{given}, this is strong.", "{given}, this is sound.", "{given}, come and ask me."};
            for (int i = 0; i < sentences.length; i++) {
                acts.click(page.locator(".chip-editor").nth(i));
                acts.write("{given");
                acts.press("Enter");
                acts.write(sentences[i].substring("{given}".length()));
            }
            acts.click("text=Save the group");
            assertThat(page.locator(".notice.is-done")).hasText("“Where you are” is saved.");
            acts.click(".chips >> text=letters");
            acts.click("text=New letter");
            acts.click(page.locator(".chip-editor").first());
            acts.press("Control+End");
            acts.press("Enter");
            acts.write("You stand at {result");
            acts.press("Enter");
            acts.write(" %. {where");
            acts.press("Enter");
            acts.click("text=Save the letter");
            assertThat(page.locator(".notice.is-done")).hasText("“New letter” is saved.");
            acts.click("nav >> text=one by one");
            assertThat(page.locator(".letter-page")).containsText("You stand at");
            acts.click("nav >> text=hand out");
            acts.click(".how button:text-is('all')");
            Download download = page.waitForDownload(() -> acts.click("text=Make the PDF"));
            try (PDDocument document = Loader.loadPDF(Files.readAllBytes(download.path()))) {
                assertThat(document.getNumberOfPages()).isEqualTo(24);
                assertThat(new PDFTextStripper().getText(document)).contains("You stand at", ", this is sound.");
            }
            page.navigate(page.url().replaceAll("/letters/.*", "/handed-out"));
            assertThat(page.locator(".is-handed tbody tr")).hasCount(1);
            assertThat(page.locator(".is-handed")).containsText("24 students");
            assertThat(acts.count()).as("acts beside writing").isLessThan(40);
        }
    }

    /** The mark of a student in Grid references, as the database holds it. */
    private static String inDatabase(String family) {
        try (Connection connection = DriverManager.getConnection(
                        SERVER.cluster().url(),
                        "aestimo_owner",
                        SERVER.cluster().password("owner"));
                PreparedStatement select = connection.prepareStatement(
                        "SELECT trim_scale(e.mark) FROM entry e JOIN assessment a ON a.id = e.assessment_id JOIN enrolment n ON n.id = e.enrolment_id JOIN student s ON s.id = n.student_id WHERE a.title = 'Grid references' AND s.family = ?")) {
            select.setString(1, family);
            ResultSet rows = select.executeQuery();
            assertThat(rows.next()).isTrue();
            String mark = rows.getString(1);
            assertThat(rows.next()).as("once").isFalse();
            return mark;
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
    }
}
