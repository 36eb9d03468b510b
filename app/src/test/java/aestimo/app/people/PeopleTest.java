package aestimo.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.exchange.sheet.SheetReader;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.imageio.ImageIO;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Contacts in and out, photos by number, birthdays: never to the wrong home, and what cannot be used is named. */
@ExtendWith(RunningApp.class)
class PeopleTest {
    private static final String SHEET = """
            Student\tContact\tRelation\tE-mail\tTelephone\tLanguage\tFor
            Ilva Brandt\tAda Brandt\tmother\tada@home.example\t0555 1\tNorwegian\tletters and emergencies
            Castellan, Rui\tBruno Castellan\tfather\tbruno@home.example\t0555 2\t\tno contact
            Nobody\tCarla Nobody\tmother\t\t\t\t
            Ilva Brandt\t\tfather\t\t\t\t
            """;

    private RunningApp app;
    private OwnClass own;
    private String people;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents(
                "Number\tName\n2201\tBrandt, Ilva\n2202\tCastellan, Rui\n2203\tDunmore, Fenna\n2204\tEberly, Jonah\n");
        people = own.base() + "/room/people";
    }

    private String post(String address, String... fields) {
        HttpResponse<String> answer = own.visitor().post(address, fields);
        return answer.statusCode() == 302
                ? own.visitor().get(OwnClass.location(answer)).body()
                : answer.body();
    }

    private String contacts() {
        return Html.text(own.visitor().get(people).body(), ".people");
    }

    private String file(String path) {
        return new String(own.visitor().download(people + path), StandardCharsets.UTF_8);
    }

    @Test
    void aSheetIsPreviewedThenImportedAndWhatIsNobodysIsNamed() {
        String preview = post(people + "/look", "pasted", SHEET);
        assertThat(Html.texts(preview, ".beside-list li"))
                .containsExactly(
                        "Brandt, Ilva : Ada Brandt, mother · ada@home.example · 0555 1",
                        "Castellan, Rui : Bruno Castellan, father · bruno@home.example · 0555 2",
                        "Line 4: “Nobody” is nobody in this class for certain.",
                        "Line 5: a contact needs a name of 1 to 100 letters.");
        assertThat(contacts()).as("nothing changes by looking").doesNotContain("Ada Brandt");

        assertThat(post(people + "/import", "pasted", SHEET)).contains("2 contacts are imported.");
        assertThat(contacts())
                .contains("Ada Brandt, mother 0555 1 ada@home.example Norwegian emergencies")
                .contains("Bruno Castellan, father no contact")
                .doesNotContain("bruno@home.example");
    }

    @Test
    void whatIsThereIsFilledAndWhoeverIsBarredStaysBarred() {
        post(people + "/import", "pasted", SHEET);
        post(
                people + "/import",
                "pasted",
                "Number\tContact\tE-mail\tTelephone\tFor\n2202\tBruno Castellan\tother@home.example\t0555 9\tletters\n2201\tADA BRANDT\tnew@home.example\t\t\n");
        assertThat(contacts()).contains("Bruno Castellan, father no contact", "ada@home.example");
        assertThat(contacts()).doesNotContain("new@home.example", "ADA");
        assertThat(file("/contacts.vcf")).doesNotContain("Bruno");
    }

    @Test
    void aSheetOfTheFileThatIsNotReadIsNamed() throws IOException {
        byte[] file;
        try (XSSFWorkbook book = new XSSFWorkbook();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            var staff = book.createSheet("Staff room").createRow(0);
            staff.createCell(0).setCellValue("Extension");
            var list = book.createSheet("Families");
            int line = 0;
            for (String[] cells : new String[][] {{"Student", "Contact"}, {"Brandt, Ilva", "Una Brandt"}}) {
                var row = list.createRow(line++);
                row.createCell(0).setCellValue(cells[0]);
                row.createCell(1).setCellValue(cells[1]);
            }
            book.write(out);
            file = out.toByteArray();
        }
        String preview =
                own.visitor().upload(people + "/look", "contacts", file).body();
        assertThat(Html.text(preview, ".inner"))
                .contains("Brandt, Ilva : Una Brandt", "The sheet “Staff room” is not read: it has other headings.");
    }

    /** Who a student is, is headed here as in every other file; what is a contact's stays the contact's. */
    @Test
    void studentsAreKnownByTheHeadingsOtherListsHave() {
        for (String headings : List.of(
                "Legal Surname\tForename(s)\tParent\tE-mail",
                "Last Name\tFirst\tGuardian name\tmail",
                "Family\tGiven\tCarer\tEmail")) {
            String preview = post(
                    people + "/look",
                    "pasted",
                    headings + "\nBrandt\tIlva\tUna Brandt\tuna@home.example\nBrandt\tRui\tNo One\t\n");
            assertThat(Html.texts(preview, ".beside-list li"))
                    .as(headings)
                    .containsExactly(
                            "Brandt, Ilva : Una Brandt · una@home.example",
                            "Line 3: “Brandt Rui” is nobody in this class for certain.");
        }
        assertThat(post(people + "/look", "pasted", "UPN\tContact name\n2203\tOda Dunmore\n"))
                .contains("Oda Dunmore");
        assertThat(post(people + "/look", "pasted", "Form\tContact\n9B\tOda Dunmore\n"))
                .contains("The first line must have the headings: student or number, and contact");
    }

    @Test
    void contactsGoOutAsCardsAndAsASheetAndComeBackTheSame() {
        post(people + "/import", "pasted", SHEET);
        String cards = file("/contacts.vcf");
        assertThat(cards.lines().map(String::strip))
                .contains(
                        "VERSION:4.0",
                        "FN:Ada Brandt",
                        "EMAIL:ada@home.example",
                        "TEL:0555 1",
                        "NOTE:mother of Ilva Brandt")
                .anyMatch(line -> line.startsWith("RELATED") && line.endsWith("Ilva Brandt"));
        assertThat(cards).doesNotContain("Bruno", "bruno@home.example");
        assertThat(file("/contacts.csv"))
                .contains("\"Brandt, Ilva\",2201,,Ada Brandt,mother,ada@home.example,0555 1,Norwegian")
                .doesNotContain("Bruno");
        assertThat(Html.texts(post(people + "/look", "pasted", cards), ".beside-list li"))
                .containsExactly("Brandt, Ilva : Ada Brandt, mother · ada@home.example · 0555 1");
    }

    /** In a class list the name is the student's; where there is no other, it is the contact's. */
    @Test
    void aClassListWithAColumnForTheContactWillDo() {
        String list = """
                Number\tName\tSet\tParent\tParent e-mail
                2201\tBrandt, Ilva\tNorth\tAda Brandt\tada@home.example
                2202\tCastellan, Rui\tNorth\t\t
                """;
        assertThat(Html.texts(post(people + "/look", "pasted", list), ".beside-list li"))
                .containsExactly("Brandt, Ilva : Ada Brandt · ada@home.example");
        assertThat(Html.texts(
                        post(
                                people + "/look",
                                "pasted",
                                "Family name\tGiven name\tGuardian\nDunmore\tFenna\tOla Dunmore\n"),
                        ".beside-list li"))
                .containsExactly("Dunmore, Fenna : Ola Dunmore");
        assertThat(Html.texts(post(people + "/look", "pasted", "Number\tName\n2204\tJory Eberly\n"), ".beside-list li"))
                .containsExactly("Eberly, Jonah : Jory Eberly");
    }

    @Test
    void aCardWithoutAStudentIsTakenByAFamilyNameThatIsTheirsAlone() {
        String cards = """
                BEGIN:VCARD
                VERSION:3.0
                FN:Otto Dunmore
                TEL:0555 3
                END:VCARD
                BEGIN:VCARD
                VERSION:4.0
                FN:Some Body
                END:VCARD
                """;
        String preview = post(people + "/look", "pasted", cards);
        assertThat(Html.texts(preview, ".beside-list li"))
                .containsExactly(
                        "Dunmore, Fenna : Otto Dunmore · 0555 3",
                        "Card 2: “Some Body” names no student, and shares a family name with nobody, or with several.");
    }

    @Test
    void cardsTooManyOrTooLargeAndWhatIsNoListAreRefusedInASentence() {
        String card = "BEGIN:VCARD\nVERSION:4.0\nFN:A B\nEND:VCARD\n";
        assertThat(post(people + "/look", "pasted", card.repeat(1001))).contains("The file has over 1000 cards.");
        byte[] large = (card + "X".repeat(2 * 1024 * 1024 + 1)).getBytes(StandardCharsets.UTF_8);
        assertThat(own.visitor().upload(people + "/look", "contacts", large).body())
                .contains("That is over 1.5 MB of text.");
        assertThat(post(people + "/look", "pasted", "Colour\tSize\nred\t3\n"))
                .contains("The first line must have the headings");
        assertThat(post(people + "/import", "pasted", "Student\tContact\nNobody\tA B\n"))
                .contains("There is no contact in it whose student is known.");
        String many = "Student\tContact\n" + "Ilva Brandt\tA %d\n".repeat(9).formatted(1, 2, 3, 4, 5, 6, 7, 8, 9);
        assertThat(post(people + "/import", "pasted", many))
                .contains("Brandt, Ilva: A student has at most 8 contacts.");
        assertThat(contacts()).doesNotContain("A 1");
    }

    private static byte[] picture() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(600, 800, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    @Test
    void photosAreTakenByTheNumberTheirFileIsNamedBy() throws Exception {
        HttpResponse<String> answer = own.visitor()
                .uploadAll(
                        people + "/photos",
                        "photos",
                        List.of("2201.png", "2299.jpg", "2203.jpg"),
                        List.of(picture(), picture(), "no picture".getBytes(StandardCharsets.UTF_8)));
        String page = own.visitor().get(OwnClass.location(answer)).body();
        assertThat(page).contains("1 photo is saved.");
        assertThat(Html.texts(page, ".notice li")).hasSize(2);
        assertThat(Html.texts(page, ".notice li").get(0))
                .isEqualTo("“2299.jpg”: nobody of this class has the number 2299.");
        assertThat(Html.texts(page, ".notice li").get(1)).startsWith("“2203.jpg”: ");
        assertThat(Html.values(page, "img.face", "src")).hasSize(1);
        assertThat(own.visitor()
                        .uploadAll(people + "/photos", "photos", List.of(), List.of())
                        .body())
                .contains("Choose the photos first.");
    }

    @Test
    void birthdaysComeRoundOnTheDeskAndInTheCalendarWithoutTheYearOfBirth() {
        birthday("Brandt", "2012-02-29");
        birthday("Castellan", "2013-02-26");
        assertThat(own.visitor().get("/").body())
                .contains("Birthdays this week", "Rui Castellan")
                .doesNotContain("2013");
        String calendar = new String(own.visitor().download("/birthdays.ics"), StandardCharsets.UTF_8);
        assertThat(calendar.lines().map(String::strip))
                .contains(
                        "SUMMARY:Rui Castellan's birthday (7Z Latin)".replace("7Z Latin", title()),
                        "DTSTART;VALUE=DATE:20270226",
                        "DTSTART;VALUE=DATE:20270301",
                        "RRULE:FREQ=YEARLY");
        assertThat(calendar).doesNotContain("2012", "2013");
    }

    private String title() {
        return own.read(book -> book.row().title());
    }

    private void birthday(String family, String day) {
        own.visitor()
                .post(own.base() + "/groundwork/students/" + own.student(family), "birthday", day, "forms", "they");
    }

    @Test
    void allThatIsKeptOfAStudentIsOnOnePageAndInOneFileOverAllClasses() throws Exception {
        OwnClass demo = OwnClass.ofTheDemo(app, "9B");
        OwnClass second = demo.another("9Q");
        second.addStudents("Number\tName\n2204\tBrandt, Ilva\n");
        String address = demo.base() + "/room/people/" + demo.student("Brandt");
        demo.visitor()
                .post(
                        demo.base() + "/room/people/import",
                        "pasted",
                        "Number\tContact\tTelephone\n2204\tDario Brandt\t0555 4\n2205\tEdda Castellan\t0555 5\n");
        String page = demo.visitor().get(address).body();
        assertThat(Html.texts(page, ".inner h3"))
                .startsWith("Student", "Contacts", "Classes", "Results", "Marks", "Register");
        assertThat(Html.text(page, ".inner"))
                .contains("Dario Brandt", "9Q", "9B Geography", "River transect", "here")
                .doesNotContain("Castellan");
        byte[] file = demo.visitor().download(address + "/all.xlsx");
        assertThat(SheetReader.readLongest(file).rows().get(0)).isNotEmpty();
        try (var workbook = new org.apache.poi.xssf.usermodel.XSSFWorkbook(new java.io.ByteArrayInputStream(file))) {
            assertThat(workbook.getSheetName(0)).isEqualTo("Student");
            assertThat(workbook.getNumberOfSheets())
                    .isEqualTo(Html.texts(page, ".inner h3").size());
        }
        assertThat(demo.visitor()
                        .get(own.base() + "/room/people/" + demo.student("Brandt"))
                        .statusCode())
                .isEqualTo(404);
    }
}
