package aestimo.app.imports;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Student;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Files of the kinds teachers have, imported through the page: what is asked, and every entry that comes of it. */
@ExtendWith(RunningApp.class)
class ImportKindsTest {
    private OwnClass own;
    private Visitor visitor;
    private String base;

    /** Six students, grades A to D, two categories; in Town survey, out of 50, four have marks, one of them late. */
    @BeforeEach
    void makeAClass(RunningApp app) {
        own = new OwnClass(app, "");
        own.addStudents("0021\tBrandt\tIlva\n0022\tOsei\tKofi\n0023\tQuill\tEsme\n"
                + "0024\tVoss\tMikkel\n0025\tIyer\tMeera\n0026\tIyer\tAnand\n");
        String fieldwork = own.setCategories("Fieldwork", "Exams");
        own.setBands("A", "80", "B", "65", "C", "50", "D", "0");
        own.addPiece("Town survey", fieldwork, "2027-02-05", "50");
        own.type("Brandt", "Town survey", "41");
        own.type("Osei", "Town survey", "35 l");
        own.type("Quill", "Town survey", "22");
        own.type("Voss", "Town survey", "17 f");
        visitor = own.visitor();
        base = own.base() + "/marks/import";
    }

    private String paste(String text) {
        return location(visitor.post(base, "pasted", text)).replaceAll("\\?.*", "");
    }

    private String page(String opened) {
        return visitor.get(opened).body();
    }

    private String settle(String opened, String... otherwise) {
        return visitor.get(location(
                        visitor.post(opened + "/settle", PageForm.fields(page(opened), "settle-form", otherwise))))
                .body();
    }

    /** Presses a button of the page that is part of the form. */
    private String press(String opened, String name, String value) {
        List<String> fields = new ArrayList<>(List.of(PageForm.fields(page(opened), "settle-form")));
        fields.addAll(List.of(name, value));
        return visitor.get(location(visitor.post(opened + "/settle", fields.toArray(new String[0]))))
                .body();
    }

    private String take(String opened) {
        HttpResponse<String> answer = visitor.post(opened + "/import", PageForm.fields(page(opened), "settle-form"));
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    /** All entries of an assessment: “Brandt, Ilva: 41; …”, blank ones left out. */
    private String entries(String title) {
        return own.read(book -> book.book().students().stream()
                .sorted(Comparator.comparing(Student::listName))
                .map(student -> student.listName() + ": "
                        + book.entry(ClassBook.cell(student, book.assessment(own.piece(title)), 0)))
                .filter(words -> !words.endsWith(": "))
                .collect(Collectors.joining("; ")));
    }

    private Assessment piece(String title) {
        return own.read(book -> book.assessment(own.piece(title)));
    }

    private String category(String title) {
        return own.read(book -> book.book().categories().stream()
                .filter(category -> category.id().equals(piece(title).category()))
                .findFirst()
                .orElseThrow()
                .name());
    }

    @Test
    void twoRowsOfHeadingsInThreeActions() {
        String opened = paste("""
                \t\tFieldwork\t\tExams
                Surname\tForename(s)\tTown survey\tDune walk (25)\tMock
                \t\t/50\t\tout of 80
                BRANDT\tIlva\t41\t20\t66
                OSEI\tKofi\t35\t15,5\tabs
                VOSS\tMikkel\t18\t11\t51
                Class average\t\t38\t20\t58.5
                """);
        assertThat(page(opened)).contains("all clear", "1 mark replaces another", "Import 7 marks");
        assertThat(take(opened)).contains("7 marks are imported.");
        assertThat(entries("Town survey"))
                .as("the same marks leave late alone, others keep their sign")
                .isEqualTo("Brandt, Ilva: 41; Osei, Kofi: 35 l; Quill, Esme: 22; Voss, Mikkel: 18 f");
        assertThat(entries("Dune walk")).isEqualTo("Brandt, Ilva: 20; Osei, Kofi: 15.5; Voss, Mikkel: 11");
        assertThat(entries("Mock")).isEqualTo("Brandt, Ilva: 66; Osei, Kofi: absent; Voss, Mikkel: 51");
        assertThat(piece("Mock").outOf(0)).hasToString("80");
        assertThat(category("Mock")).isEqualTo("Exams");
        assertThat(category("Dune walk")).isEqualTo("Fieldwork");
    }

    @Test
    void aColumnOutOfSomethingElseIsNeverPutIntoTheAssessmentOfThatTitle() {
        String opened = paste("Name\tTown survey (/100)\nIlva Brandt\t40\nMikkel Voss\t30\n");
        assertThat(page(opened))
                .contains("is out of 100 in the sheet, but “Town survey” is out of 50.", "1 column to settle");
        assertThat(take(opened)).contains("is out of 100 in the sheet");
        assertThat(entries("Town survey")).startsWith("Brandt, Ilva: 41;");
        // In percent it can be worked out, sign or none.
        String percent = paste("Name\tTown survey %\nIlva Brandt\t90\nMeera Iyer\t61 %\n");
        assertThat(take(percent)).contains("2 marks are imported.");
        assertThat(entries("Town survey")).startsWith("Brandt, Ilva: 45; Iyer, Meera: 30.5;");
    }

    @Test
    void otherTitlesAreTheSameAssessmentByTheirMarksAndNumbersOfTitlesCount() {
        String near = paste("Name\tTown – survey\nIlva Brandt\t41\nKofi Osei\t35\nEsme Quill\t22\nMeera Iyer\t30\n");
        assertThat(page(near)).contains("its heading is the title of an assessment", "Import 1 mark<");
        String spelt = paste("Name\tTown surveys\nIlva Brandt\t41\nKofi Osei\t35\nEsme Quill\t22\nMeera Iyer\t30\n");
        assertThat(page(spelt))
                .contains("its heading is nearly “Town survey”; 3 of 3 marks are the same", "Import 1 mark<");
        String other = paste("Name\tTown surveys\nIlva Brandt\t1\nKofi Osei\t2\nEsme Quill\t3\n");
        assertThat(page(other)).doesNotContain("its heading is nearly").contains("Say what “Town surveys” is out of");
        String second = paste("Name\tTown survey 2 /50\nIlva Brandt\t41\nKofi Osei\t35\nEsme Quill\t22\n");
        assertThat(page(second)).contains("value=\"Town survey 2\"", "Import 3 marks");
        take(spelt);
        String byMarks = paste(
                "Name\tColumn five\nIlva Brandt\t41\nKofi Osei\t35\nEsme Quill\t22\nMeera Iyer\t30\nMikkel Voss\t17\n");
        assertThat(page(byMarks)).contains("its marks are those of “Town survey”; 5 of 5 marks are the same");
        assertThat(take(byMarks)).contains("There is nothing to import");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(1);
    }

    @Test
    void namesAreSettledTogetherAndNobodyIsTakenForSomebodyElse() {
        String opened = paste("""
                Student\tDune walk /25
                I. Brandt\t20
                Iyer, A\t19
                Miss Esme Quill\t18
                Mikel Voss\t17
                Kofi\t16
                Iyer\t15
                Sam Orford\t14
                """);
        assertThat(page(opened))
                .contains(
                        "Import 3 marks",
                        "3 students to settle · 1 not in the class",
                        "2 students are called so. Say which.")
                .contains("There is only one name; it fits nobody else.", "Yes to all 2", "Add Sam Orford");
        String settled = press(opened, "all", "yes");
        assertThat(settled)
                .as("nobody is settled whose name was not on the page")
                .contains("Import 3 marks");
        List<String> fields = new ArrayList<>(List.of("all", "yes"));
        for (String line : List.of("5", "6", "7", "8")) {
            fields.addAll(List.of("shown", line));
        }
        List<String> all = new ArrayList<>(List.of(PageForm.fields(page(opened), "settle-form")));
        all.addAll(fields);
        visitor.post(opened + "/settle", all.toArray(new String[0]));
        assertThat(page(opened)).contains("Import 5 marks", "1 student to settle · 1 not in the class");
        assertThat(press(opened, "settle", "8=leave")).contains("1 row left out");
        assertThat(take(opened)).contains("5 marks are imported.").doesNotContain("joined");
        assertThat(entries("Dune walk"))
                .isEqualTo("Brandt, Ilva: 20; Iyer, Anand: 19; Osei, Kofi: 16; Quill, Esme: 18; Voss, Mikkel: 17");
    }

    @Test
    void aWordIsAskedAboutOnceAndRemembered() {
        String opened = paste("""
                Name\tDune walk /25
                Ilva Brandt\till
                Kofi Osei\t14*
                Esme Quill\tsuspended
                Mikkel Voss\t20*
                Meera Iyer\tSuspended
                Anand Iyer\t12 (late)
                """);
        String page = page(opened);
        assertThat(page).contains("“suspended”", "in 2 cells is", "“…*”", "2 words to settle", "4 in doubt");
        assertThat(settle(opened, "meaning", "x")).contains("1 word to settle");
        List<String> fields = new ArrayList<>(List.of(PageForm.fields(page(opened), "settle-form")));
        for (int i = 0; i < fields.size(); i += 2) {
            if (fields.get(i).equals("word")) {
                int meaning = i + 2;
                fields.set(
                        meaning + 1,
                        fields.get(i + 1).equals("…*")
                                ? "plain"
                                : fields.get(i + 1).equals("suspended") ? "x" : fields.get(meaning + 1));
            }
        }
        visitor.post(opened + "/settle", fields.toArray(new String[0]));
        assertThat(page(opened)).contains("all clear");
        take(opened);
        assertThat(entries("Dune walk"))
                .isEqualTo(
                        "Brandt, Ilva: absent; Iyer, Anand: 12 l; Iyer, Meera: excused; Osei, Kofi: 14; Quill, Esme: excused; Voss, Mikkel: 20");
        String next = paste("Name\tPebbles /25\nIlva Brandt\tsuspended\nKofi Osei\t9*\n");
        assertThat(page(next)).as("what was said once is known").contains("all clear");
        take(next);
        assertThat(entries("Pebbles")).isEqualTo("Brandt, Ilva: excused; Osei, Kofi: 9");
    }

    @Test
    void severalTriesOfAQuizByTheirTimesInAnyForm() {
        String text = """
                Timestamp\tUsername\tScore\tHow many arches?
                03/02/2027 21:04\tilva.brandt@tidewater.example\t7 / 10\t3
                13/02/2027 9:00\tilva.brandt@tidewater.example\t5 / 10\t4
                03/02/2027 10:00\tkofi.osei@tidewater.example\t6 / 10\t3
                03/02/2027 10:00\tsam.orford@tidewater.example\t9 / 10\t3
                """;
        String opened = paste(text);
        assertThat(page(opened))
                .contains(
                        "Listed twice; this is the later row, and counts.",
                        "1 not in the class",
                        "it holds answers; the score is beside it");
        assertThat(settle(opened, "over1", "keep"))
                .contains("with no address so far")
                .doesNotContain("entries on cards");
        settle(opened, "over1", "take");
        assertThat(settle(opened, "tries", "best")).contains("this is the row with the best mark, and counts.");
        List<String> fields =
                new ArrayList<>(List.of(PageForm.fields(page(opened), "settle-form", "title2", "Arches")));
        visitor.post(opened + "/import", fields.toArray(new String[0]));
        assertThat(entries("Arches")).isEqualTo("Brandt, Ilva: 7; Osei, Kofi: 6");
        assertThat(piece("Arches").date()).hasToString("2027-02-13");
        assertThat(own.<String>read(book -> book.book().students().get(0).listName()))
                .isEqualTo("Brandt, Ilva");
        // Addresses are learned: next time they are enough, whatever they look like.
        assertThat(visitor.get(own.base() + "/groundwork/students?student=" + own.student("Brandt"))
                        .body())
                .contains("ilva.brandt@tidewater.example");
    }

    @Test
    void twoRowsOfOneStudentThatDisagreeAreAskedAbout() {
        String opened = paste("Name\tDune walk /25\nIlva Brandt\t20\nIlva Brandt\t12\nKofi Osei\t9\nKofi Osei\t9\n");
        assertThat(page(opened))
                .contains(
                        "Listed in lines 2 and 3 with different marks. Say which counts.",
                        "Lines 4 and 5 are taken together.")
                .contains("Import 1 mark<", "2 students to settle");
        assertThat(settle(opened, "tries", "first")).contains("this is the upper row, and counts.", "all clear");
        take(opened);
        assertThat(entries("Dune walk")).isEqualTo("Brandt, Ilva: 20; Osei, Kofi: 9");
        String initials = paste("Name\tPebbles /25\nI. Brandt\t20\nI Brandt\t20\n");
        assertThat(page(initials)).contains("Several rows fit, in lines 2 and 3. Say who each is.");
    }

    @Test
    void gradesMakeAnAssessmentOnGrades() {
        String opened = paste(
                "Name\tEssay\tGeneral\nIlva Brandt\tB\tfine\nKofi Osei\tC\t\nEsme Quill\tB/C\t\nMikkel Voss\tabs\t\n");
        assertThat(page(opened)).contains("it holds grades of the class", "“b/c”", "1 word to settle");
        assertThat(settle(opened, "meaning", CellWords.DOUBT)).contains("all clear");
        take(opened);
        assertThat(piece("Essay").kind()).isEqualTo(AssessmentKind.GRADES);
        assertThat(entries("Essay"))
                .startsWith("Brandt, Ilva: B; Osei, Kofi: C; ")
                .contains("Voss, Mikkel: absent");
    }

    @Test
    void aLineForEachMarkAndNamesAcross() {
        String lines = paste("""
                Name\tAssessment\tCategory\tDate\tMark\tOut of
                Ilva Brandt\tDune walk\tFieldwork\t12 Jan 2027\t20\t25
                Ilva Brandt\tMock\tExams\t15/03/2027\t66\t80
                Kofi Osei\tDune walk\tFieldwork\t12 Jan 2027\t15\t25
                """);
        assertThat(take(lines)).contains("3 marks are imported.");
        assertThat(entries("Dune walk")).isEqualTo("Brandt, Ilva: 20; Osei, Kofi: 15");
        assertThat(piece("Dune walk").date()).hasToString("2027-01-12");
        assertThat(piece("Mock").date()).hasToString("2027-03-15");
        assertThat(category("Mock")).isEqualTo("Exams");
        String across = paste("\tIlva Brandt\tKofi Osei\tEsme Quill\nPebbles /10\t7\t8\t9\n");
        assertThat(page(across)).contains("The names are side by side in one row");
        take(across);
        assertThat(entries("Pebbles")).isEqualTo("Brandt, Ilva: 7; Osei, Kofi: 8; Quill, Esme: 9");
    }

    private String note(String family, String title) {
        return visitor.get(own.base() + "/margin?span=year&student=" + own.student(family) + "&assessment="
                        + own.piece(title) + "&part=0")
                .body();
    }

    @Test
    void commentsBesideMarksBecomeNotesAndNoNoteIsEverLostWithAnImport() {
        String lines = paste("""
                Name\tTask\tMark\tOut of\tComment
                Ilva Brandt\tDune walk\t20\t25\tNeat field notes
                Kofi Osei\tDune walk\t15\t25\t
                """);
        assertThat(page(lines)).contains("1 note");
        take(lines);
        assertThat(note("Brandt", "Dune walk")).contains("Neat field notes");
        String again = paste("Name\tTask\tMark\tOut of\tComment\nIlva Brandt\tDune walk\t20\t25\tOther words\n");
        assertThat(take(again)).as("a note that stands is not written over").contains("There is nothing to import");
        String keep = "{\"assessment\": %d, \"student\": %s, \"part\": 0, \"wasNote\": \"\", \"wasMemo\": \"%s\","
                + " \"note\": \"\", \"memo\": \"%s\"}";
        String remarks = own.base() + "/entries/remarks";
        visitor.put(remarks, keep.formatted(own.piece("Dune walk"), own.student("Osei"), "", "saw him"));
        assertThat(visitor.get(location(visitor.post(lines + "/undo"))).body())
                .contains("1 entry, note or lesson is beside these");
        assertThat(note("Osei", "Dune walk")).contains("saw him");
        assertThat(note("Brandt", "Dune walk")).as("nothing is half undone").contains("Neat field notes");
        visitor.put(remarks, keep.formatted(own.piece("Dune walk"), own.student("Osei"), "saw him", ""));
        assertThat(visitor.get(location(visitor.post(lines + "/undo"))).body()).contains("The import is undone");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(1);
    }

    private static byte[] workbook(Object... pages) throws IOException {
        try (XSSFWorkbook book = new XSSFWorkbook();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            for (int i = 0; i < pages.length; i += 2) {
                var sheet = book.createSheet((String) pages[i]);
                String[] lines = ((String) pages[i + 1]).split("\n");
                for (int y = 0; y < lines.length; y++) {
                    Row row = sheet.createRow(y);
                    String[] cells = lines[y].split("\t", -1);
                    for (int x = 0; x < cells.length; x++) {
                        row.createCell(x).setCellValue(cells[x]);
                    }
                }
            }
            book.write(out);
            return out.toByteArray();
        }
    }

    private String file(byte[] bytes) {
        return location(visitor.upload(base, "file", bytes)).replaceAll("\\?.*", "");
    }

    @Test
    void pagesOfOneListAreReadTogetherAndEveryOtherIsNamed() throws IOException {
        String sets = file(workbook(
                "About", "How to use this workbook\n",
                "North", "Name\tDune walk /25\nIlva Brandt\t20\nKofi Osei\t15\nAverage\t17.5\n",
                "South", "Name\tDune walk /25\nEsme Quill\t9\nMeera Iyer\t11\nAverage\t10\n"));
        assertThat(page(sets))
                .contains(
                        "The sheet “About” is not read: it has other headings.",
                        "The sheet “South” is read together with")
                .contains("all clear", "Import 4 marks");
        take(sets);
        assertThat(entries("Dune walk")).isEqualTo("Brandt, Ilva: 20; Iyer, Meera: 11; Osei, Kofi: 15; Quill, Esme: 9");
        String terms = file(workbook(
                "Term 1", "Name\tTest /25\nIlva Brandt\t20\nKofi Osei\t15\n",
                "Term 2", "Name\tTest /25\nIlva Brandt\t3\nKofi Osei\t4\n"));
        assertThat(page(terms))
                .contains("has the same headings, but the same students too: it is not read.", "Read “Term 2” instead");
        visitor.post(terms + "/page", "page", "0");
        assertThat(page(terms)).contains("Read “Term 1” instead");
        take(terms);
        assertThat(entries("Test")).isEqualTo("Brandt, Ilva: 3; Osei, Kofi: 4");
        assertThat(visitor.get(location(visitor.post(terms + "/page", "page", "0")))
                        .body())
                .contains("This was imported already. Nothing was done twice.");
    }

    @Test
    void whatListsSayOfStudentsStandsOnTheirCardsAndGoesBackWithTheImport() {
        String opened = paste("""
                No\tName\tKnown as\tDOB\tSupport\tLast report\tStarting score\tReading age\tForm
                21\tIlva Brandt\t\t30/04/2013\tReads with a ruler\tWorks well.\t104\t12.4\t9B
                22\tKofi Osei\tKo\tlong ago\t\t\t\t13.1\t9B
                """);
        assertThat(page(opened))
                .contains(
                        "“long ago” is no past day such as 30 Apr 2013; it is left out.",
                        "its heading names no assessment");
        assertThat(take(opened))
                .contains("1 target or starting score is imported. 4 entries on students’ cards are filled in.");
        String card = visitor.get(own.base() + "/groundwork/students?student=" + own.student("Brandt"))
                .body();
        assertThat(card).contains("Reads with a ruler", "Works well.", "2013-04-30", "104");
        assertThat(visitor.get(own.base() + "/groundwork/students?student=" + own.student("Osei"))
                        .body())
                .contains("value=\"Ko\"");
        assertThat(visitor.get(location(visitor.post(opened + "/undo"))).body()).contains("The import is undone");
        assertThat(visitor.get(own.base() + "/groundwork/students?student=" + own.student("Brandt"))
                        .body())
                .doesNotContain("Reads with a ruler", "Works well.", "2013-04-30");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isEqualTo(1);
        assertThat(
                        page(
                                paste(
                                        "No\tName\tKnown as\tDOB\tSupport\tLast report\tStarting score\tReading age\tForm\n21\tIlva Brandt\t\t\t\t\t\t\t\n")))
                .as("a reading that was undone is not the one to begin with")
                .doesNotContain("its columns are taken as they were then");
    }

    @Test
    void aStudentOfAnotherClassKeepsTheCardTheyHave() {
        take(paste("No\tName\tSupport\n21\tIlva Brandt\tReads with a ruler\n"));
        OwnClass other = own.another("10A");
        String there = location(visitor.post(
                        other.base() + "/marks/import",
                        "pasted",
                        "No\tSurname\tKnown as\tSupport\tE-mail\n0021\tBrandt\tIlva\tother words\tilva@tidewater.example\n"
                                + "88\tOrford\tSam\t\tnot an address\n"))
                .replaceAll("\\?.*", "");
        take(there);
        String card = visitor.get(own.base() + "/groundwork/students?student=" + own.student("Brandt"))
                .body();
        assertThat(card)
                .contains("Reads with a ruler", "ilva@tidewater.example")
                .doesNotContain("other words");
        assertThat(visitor.get(other.base() + "/groundwork/students?student=" + other.student("Orford"))
                        .body())
                .contains("Sam")
                .doesNotContain("not an address");
        assertThat(visitor.get(location(visitor.post(there + "/undo"))).body()).contains("The import is undone");
        assertThat(visitor.get(own.base() + "/groundwork/students?student=" + own.student("Brandt"))
                        .body())
                .contains("Reads with a ruler")
                .doesNotContain("ilva@tidewater.example");
    }

    @Test
    void tenThousandRowsAreShownAsFarAsAPersonReads() {
        StringBuilder rows = new StringBuilder("Name\tDune walk /25\nIlva Brandt\t20\n");
        for (int i = 0; i < 9_990; i++) {
            rows.append("Stranger Number").append(i).append("\t").append(i % 25).append('\n');
        }
        HttpResponse<String> begun =
                visitor.upload(base, "file", rows.toString().getBytes(StandardCharsets.UTF_8));
        String opened = location(begun).replaceAll("\\?.*", "");
        String page = page(opened);
        assertThat(page)
                .contains("9990 not in the class", "Import 1 mark<", "9691 further rows are not shown.", "</html>");
        assertThat(press(opened, "all", "add"))
                .as("only those whose names are shown")
                .contains("9990 not in the class");
        take(opened);
        assertThat(entries("Dune walk")).isEqualTo("Brandt, Ilva: 20");
        assertThat(own.<Integer>read(book -> book.book().students().size())).isEqualTo(6);
    }
}
