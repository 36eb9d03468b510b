package aestimo.app.standing;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.Comparator;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Where the students of one small class stand, what others get to see of it, and what is exported; worked by hand. */
@ExtendWith(RunningApp.class)
class StandingPagesTest {
    private static final List<String> FAMILIES = List.of("Brandt", "Castellan", "Dunmore", "Eberly", "Farrow");

    private OwnClass own;
    private Visitor visitor;
    private String base;

    /**
     * Marks out of 20, each piece alike. Second term: Dunmore 80 and 78 make 79, Brandt 90 and 50 make 70, Eberly 60 and
     * 60, Castellan 50 and nothing handed in make 25, Farrow was absent. “Third” is still to come.
     */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "History");
        visitor = own.visitor();
        base = own.base();
        own.addStudents(
                "Number\tName\tSet\n30\tBrandt, Ilva\tNorth\n7\tCastellan, Rui\tSouth\n100\tDunmore, Fenna\tNorth\n"
                        + "8\tEberly, Jonah\tSouth\n9\tFarrow, Sunniva\tSouth\n");
        own.addTermOne();
        own.setBands("A", "80", "B", "60", "C", "40", "D", "0");
        String category = own.addCategory("Tests");
        own.addPiece("Autumn", category, "2026-10-02", "20");
        own.addPiece("First", category, "2027-01-15", "20");
        own.addPiece("Second", category, "2027-02-12", "20");
        own.addPiece("Third", category, "2027-03-10", "20");
        type("Brandt", "18", "18", "10");
        type("Castellan", "10", "10", "n");
        type("Dunmore", "10", "16", "15.6");
        type("Eberly", "12", "12", "12");
        type("Farrow", "10", "a", "a");
    }

    private void type(String family, String... texts) {
        List<String> titles = List.of("Autumn", "First", "Second");
        for (int i = 0; i < texts.length; i++) {
            own.type(family, titles.get(i), texts[i]);
        }
    }

    private static List<String> names(String page) {
        return Html.texts(page, "tr[data-s] th.name a");
    }

    private static String row(String page, String name) {
        return Html.text(page, "tr[data-s]:contains(" + name + ")");
    }

    @Test
    void theTableTellsEveryFigureAndTheRowsFollowTheChoice() {
        String page = visitor.get(base + "/standing").body();
        assertThat(names(page))
                .containsExactly(
                        "Dunmore, Fenna", "Brandt, Ilva", "Eberly, Jonah", "Castellan, Rui", "Farrow, Sunniva");
        // Dunmore: with 0 on what is left 158 ÷ 3, with 100 258 ÷ 3.
        assertThat(row(page, "Dunmore")).isEqualTo("1 Dunmore, Fenna 79.0 79.0 B 1.0 N 1 ▲ 29.0 52.7–86.0");
        assertThat(row(page, "Brandt")).isEqualTo("2 Brandt, Ilva 70.0 70.0 B 10.0 N 2 ▼ 20.0 46.7–80.0");
        assertThat(row(page, "Eberly")).contains("60.0 B 20.0 S 1 · 0.0");
        assertThat(row(page, "Castellan")).contains("25.0 D 15.0 S 2 ▼ 25.0").endsWith(" 1");
        assertThat(row(page, "Farrow")).isEqualTo("Farrow, Sunniva – – 0.0–100.0 2");
        assertThat(names(visitor.get(base + "/standing?order=moved").body()))
                .startsWith("Castellan, Rui", "Brandt, Ilva");
        assertThat(names(visitor.get(base + "/standing?only=just_below").body()))
                .containsExactly("Dunmore, Fenna");
        assertThat(names(visitor.get(base + "/standing?only=down&set=North").body()))
                .containsExactly("Brandt, Ilva");
        assertThat(names(visitor.get(base + "/standing?only=loose").body())).containsExactly("Farrow, Sunniva");
        String band = visitor.get(base + "/standing?band=B").body();
        assertThat(Html.texts(band, "tr.is-lit th.name a"))
                .containsExactly("Dunmore, Fenna", "Brandt, Ilva", "Eberly, Jonah");
        assertThat(names(visitor.get(base + "/standing?band=B&only=band").body()))
                .hasSize(3);
        // (158 + x) ÷ 3 reaches 79.95, shown as 80.0, from 81.9 on.
        assertThat(visitor.get(base + "/standing?boundary=A").body())
                .contains("Boundary 80", "−1.0", "81.9 % on the piece left");
        assertThat(visitor.get(base + "/standing?order=none&only=nobody&set=West&band=Z&boundary=%00")
                        .statusCode())
                .isEqualTo(200);
        // All dots, in both sizes of the picture.
        assertThat(Html.values(page, ".dot[data-name]", "data-name"))
                .hasSize(8)
                .contains("Dunmore, Fenna, 79.0, grade B");
    }

    @Test
    void everyFigureTellsHowItCameAbout() {
        String student = "&student=" + own.student("Dunmore");
        assertThat(visitor.get(base + "/working?figure=result" + student).body())
                .contains("(80 + 78) ÷ 2", "79.0, grade B");
        assertThat(visitor.get(base + "/working?figure=rank" + student).body()).contains("among 4");
        assertThat(visitor.get(base + "/working?figure=set-rank" + student).body())
                .contains("in North among 2");
        assertThat(visitor.get(base + "/working?figure=moved" + student).body()).contains("+29", "since Term 1");
        assertThat(visitor.get(base + "/working?figure=possible" + student).body())
                .contains("an average of 81.9 %");
        assertThat(visitor.get(base + "/working?figure=result").body()).contains("58.5", "234 ÷ 4");
        assertThat(visitor.get(base + "/working?figure=result&set=North").body())
                .contains("74.5", "149 ÷ 2");
        assertThat(visitor.get(base + "/working?figure=assessment:" + own.piece("First"))
                        .body())
                .contains("Mean of First", "median");
        assertThat(visitor.get(base + "/working?figure=rank&student=" + own.student("Farrow"))
                        .body())
                .contains("There is no such figure");
        assertThat(visitor.get(base + "/working?figure=absent&student=" + own.student("Farrow"))
                        .body())
                .contains("First", "Second");
        assertThat(visitor.get(base + "/working?figure=assessment-rank:" + own.piece("First") + student)
                        .body())
                .contains("Rank of Dunmore, Fenna in First among 4");
        assertThat(visitor.get(base + "/working?figure=luck").statusCode()).isEqualTo(404);
        assertThat(visitor.get(base + "/standing?figure=result").body()).contains("their sum, by 4");
    }

    @Test
    void hiddenNamesAreInNoPageAndNoFile() {
        assertThat(location(visitor.post("/names", "names", "hidden", "back", "//elsewhere.example/")))
                .isEqualTo("/");
        for (String path : List.of(
                "/standing",
                "/standing?boundary=A",
                "/standing/" + own.student("Dunmore"),
                "/standing/sheets",
                "/standing/spread",
                "/standing/try",
                "/marks",
                "/margin?student=" + own.student("Brandt") + "&assessment=" + own.piece("First"),
                "/working?figure=result",
                "/standing.csv",
                "/marks.csv",
                "/loose-ends")) {
            HttpResponse<String> answer = visitor.get(base + path);
            assertThat(answer.body()).as(path).doesNotContain(FAMILIES).doesNotContain("Ilva", "Fenna");
            assertThat(answer.statusCode()).as(path).isIn(200, 302);
        }
        // The number is drawn by chance, the same on every page and each time, and the rows stand in its order.
        List<String> shown =
                OwnClass.all(">(Student [0-9]+)<", visitor.get(base + "/marks").body());
        assertThat(shown).hasSizeGreaterThan(3).isSortedAccordingTo(Comparator.naturalOrder());
        assertThat(OwnClass.all(
                        ">(Student [0-9]+)<", visitor.get(base + "/standing").body()))
                .hasSizeGreaterThan(3)
                .isSubsetOf(shown);
        for (String path :
                List.of("/groundwork/students", "/run", "/notes", "/standing/" + own.student("Brandt") + "/parent")) {
            assertThat(location(visitor.get(base + path))).as(path).startsWith("/names?back=");
        }
        assertThat(visitor.get(location(visitor.get(base + "/changes"))).body()).contains("Show the names and go on");
        // What is typed meanwhile is kept as ever, and the names themselves are untouched.
        own.type("Brandt", "Third", "11");
        assertThat(own.entry("Brandt", "Third")).hasToString("11");
        visitor.post("/names", "names", "", "back", "/");
        assertThat(visitor.get(base + "/standing").body()).contains(FAMILIES);
    }

    @Test
    void oneStudentsPageLeadsToWhatIsNeeded() {
        visitor.put(
                base + "/entries/remarks",
                "{\"assessment\":%d,\"student\":%s,\"part\":0,\"wasNote\":\"\",\"wasMemo\":\"\",\"note\":\"Name your sources.\",\"memo\":\"watch\"}"
                        .formatted(own.piece("First"), own.student("Dunmore")));
        String page = visitor.get(base + "/standing/" + own.student("Dunmore")).body();
        // (158 + x) ÷ 3 keeps 59.95 from 21.9 on.
        assertThat(page)
                .contains("1.0 below grade A. An average of 81.9 % on the piece left reaches it; 21.9 % keeps grade B.")
                .contains("Name your sources.", "rank 1 of 4 · North 1", "Brandt, Ilva ▸", "worst 52.7", "best 86.0")
                .doesNotContain("watch");
        assertThat(visitor.get(base + "/standing/" + own.student("Farrow")).body())
                .contains("absent twice");
        own.type("Dunmore", "Third", "neat axes");
        assertThat(visitor.get(base + "/standing/" + own.student("Dunmore")).body())
                .contains("? neat axes");
        String parent = visitor.get(base + "/standing/" + own.student("Dunmore") + "/parent")
                .body();
        assertThat(parent)
                .contains("Fenna Dunmore", "Name your sources.", "not yet marked")
                .doesNotContain("neat axes", "in doubt")
                .doesNotContain("Brandt", "Castellan", "Eberly", "Farrow", "rank 1", "spine");
        assertThat(visitor.get(base + "/standing/" + own.student("Dunmore") + "/parent?show=rank")
                        .body())
                .contains("rank 1 of 4")
                .doesNotContain("79.0");
    }

    @Test
    void parentsComeInTheOrderOfTheEveningAndWhatIsSaidIsKeptOnce() {
        String evening = base + "/standing/evening";
        String[] times = {
            "day",
            "2027-03-02",
            "enrolment",
            own.student("Dunmore"),
            "at",
            "17:10",
            "enrolment",
            own.student("Brandt"),
            "at",
            "17:20"
        };
        visitor.post(evening, times);
        String parent = base + "/standing/" + own.student("Dunmore") + "/parent";
        assertThat(visitor.get(parent).body()).contains("17:20 ▸", own.student("Brandt") + "/parent");
        times[9] = "17:10";
        assertThat(visitor.post(evening, times).body())
                .contains("17:10 is given to Brandt, Ilva and to Dunmore, Fenna.");
        times[9] = "soon";
        assertThat(visitor.post(evening, times).body())
                .contains("“soon” for Brandt, Ilva is not a time such as 17:40.");
        visitor.post(parent, "was", "", "said", "More reading at home.");
        assertThat(visitor.post(parent, "was", "", "said", "From an old window").body())
                .contains("was altered in another window", "From an old window", "More reading at home.");
        visitor.post(parent, "was", "More reading at home.", "said", "More reading, and a quiet desk.");
        assertThat(visitor.get(base + "/standing/" + own.student("Dunmore")).body())
                .contains("and a quiet desk.");
        assertThat(visitor.get(base + "/standing/sheets").body()).doesNotContain("quiet desk");
    }

    @Test
    void aSheetTellsNobodyElsesNameAndAVerySmallClassTellsLess() {
        String page = visitor.get(base + "/standing/sheets?span=year&of=" + own.student("Brandt"))
                .body();
        String sheet = page.substring(page.indexOf("student-sheet"), page.indexOf("id=\"margin\""));
        assertThat(sheet).contains("Ilva Brandt", "class=\"dots\"").doesNotContain("Castellan", "Dunmore", "Eberly");
        visitor.post(
                base + "/groundwork/students",
                "enrolment",
                own.student("Farrow"),
                "number",
                "9",
                "family",
                "Farrow",
                "given",
                "Sunniva",
                "set",
                "South",
                "joined",
                "",
                "left",
                "2027-02-01");
        String small = visitor.get(base + "/standing/sheets").body();
        assertThat(small).contains("fewer than five students").doesNotContain("class=\"dots\"");
    }

    @Test
    void tablesAreTakenAwayWithNumbersAsNumbersAndOnPaperWithTheirHeading() throws IOException {
        assertThat(visitor.get(base + "/standing.csv?only=just_below").body().split("\r\n"))
                .contains("100,\"Dunmore, Fenna\",North,1,,79.0,79.0,B,1.0,1,,29.0,52.7,86.0,0,0")
                .doesNotContain("Brandt");
        try (XSSFWorkbook workbook =
                new XSSFWorkbook(new ByteArrayInputStream(visitor.download(base + "/standing.xlsx")))) {
            assertThat(workbook.getSheetAt(0).getRow(1).getCell(5).getNumericCellValue())
                    .isEqualTo(79.0);
            assertThat(workbook.getSheet("Weights and boundaries")
                            .getRow(1)
                            .getCell(2)
                            .getNumericCellValue())
                    .isEqualTo(100);
        }
        assertThat(visitor.download(base + "/marks.ods")).startsWith('P', 'K');
        try (PDDocument sheets = Loader.loadPDF(visitor.download(base + "/standing/sheets.pdf"))) {
            assertThat(sheets.getNumberOfPages()).isEqualTo(5);
            PDFTextStripper text = new PDFTextStripper();
            text.setStartPage(3);
            text.setEndPage(3);
            assertThat(text.getText(sheets))
                    .contains("Fenna Dunmore", "79.0", "page 3 of 5")
                    .doesNotContain("Brandt");
        }
        for (String path : List.of("/standing.pdf", "/marks.pdf", "/standing/spread.pdf")) {
            try (PDDocument paper = Loader.loadPDF(visitor.download(base + path))) {
                assertThat(new PDFTextStripper().getText(paper)).as(path).contains("History", "Term 2", "page 1 of");
                assertThat(paper.getPage(0).getResources().getFontNames())
                        .as(path)
                        .allSatisfy(name -> assertThat(paper.getPage(0)
                                        .getResources()
                                        .getFont(name)
                                        .isEmbedded())
                                .isTrue());
            }
        }
    }

    @Test
    void marksOnPaperSaySignsAndDaysInWordsAndFilesAsAProgramReadsThem() throws IOException {
        own.type("Brandt", "Third", "11 l");
        own.type("Castellan", "Third", "9 f");
        assertThat(visitor.get(base + "/marks.csv").body()).contains("11 l", "9 f", "2027-03-10");
        try (PDDocument paper = Loader.loadPDF(visitor.download(base + "/marks.pdf"))) {
            assertThat(new PDFTextStripper().getText(paper))
                    .contains("11 late", "9 to finish", "10 Mar")
                    .doesNotContain("11 l\n", "2027-03-10");
        }
    }

    private static OwnClass classOf(RunningApp app, int students) {
        OwnClass large = new OwnClass(app, "Maths");
        StringBuilder list = new StringBuilder();
        for (int i = 0; i < students; i++) {
            list.append("Family").append(i).append(", Given\n");
        }
        large.addStudents(list.toString());
        large.addPiece("Quiz", large.addCategory("Tests"), "2027-02-05", "20");
        large.type("Family0", "Quiz", "12");
        return large;
    }

    private static int pages(OwnClass of) throws IOException {
        try (PDDocument paper = Loader.loadPDF(of.visitor().download(of.base() + "/marks.pdf"))) {
            return paper.getNumberOfPages();
        }
    }

    @Test
    void aListThatNearlyFitsOnePageIsMadeToFitItAndALongOneGoesOn(RunningApp app) throws IOException {
        assertThat(pages(classOf(app, 34))).isEqualTo(1);
        assertThat(pages(classOf(app, 90))).isGreaterThan(1);
    }

    @Test
    void theColumnsChosenAreKeptForTheClassAndOrderRowsOnThePageAndInFiles() {
        String columns = base + "/standing/columns?span=2";
        String chosen = location(visitor.post(
                columns, "column", "result", "column", "against-mean", "column", "joined", "column", "luck"));
        assertThat(Html.texts(visitor.get(chosen).body(), "table.figures thead th"))
                .as("in the order of the catalogue, whatever nobody has included")
                .containsExactly("Student", "Result ▾", "Against the mean", "Joined");
        // 79, 70, 60 and 25 around 58.5.
        String ordered = visitor.get(base + "/standing?order=against-mean").body();
        assertThat(row(ordered, "Castellan")).isEqualTo("Castellan, Rui 25.0 −33.5");
        assertThat(names(ordered))
                .as("the highest first, and who has none last")
                .containsExactly(
                        "Dunmore, Fenna", "Brandt, Ilva", "Eberly, Jonah", "Castellan, Rui", "Farrow, Sunniva");
        assertThat(names(visitor.get(base + "/standing?order=against-mean&turned")
                        .body()))
                .containsExactly(
                        "Castellan, Rui", "Eberly, Jonah", "Brandt, Ilva", "Dunmore, Fenna", "Farrow, Sunniva");
        assertThat(visitor.get(base + "/standing.csv?order=name&turned").body())
                .startsWith(
                        "Number,Student,Set,Result %,Against the class mean,Joined\r\n9,\"Farrow, Sunniva\",South,,,\r\n")
                .contains("7,\"Castellan, Rui\",South,25.0,-33.5,\r\n");
        visitor.get(location(visitor.post(columns, "usual", "yes", "column", "result")));
        assertThat(visitor.get(base + "/standing").body()).contains("Tests", "To next");
    }

    @Test
    void filesNameTheStudentsNumberThePiecesPickedAndWhatIsTied() {
        own.addStudents("Number\tName\n=2+2\tTwining, Una\n77\tTwinlow, Vito\n");
        own.type("Twining", "First", "1");
        own.type("Twinlow", "First", "1");
        String picked = visitor.get(base + "/standing.csv?pieces=" + own.piece("First") + "," + own.piece("Second"))
                .body();
        // A shared rank is a number all the same; only what a person typed is kept from being run as a formula.
        assertThat(picked)
                .startsWith("Number,Student,Set,Rank,Tied,")
                .contains("Result % of First, Second")
                .containsPattern("\n'=2\\+2,\"Twining, Una\",,[0-9]+,yes,")
                .containsPattern("\n77,\"Twinlow, Vito\",,[0-9]+,yes,")
                .doesNotContain("'=1", "'+");
        assertThat(visitor.get(base + "/standing/" + own.student("Twinlow") + "/pieces.csv")
                        .headers()
                        .firstValue("Content-Disposition")
                        .orElse(""))
                .contains("77");
        assertThat(visitor.get(base + "/standing/" + own.student("Twinlow") + "/pieces.csv")
                        .body())
                .contains("Rank,Tied,Note\r\n")
                .containsPattern("First,.*,[0-9]+,yes,\r");
    }

    @Test
    void awkwardClassesAreShownToo() {
        OwnClass empty = own.another("Nobody yet");
        for (String path :
                List.of("/standing", "/standing/spread", "/standing/try", "/standing/sheets", "/standing.pdf")) {
            assertThat(visitor.get(empty.base() + path).statusCode()).as(path).isEqualTo(200);
        }
        empty.addStudents("Name\nO'Neil-Abernathy-Featherstonehaugh, Maximiliana\n");
        String category = empty.addCategory("Work");
        empty.addPiece("Only", category, "2027-01-20", "10");
        empty.type("O'Neil-Abernathy-Featherstonehaugh", "Only", "10");
        String page = visitor.get(empty.base() + "/standing").body();
        assertThat(page).contains("100.0").doesNotContain("boundary-rail");
        long student = empty.read(book -> ClassBook.id(book.book().students().get(0)));
        assertThat(visitor.get(empty.base() + "/standing/" + student).statusCode())
                .isEqualTo(200);
        assertThat(visitor.get(empty.base() + "/standing?span=year&figure=possible&student=" + student)
                        .body())
                .contains("0 pieces remain");
    }
}
