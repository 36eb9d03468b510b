package aestimo.app.lists;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.exchange.sheet.SheetReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Lists on paper and as sheets: what was asked for, of whom it was asked for, and nothing else. */
@ExtendWith(RunningApp.class)
class ListsTest {
    private OwnClass own;

    @BeforeEach
    void openTheDemo(RunningApp app) {
        own = OwnClass.ofTheDemo(app, "9B");
    }

    private String csv(String query) {
        return new String(own.visitor().download(own.base() + "/room/lists.csv?" + query), StandardCharsets.UTF_8);
    }

    private record Pdf(int pages, String text) {}

    private Pdf pdf(String query) throws IOException {
        try (var document = Loader.loadPDF(own.visitor().download(own.base() + "/room/lists.pdf?" + query))) {
            return new Pdf(document.getNumberOfPages(), new PDFTextStripper().getText(document));
        }
    }

    @Test
    void aClassListHasTheFiguresThatWereChosenOnThePageAndInEveryFile() throws Exception {
        String query = "kind=CLASS&figure=result&figure=attendance&span=2";
        String page = own.visitor().get(own.base() + "/room/lists?" + query).body();
        List<String> shown = Html.texts(page, ".figures tbody tr:first-child td");
        assertThat(Html.texts(page, ".figures thead th"))
                .containsExactly("Number", "Student", "Set", "Result %", "Attendance %");
        assertThat(shown).startsWith("2201", "Aldous, Wren", "North").hasSize(5);
        assertThat(csv(query).lines().toList().get(1))
                .isEqualTo("2201,\"Aldous, Wren\",North," + shown.get(3) + "," + shown.get(4));
        assertThat(pdf(query).text()).contains("class list · Term 2", "Aldous, Wren", shown.get(3));
        for (String ending : List.of("xlsx", "ods")) {
            byte[] file = own.visitor().download(own.base() + "/room/lists." + ending + "?" + query);
            assertThat(SheetReader.readLongest(file).rows().get(1)).startsWith("2201", "Aldous, Wren", "North");
        }
    }

    @Test
    void onlyThoseWhoWereChosenAreOnIt() {
        String rui = own.student("Castellan");
        assertThat(csv("kind=CLASS&of=" + rui).lines()).hasSize(2).anyMatch(line -> line.contains("Castellan, Rui"));
        assertThat(csv("kind=CLASS&set=North")).contains("Castellan").doesNotContain("Arkady");
        assertThat(csv("kind=CLASS&of=999999999").lines())
                .as("nobody of the class")
                .hasSize(1);
    }

    @Test
    void aBlankListIsRuledUnderItsHeadingsWithOwnWordsAndALineToSign() throws Exception {
        Pdf pdf =
                pdf("kind=MARKS&columns=3&headings=Warm-up,Quiz&own=1&heading=Field+day&above=Bring+boots.&sign=true");
        assertThat(pdf.text()).contains("Field day", "Bring boots.", "Warm-up", "Quiz", "Voss, Mikkel", "date");
        assertThat(csv("kind=MARKS&columns=3&headings=Warm-up,Quiz").lines().findFirst())
                .contains("Number,Student,Set,Warm-up,Quiz,");
        assertThat(csv("kind=MARKS&columns=5000")
                        .lines()
                        .findFirst()
                        .orElseThrow()
                        .split(",", -1))
                .hasSize(33);
    }

    @Test
    void severalClassesAreASheetEachOrPagesEachOrOneTable() throws Exception {
        OwnClass second = own.another("7Q");
        second.addStudents("Zander, Ute\n");
        OwnClass third = own.another("7R");
        String both = "&more=" + second.id() + "&more=" + third.id();
        Pdf pdf = pdf("kind=CLASS" + both);
        assertThat(pdf.pages()).isEqualTo(3);
        assertThat(pdf.text()).contains("9B Geography", "7Q", "7R", "Zander, Ute");
        assertThat(csv("kind=CLASS" + both).lines().findFirst()).contains("Class,Number,Student,Set");
        assertThat(csv("kind=CLASS" + both)).contains("9B Geography,2224", ",\"Zander, Ute\",");
        assertThat(own.visitor()
                        .get(own.base() + "/room/lists.csv?kind=CLASS&more=987654321")
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void thePdfOfManyClassesIsAJobThatIsBegunOnce(RunningApp app) throws Exception {
        StringBuilder query = new StringBuilder("kind=CLASS");
        for (String name : List.of("7Q", "7R", "7S")) {
            OwnClass further = own.another(name);
            further.addStudents("Zander, Ute " + name + "\n");
            query.append("&more=").append(further.id());
        }
        String asked = own.base() + "/room/lists?" + query;
        assertThat(OwnClass.location(own.visitor().get(asked.replace("lists?", "lists.pdf?"))))
                .isEqualTo(asked + "#many");
        String page = own.visitor().get(asked).body();
        assertThat(page).contains("A PDF of 4 classes takes a moment.");
        String[] form = PageForm.fields(page, "many");
        String address = Html.value(page, "#many", "action");
        String job = OwnClass.location(own.visitor().post(address, form));
        assertThat(OwnClass.location(own.visitor().post(address, form)))
                .as("twice")
                .isEqualTo(job);
        Await.until("the lists are made", () -> own.visitor().get(job).body().contains("It is made."));
        String made = own.visitor().get(job).body();
        assertThat(made).contains("4 classes, class list").doesNotContain("handed out.");
        byte[] file = own.visitor().download(Html.value(made, ".notice.is-done a", "href"));
        try (var document = Loader.loadPDF(file)) {
            assertThat(document.getNumberOfPages()).isEqualTo(4);
            assertThat(new PDFTextStripper().getText(document))
                    .contains("9B Geography", "Zander, Ute 7Q", "Zander, Ute 7R", "Zander, Ute 7S");
        }
        // A class of somebody else's is none.
        assertThat(own.visitor()
                        .post(address.replaceAll("more=[0-9]+", "more=987654321"), form)
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void attendanceOfAWeekHasItsLessonsAndTheSumsOfIt() {
        List<String> lines = csv("kind=ATTENDANCE&week=2027-02-11").lines().toList();
        assertThat(lines.get(0)).isEqualTo("Number,Student,Set,9 Feb (2),10 Feb (3),here,late,absent,%");
        for (String line : lines.subList(1, lines.size())) {
            String[] cells = line.replaceFirst("\"[^\"]*\"", "name").split(",", -1);
            long here = List.of(cells[3], cells[4]).stream().filter("✓"::equals).count();
            assertThat(cells[5]).as(line).isEqualTo(Long.toString(here));
        }
        assertThat(csv("kind=ATTENDANCE&week=no+day")
                        .lines()
                        .findFirst()
                        .orElseThrow()
                        .split(",")
                        .length)
                .isGreaterThan(10);
    }

    @Test
    void emergencyContactsNameWhoMustNotBeCalledAndForWhomNobodyIsKnown() {
        own.visitor()
                .post(
                        own.base() + "/room/people/import",
                        "pasted",
                        "Number\tContact\tTelephone\tE-mail\tFor\n2201\tAda Aldous\t0555 7\ta@home.example\temergencies\n"
                                + "2202\tBo Arkady\t0555 8\t\tno contact\n2203\tCy Bell\t0555 9\t\tletters\n");
        assertThat(csv("kind=EMERGENCY"))
                .contains(
                        "Ada Aldous,,0555 7,", "Bo Arkady,,NO CONTACT,", "2203,\"Bellweather, Ida\",North,nobody known")
                .doesNotContain("0555 8", "0555 9", "@");
    }

    @Test
    void birthdaysFollowTheSchoolYear() {
        birthday("Voss", "2013-02-03");
        birthday("Aldous", "2012-12-30");
        birthday("Castellan", "2013-09-01");
        assertThat(csv("kind=BIRTHDAYS").lines().skip(1).map(line -> line.replaceFirst(",\".*,", " ")))
                .containsExactly("2205 1 Sept 2013", "2201 30 Dec 2012", "2224 3 Feb 2013");
    }

    private void birthday(String family, String day) {
        own.visitor()
                .post(own.base() + "/groundwork/students/" + own.student(family), "birthday", day, "forms", "they");
    }

    @Test
    void aCoverSheetSaysWhatToDoAndKeepsSupportNotesToItselfUnlessAsked() throws Exception {
        own.visitor()
                .post(
                        own.base() + "/groundwork/students/" + own.student("Voss"),
                        "supportNote",
                        "Sits near the door.",
                        "forms",
                        "they");
        own.visitor()
                .post(
                        own.base() + "/room/seats/new",
                        "name",
                        "Room 4",
                        "shape",
                        "ROWS",
                        "rows0",
                        "4",
                        "rows1",
                        "6",
                        "rows2",
                        "2");
        String query = "kind=COVER&toDo=Read+pages+40+to+43.%0AThen+the+questions.&call=Front+office,+0555+0100";
        Pdf without = pdf(query);
        assertThat(without.text())
                .contains(
                        "Read pages 40 to 43.",
                        "Then the questions.",
                        "Front office, 0555 0100",
                        "front, your desk",
                        "late, min")
                .doesNotContain("Sits near the door.");
        assertThat(without.pages()).isEqualTo(1);
        assertThat(pdf(query + "&notes=true").text()).contains("Sits near the door.");
        assertThat(pdf("kind=PHOTOS").text()).contains("Osei, Kofi", "2224");
        assertThat(pdf("kind=CHECKS&columns=4").text()).contains("Aldous, Wren");
    }
}
