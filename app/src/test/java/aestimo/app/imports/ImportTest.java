package aestimo.app.imports;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.json.JsonMapper;

/** Marks and students imported by the page, and what is kept of them afterwards. */
@ExtendWith(RunningApp.class)
class ImportTest {
    private static final String SHEET = """
            Surname\tFirst name\tDune survey\tContours quiz
            \t\t25\t15
            BRANDT\tIlva\t20\t12
            Osei\tKofi\t18,5\tlate 9
            Quill\tEsme\t17\t18
            Voss\tMikkel\tabs\t-
            Average\t\t18,5\t13
            """;

    private OwnClass own;
    private Visitor visitor;
    private String base;

    /** Four students; in Dune survey Ilva has 20 and Kofi 14. */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "");
        own.addStudents("2204\tBrandt\tIlva\n2218\tOsei\tKofi\n2220\tQuill\tEsme\n2226\tVoss\tMikkel\n");
        own.addPiece("Dune survey", own.addCategory("Fieldwork"), "2027-02-05", "25");
        own.type("Brandt", "Dune survey", "20");
        own.type("Osei", "Dune survey", "14");
        visitor = own.visitor();
        base = own.base() + "/marks/import";
    }

    private String start(String pasted) {
        return location(visitor.post(base, "pasted", pasted)).replaceAll("\\?.*", "");
    }

    /** Sends the form with some fields otherwise. */
    private HttpResponse<String> send(String opened, String action, String... otherwise) {
        return visitor.post(
                opened + "/" + action, PageForm.fields(visitor.get(opened).body(), "settle-form", otherwise));
    }

    private String take(String opened, String... otherwise) {
        HttpResponse<String> answer = send(opened, "import", otherwise);
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    private String entry(String family, String title) {
        return own.entry(family, title).toString();
    }

    @Test
    void whatWasBroughtInIsToldFromWhatWasTypedUntilItIsTypedOver() {
        visitor.post(own.base() + "/marks/look", "imported", "shown");
        take(start(SHEET));
        String sheet = visitor.get(own.base() + "/marks?span=year").body();
        assertThat(sheet).contains("aria-label=\"18.5, imported\"");
        assertThat(sheet.split("is-imported"))
                .as("Ilva's 20 was typed, and stood")
                .hasSize(7);
        own.type("Osei", "Dune survey", "17");
        assertThat(visitor.get(own.base() + "/marks?span=year").body().split("is-imported"))
                .hasSize(6);
    }

    @Test
    void everyCellIsShownThenComesInAndGoesBackAsAWhole() {
        String opened = start(SHEET);
        String page = visitor.get(opened).body();
        assertThat(page)
                .contains("Nothing has been changed yet.", "4 students matched", "Import 6 marks")
                .contains("14 → 18.5", "18 is more than the out-of 15. Saved as in doubt.")
                .contains("Line 2 says what the marks are out of.", "holds the figures at the foot of the sheet.");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(1);

        assertThat(take(opened)).contains("6 marks are imported; 1 is in doubt.", "Undo the import");
        assertThat(entry("Brandt", "Dune survey")).isEqualTo("20");
        assertThat(entry("Osei", "Dune survey")).isEqualTo("18.5");
        assertThat(entry("Voss", "Dune survey")).isEqualTo("absent");
        assertThat(entry("Osei", "Contours quiz")).isEqualTo("9 l");
        assertThat(entry("Quill", "Contours quiz")).isEqualTo("18");
        assertThat(entry("Voss", "Contours quiz")).isEmpty();
        assertThat(take(opened)).contains("This was imported already. Nothing was done twice.");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(2);

        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body())
                .contains("The import is undone: everything is as it was before.");
        assertThat(entry("Osei", "Dune survey")).isEqualTo("14");
        assertThat(entry("Quill", "Dune survey")).isEmpty();
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(1);
        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body()).contains("There is nothing to undo");
    }

    @Test
    void laterChangesAreNamedAndStopTheTakingBack() {
        String opened = start(SHEET);
        take(opened);
        own.type("Osei", "Dune survey", "19");
        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body())
                .contains("1 entry was altered since: Osei, Kofi in “Dune survey”. Nothing was undone.");
        assertThat(entry("Osei", "Dune survey")).isEqualTo("19");
        assertThat(entry("Osei", "Contours quiz")).isEqualTo("9 l");
    }

    @Test
    void anEntryBesideTheBroughtOnesStopsTheTakingBackToo() {
        String opened = start(SHEET);
        take(opened);
        own.type("Voss", "Contours quiz", "3");
        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body())
                .contains("1 entry, note or lesson is beside these");
        assertThat(entry("Voss", "Contours quiz")).isEqualTo("3");
    }

    @Test
    void theTeacherSaysWhatADashMeansAndWhetherMarksThatStandAreKept() {
        String opened = start(SHEET);
        send(opened, "settle", "over2", "keep", "dash3", "n");
        assertThat(visitor.get(opened).body()).contains("14 stays, not 18.5", "not handed in", "Import 6 marks");
        take(opened);
        assertThat(entry("Osei", "Dune survey")).isEqualTo("14");
        assertThat(entry("Quill", "Dune survey")).isEqualTo("17");
        assertThat(entry("Voss", "Contours quiz")).isEqualTo("not handed in");
    }

    @Test
    void strangersCloseNamesAndDoublesWaitForTheTeacher() {
        String opened = start("""
                Name\tSubmitted\tEssay /20
                Mikel Voss\t2027-02-03 10:00\t11
                Ilva Brandt\t2027-02-05 09:00\t15
                Ilva Brandt\t2027-02-04 09:00\t12
                Sam Orford\t2027-02-03 10:00\t9
                """);
        String page = visitor.get(opened).body();
        assertThat(page)
                .contains("One letter differs; nobody else has a similar name.", "Sam Orford is not in 9B")
                .contains("Listed twice; this is the later row, and counts.")
                .contains("Listed again in line 3, later than 2027-02-04 09:00; this row is left out.")
                .contains("Import 1 mark<");
        long voss = own.read(book -> Long.parseLong(book.book().students().stream()
                .filter(student -> student.family().equals("Voss"))
                .findFirst()
                .orElseThrow()
                .id()
                .text()));
        List<String> fields = new ArrayList<>(List.of(PageForm.fields(page, "settle-form")));
        settleLine(fields, "2", Long.toString(voss));
        settleLine(fields, "5", Choices.ADD);
        visitor.post(opened + "/settle", fields.toArray(new String[0]));
        assertThat(take(opened)).contains("3 marks are imported. 1 student joined.");
        assertThat(entry("Voss", "Essay")).isEqualTo("11");
        assertThat(entry("Brandt", "Essay")).isEqualTo("15");
        assertThat(entry("Orford", "Essay")).isEqualTo("9");
        visitor.post(opened + "/undo");
        assertThat(visitor.get(own.base() + "/marks").body()).doesNotContain("Orford", "Essay");
    }

    private static void settleLine(List<String> fields, String line, String student) {
        for (int i = 0; i + 3 < fields.size(); i += 2) {
            if (fields.get(i).equals("line") && fields.get(i + 1).equals(line)) {
                fields.set(i + 3, student);
                return;
            }
        }
        throw new AssertionError("line " + line + " cannot be settled");
    }

    @Test
    void somebodyOfAnotherClassIsTheSameStudent() {
        OwnClass other = own.another("10A");
        String sheet = location(visitor.post(
                        other.base() + "/marks/import", "pasted", "No\tName\n2204\tBrandt, Ilva\n2299\tNew, Nora\n"))
                .replaceAll("\\?.*", "");
        assertThat(take(sheet)).contains("2 students joined");
        assertThat(visitor.get(own.base() + "/groundwork/students").body()).contains("Brandt");
        String doubled = location(visitor.post(
                        own.another("10C").base() + "/marks/import",
                        "pasted",
                        "No\tName\n7\tBrandt, Ida\n7\tOsei, Ada\n"))
                .replaceAll("\\?.*", "");
        assertThat(take(doubled)).contains("Number 7 is the number of two students, in lines 2 and 3.");
        String wrong = location(visitor.post(
                        own.another("10B").base() + "/marks/import", "pasted", "No\tName\n2204\tBrandt, Ida\n"))
                .replaceAll("\\?.*", "");
        assertThat(take(wrong))
                .contains("Number 2204 is Brandt, Ilva of another class of yours, but the sheet says Brandt, Ida.");
    }

    @Test
    void theNextFileWithTheSameHeadingsIsReadTheSameWay() {
        String first = start("Name\tHomework\tOutdoors\nIlva Brandt\t3\t7\n");
        send(first, "settle", "taken1", "LEFT_OUT", "outOf2", "10", "title2", "Pebbles");
        take(first);
        String page = visitor.get(start("Name\tHomework\tOutdoors\nKofi Osei\t4\t8\n"))
                .body();
        assertThat(page).contains("its columns are taken as they were then", "Import 1 mark<");
        assertThat(page).contains("value=\"10\"", "value=\"Outdoors\"").doesNotContain("value=\"Homework\" maxlength");
    }

    @Test
    void rowsWithoutNamesGoByTheClassListOnlyWhenTheTeacherSaysSo() {
        String bare = start("12\n13\n-\n15\n");
        assertThat(visitor.get(bare).body()).contains("There are as many rows as students");
        send(bare, "settle", "outOf0", "20", "title0", "Essay", "byOrder", "true");
        assertThat(visitor.get(bare).body()).contains("nothing in it says so.", "Brandt, Ilva", "Import 3 marks");
        assertThat(take(bare)).contains("3 marks are imported");
        assertThat(entry("Brandt", "Essay")).isEqualTo("12");
        assertThat(entry("Quill", "Essay")).isEmpty();
        assertThat(entry("Voss", "Essay")).isEqualTo("15");
    }

    @Test
    void questionsBecomePartsAndPartsThatStandTakeMarks() {
        String quiz = start("Name\tQ1 /5\tQ2 /10\tTotal\nIlva Brandt\t4\t9\t13\nKofi Osei\t6\tabs\t6\n");
        assertThat(visitor.get(quiz).body())
                .contains("pasted marks, Q1", "pasted marks, Q2", "Import 4 marks")
                .contains("6 is more than the out-of 5.");
        assertThat(take(quiz, "title1", "Map quiz")).contains("4 marks are imported; 1 is in doubt.");
        assertThat(own.entry("Brandt", "Map quiz", 0).toString()).isEqualTo("4");
        assertThat(own.entry("Osei", "Map quiz", 1).toString()).isEqualTo("absent");
        String parts = own.read(book -> {
            var piece = book.assessment(own.piece("Map quiz"));
            return piece.id() + "." + piece.parts().get(1).id();
        });
        String later = start("Name\tSecond go\nKofi Osei\t8\n");
        assertThat(take(later, "taken1", parts)).contains("1 mark is imported");
        assertThat(own.entry("Osei", "Map quiz", 1).toString()).isEqualTo("8");
        assertThat(visitor.get(location(visitor.post(later + "/undo"))).body()).contains("The import is undone");
        assertThat(own.entry("Osei", "Map quiz", 1).toString()).isEqualTo("absent");
        assertThat(visitor.get(location(visitor.post(quiz + "/undo"))).body()).contains("The import is undone");
        assertThat(visitor.get(own.base() + "/marks").body()).doesNotContain("Map quiz");
    }

    @Test
    void whatCannotComeInIsSaidAndNothingIsHalfDone() {
        String noOutOf = start("Name\tEssay\nIlva Brandt\t3\n");
        assertThat(take(noOutOf)).contains("Say what “Essay” is out of; the file does not.");
        assertThat(take(noOutOf, "outOf1", "-4")).contains("Out of “-4” is not valid for “Essay”.");
        assertThat(take(noOutOf, "outOf1", "10", "date1", "2027-08-01")).contains("1 Aug 2027 is in no term.");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(1);
        String nameless = start("12\t13\n14\t15\n");
        assertThat(visitor.get(nameless).body()).contains("No column says which student each row is.");
        assertThat(take(nameless, "outOf0", "20", "outOf1", "20")).contains("There is nothing to import");
        // Cancelled, what was pasted stands in its field again; gone back to, it says what became of it.
        assertThat(visitor.get(location(visitor.post(nameless + "/leave"))).body())
                .contains("Cancelled. Nothing was changed.", "12\t13\n14\t15");
        for (HttpResponse<String> late : List.of(visitor.get(nameless), visitor.post(nameless + "/import"))) {
            assertThat(late.statusCode()).isEqualTo(404);
            assertThat(late.body()).contains("This import is no longer here: it was cancelled.", "id=\"pasted\"");
        }
    }

    @Test
    void whatIsNoSheetIsRefusedOnThePage() {
        assertThat(visitor.upload(base, "file", new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10})
                        .body())
                .contains("The file is a picture.");
        assertThat(visitor.upload(base, "file", new byte[0]).body()).contains("Nothing was pasted");
        assertThat(visitor.upload(base, "file", new byte[30 * 1024 * 1024]).body())
                .contains("The file is larger than 20 MB");
        assertThat(visitor.upload(base, "file", "a,1\n".repeat(100_000).getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("There are more than 10000 rows.");
        assertThat(visitor.upload(base, "file", "x,".repeat(300).getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("has more than");
    }

    @Test
    void howSheetsWereReadByAnEarlierVersionIsStillUnderstood(RunningApp app) {
        Choices choices = app.bean(JsonMapper.class).readValue("""
                        {"columns": [{"role": "MARKS", "assessmentId": 0, "partId": 0, "asPart": false, "title": "Essay", "categoryId": 1,
                          "date": "2027-02-05", "outOf": "20", "dash": "n", "empty": "blank", "over": true}], "students": {"2": "add"},
                          "byOrder": false}""", Choices.class);
        assertThat(choices.columns().get(0).title()).isEqualTo("Essay");
        assertThat(choices.columns().get(0).value()).isEqualTo("new");
        assertThat(choices.words()).isEmpty();
        assertThat(choices.monthFirst()).isFalse();
        Made made = app.bean(JsonMapper.class).readValue("{\"assessments\": [1], \"enrolments\": []}", Made.class);
        assertThat(made.notes()).isEmpty();
        assertThat(made.headings()).isEmpty();
    }
}
