package aestimo.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.WaitUntilState;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Students, marks and whole classes from the files a teacher really has, each through its page. */
class ImportJourney {
    private static final Server SERVER = Server.withDemo();

    private static Path sample(String name) {
        return TestCluster.home().resolve("exchange/src/test/resources/samples").resolve(name);
    }

    private static Page start(Visit visit, String file) {
        Page page = visit.page();
        visit.signIn("marin", "tidewater-lane");
        page.navigate("/classes/1/marks");
        page.click("text=Import…");
        page.setInputFiles("#file", sample(file));
        page.click("text=Preview");
        assertThat(page.locator(".import-line")).containsText("columns");
        return page;
    }

    @Test
    void aQuizExportMakesANewAssessment() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = start(visit, "quiz-export.csv");
            visit.checkAccessibility();
            assertThat(page.locator(".is-preview")).containsText("Listed twice; this is the later row, and counts.");
            assertThat(page.locator(".margin")).containsText("Sam Orford is not in 9B");
            assertThat(page.locator(".margin")).containsText("Hollis, Kwame");
            page.locator("[name=title2]").fill("Estuary quiz");
            page.locator("[name=title2]").press("Tab");
            assertThat(page.locator(".is-preview thead")).containsText("Estuary quiz");
            page.locator("[name=category2]").selectOption("Map skills");
            assertThat(page.locator("[name=category2] option:checked")).hasText("Map skills");
            page.click("text=Import 22 marks");
            assertThat(page.locator(".is-done")).containsText("22 marks are imported.");
            page.click("text=To the marks");
            assertThat(page.locator("th.piece a", new Page.LocatorOptions().setHasText("Estuary quiz")))
                    .hasCount(1);
            assertThat(Visit.cell(page, "Bellweather", "Estuary quiz")).hasText("14");
            page.goBack();
            page.click("text=Undo the import");
            assertThat(page.locator(".is-done")).containsText("The import is undone");
        }
    }

    @Test
    void aPastedBlockIsSettledStepByStep() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            visit.signIn("marin", "tidewater-lane");
            page.navigate("/classes/1/marks/import");
            page.fill("#pasted", "Name\tPebble count /20\nMikel Voss\t11\nIlva Brandt\t-\nKofi Osei\t18,5\n");
            page.click("text=Preview");
            assertThat(page.locator(".margin")).containsText("One letter differs; nobody else has a similar name.");
            page.locator("[name=dash1]").selectOption("n");
            assertThat(page.locator(".is-preview")).containsText("not handed in");
            page.locator("[name=student]").first().selectOption("yes, it is Voss, Mikkel");
            assertThat(page.locator(".import-line")).containsText("all clear");
            page.click("text=Import 3 marks");
            assertThat(page.locator(".is-done")).containsText("3 marks are imported.");
            page.click("text=To the marks");
            assertThat(Visit.cell(page, "Brandt", "Pebble count")).hasText("not in");
            assertThat(Visit.cell(page, "Osei", "Pebble count")).hasText("18.5");
        }
    }

    private static Page paste(Visit visit, Acts acts, String sheet) {
        Page page = visit.page();
        visit.signIn("marin", "tidewater-lane");
        page.navigate("/classes/1/marks");
        acts.click("text=Import…");
        page.fill("#pasted", sheet);
        acts.add(1);
        acts.click("text=Preview");
        assertThat(page.locator(".import-line")).containsText("columns");
        return page;
    }

    @Test
    void aSheetWithTwoRowsOfHeadingsIsSettledByKeysInTheMargin() {
        try (Visit visit = new Visit(SERVER)) {
            Acts acts = new Acts(visit.page());
            Page page = paste(visit, acts, """
                    \t\tFieldwork\t\tExams
                    Candidate\tPos\tDelta sketch\tComment\tSpring mock
                    \t\t/20\t\tout of 80
                    I. Brandt\t1\t18\tyes\t66
                    Mikel Voss\t2\till\tno\t35*
                    Osei K\t3\t12,5\tyes\t44
                    Sam Orford\t4\t9\tyes\t20
                    Class average\t\t13\t\t43
                    * taken again in March
                    """);
            visit.checkAccessibility();
            assertThat(page.locator(".import-line"))
                    .containsText("1 student to settle · 1 not in the class · 1 word to settle");
            assertThat(page.locator(".margin")).containsText("Pos");
            acts.press("y");
            assertThat(page.locator(".import-line")).containsText("1 not in the class · 1 word to settle");
            page.locator("[name=meaning]").last().selectOption("the mark alone");
            acts.add(1);
            assertThat(page.locator(".is-preview")).not().containsText("35*");
            acts.click("text=Leave out");
            assertThat(page.locator(".import-line")).containsText("all clear");
            visit.checkAccessibility();
            acts.click("text=Import 6 marks");
            assertThat(page.locator(".is-done")).containsText("6 marks are imported.");
            org.assertj.core.api.Assertions.assertThat(acts.count()).isLessThanOrEqualTo(8);
            page.click("text=To the marks");
            assertThat(Visit.cell(page, "Brandt", "Spring mock")).hasText("66");
            assertThat(Visit.cell(page, "Voss", "Spring mock")).hasText("35");
            assertThat(Visit.cell(page, "Voss", "Delta sketch")).hasText("absent");
            assertThat(Visit.cell(page, "Osei", "Delta sketch")).hasText("12.5");
            page.goBack();
            page.click("text=Undo the import");
            assertThat(page.locator(".is-done")).containsText("The import is undone");
        }
    }

    @Test
    void severalTriesOfAQuizAreChosenOnceAndALineForEachMarkIsReadAsASheet() {
        try (Visit visit = new Visit(SERVER)) {
            Acts acts = new Acts(visit.page());
            Page page = paste(visit, acts, """
                    Timestamp\tUsername\tScore\tWhich year?
                    13/02/2027 21:04\tilva.brandt@tidewater.example\t7 / 10\t1921
                    14/02/2027 9:00\tilva.brandt@tidewater.example\t5 / 10\t1920
                    13/02/2027 10:00\tkofi.osei@tidewater.example\t6 / 10\t1921
                    """);
            assertThat(page.locator(".margin")).containsText("Which year?");
            // Chosen before the script that sends it is there.
            List<Route> held = new ArrayList<>();
            page.route("**/work/settle.js", held::add);
            page.reload(new Page.ReloadOptions().setWaitUntil(WaitUntilState.COMMIT));
            page.locator("[name=tries]").selectOption("the best counts");
            acts.add(1);
            page.waitForCondition(() -> !held.isEmpty());
            page.unroute("**/work/settle.js");
            held.forEach(Route::resume);
            assertThat(page.locator(".is-preview")).containsText("this is the row with the best mark, and counts.");
            page.fill("[name=title2]", "Arches");
            acts.click("text=Import 2 marks");
            assertThat(page.locator(".is-done")).containsText("2 marks are imported.");
            org.assertj.core.api.Assertions.assertThat(acts.count()).isLessThanOrEqualTo(5);
            page.click("text=To the marks");
            assertThat(Visit.cell(page, "Brandt", "Arches")).hasText("7");

            page.navigate("/classes/1/marks/import");
            page.fill(
                    "#pasted",
                    "Name\tTask\tCategory\tMark\tOut of\tDate\nIlva Brandt\tPebbles\tFieldwork\t7\t10\t12 Feb 2027\n"
                            + "Kofi Osei\tPebbles\tFieldwork\tn\t10\t12 Feb 2027\n");
            page.click("text=Preview");
            assertThat(page.locator(".margin")).containsText("It has a line for each mark");
            page.click("text=Import 2 marks");
            page.click("text=To the marks");
            assertThat(Visit.cell(page, "Brandt", "Pebbles")).hasText("7");
            assertThat(Visit.cell(page, "Osei", "Pebbles")).hasText("not in");
        }
    }

    @Test
    void aColleaguesSheetGoesOverWhatStandsOrLeavesIt() {
        for (String file : new String[] {"term-marks-semicolon.csv", "term-marks.xlsx"}) {
            try (Visit visit = new Visit(SERVER)) {
                Page page = start(visit, file);
                assertThat(page.locator(".margin")).containsText("holds the figures at the foot of the sheet");
                // What stands is kept until the teacher says otherwise for the column.
                int[] columns = {2, 3, 4, 5};
                for (int column : columns) {
                    if (page.locator("[name=over" + column + "]").count() > 0) {
                        page.locator("[name=over" + column + "]").selectOption("keep");
                        assertThat(page.locator("[name=over" + column + "] option:checked"))
                                .hasText("keep the old one");
                    }
                }
                assertThat(page.locator(".is-preview")).containsText("stays, not");
                page.click("button:has-text('Cancel')");
                assertThat(page.locator(".is-done")).containsText("Cancelled. Nothing was changed.");
            }
        }
    }

    @Test
    void aClassListOfASpreadsheetAndOneFromTheSchool() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            visit.signIn("okello", "tidewater-lane");
            page.navigate("/classes/new");
            page.fill("#name", "9B");
            page.fill("#subject", "Maths");
            page.click("text=Make the class");
            page.setInputFiles("#file", sample("roster.ods"));
            page.click("text=Preview");
            page.click("text=Import 24 students");
            assertThat(page.locator(".is-done")).containsText("24 students joined.");
            page.navigate("/classes/new");
            page.click("text=several from the school's roster");
            visit.checkAccessibility();
            page.setInputFiles("#file", sample("oneroster-1.2.zip"));
            page.click("text=Preview");
            assertThat(page.locator("tbody tr")).hasCount(2);
            visit.checkAccessibility();
            page.click("text=Take over what is ticked");
            assertThat(page.locator(".is-done")).containsText("9B Geography is made: 24 joined, 1 left.");
        }
    }

    @Test
    void aClassWholeIsTakenAwayAndBroughtIn() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            visit.signIn("marin", "tidewater-lane");
            page.navigate("/classes/3/groundwork/class");
            Download download = page.waitForDownload(() -> page.click("text=Export as a markbook file"));
            page.navigate("/classes/import");
            visit.checkAccessibility();
            page.setInputFiles("#file", download.path());
            page.click("text=Make the class");
            assertThat(page.locator(".is-done")).containsText("10A Geography (2) is made: 26 students");
            assertThat(page.locator("#sheet tbody tr")).hasCount(26);
        }
    }

    @Test
    void aPieceInPartsIsMadeMarkedAndMadeAgain() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            visit.signIn("okello", "tidewater-lane");
            page.click(".desk-class:has-text('7A')");
            page.click("text=New assessment");
            page.fill("#title", "Week 1");
            page.fill("#date", "2027-02-12");
            page.click("summary:has-text('Parts and ceilings')");
            page.click("text=Add a part");
            page.locator("[name=partTitle]").nth(0).fill("Warm-up");
            page.locator("[name=partOutOf]").nth(0).fill("10");
            page.click("text=Add a part");
            page.locator("[name=partTitle]").nth(1).fill("Essay");
            page.locator("[name=partOutOf]").nth(1).fill("40");
            page.click("text=Add a ceiling");
            page.locator(".gate-choice label", new Page.LocatorOptions().setHasText("Warm-up"))
                    .click();
            visit.checkAccessibility();
            page.click("button:has-text('Add it')");
            assertThat(page.locator(".is-done")).containsText("“Week 1” is added.");
            // Enter opens the parts of the chosen cell; what they make stands beside them.
            page.keyboard().press("Enter");
            page.keyboard().type("n");
            page.keyboard().press("Tab");
            page.keyboard().type("40");
            page.keyboard().press("Enter");
            assertThat(page.locator("#sheet tbody tr").first().locator(".cell.is-made"))
                    .hasText("35.0", new LocatorAssertions.HasTextOptions().setTimeout(30_000));
            visit.checkAccessibility();
            page.keyboard().press("Escape");
            assertThat(page.locator("th.is-part:visible")).hasCount(0);
            page.click("th.piece a:has-text('Week 1')");
            page.click("text=Change this assessment");
            page.click("text=Same again, a week later");
            assertThat(page.locator(".is-done")).containsText("“Week 2” is added for 19 Feb.");
            page.click("button:has-text('Remove it from the sheet')");
            assertThat(page.locator(".is-done")).containsText("removed from the sheet");
            page.click("text=Groundwork");
            page.click(".chips >> text=Assessments");
            visit.checkAccessibility();
            page.click("button:has-text('Put back')");
            assertThat(page.locator(".is-done")).containsText("It is back on the sheet");
        }
    }

    @Test
    void groundworkPagesAreAccessible() {
        try (Visit visit = new Visit(SERVER)) {
            Page page = visit.page();
            visit.signIn("marin", "tidewater-lane");
            for (String path : new String[] {
                "/classes/1/groundwork/weights",
                "/classes/1/groundwork/weights/apply",
                "/classes/1/groundwork/students?student=1",
                "/classes/1/groundwork/students/1/move?to=3",
                "/classes/1/groundwork/assessments",
                "/classes/1/groundwork/class",
                "/classes/3/marks?edit=38",
                "/years/1/copy",
                "/classes/1/marks/import"
            }) {
                page.navigate(path);
                visit.checkAccessibility();
            }
        }
    }
}
