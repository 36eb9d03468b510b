package aestimo.exchange.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import aestimo.exchange.marks.MarkSheet.Context;
import aestimo.exchange.marks.StudentFinder.Asked;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Sheets of the kinds teachers really have, each with what a person would take from it. */
class SheetKindsTest {
    private static final List<Known> CLASS = List.of(
            new Known(1, "0021", "Brandt", "Ilva", "", "ilva.brandt@tidewater.example"),
            new Known(2, "0022", "Osei", "Kofi Mensah", "Kofi", ""),
            new Known(3, "0023", "Søndergård", "Ida", "", ""),
            new Known(4, "0024", "Voss", "Mikkel", "", ""),
            new Known(5, "0025", "Strauß", "Max", "", ""));

    private static final Context CONTEXT = new Context(
            List.of("Town survey", "Unit 3: test"), List.of("A", "B", "C", "D"), false, LocalDate.of(2026, 9, 1));

    private static MarkSheet read(String text) {
        try {
            return MarkSheet.read(SheetReader.readPaste(text), new StudentFinder(CLASS), CONTEXT);
        } catch (UnreadableFileException refused) {
            throw new AssertionError(refused);
        }
    }

    /** Such as “Town survey /50 [Fieldwork] 2027-01-12”, of the columns that hold marks. */
    private static List<String> assessments(MarkSheet sheet) {
        return sheet.columns().stream()
                .filter(column -> column.role() == ColumnRole.MARKS)
                .map(column -> column.assessment().map(own -> "=" + own).orElse(column.title())
                        + column.outOf().map(own -> " /" + own).orElse("")
                        + (column.category().isEmpty() ? "" : " [" + column.category() + "]")
                        + column.day().map(own -> " " + own).orElse("")
                        + (column.grades() ? " grades" : ""))
                .toList();
    }

    /** What comes in for each student found surely: “Brandt: 41, 12”; all others with how they were found. */
    private static List<String> marks(MarkSheet sheet) {
        StudentFinder finder = new StudentFinder(CLASS);
        return sheet.rows().stream()
                .map(row -> {
                    Found found = finder.find(new Asked(
                            said(sheet, row, ColumnRole.NUMBER),
                            said(sheet, row, ColumnRole.EMAIL),
                            (said(sheet, row, ColumnRole.FAMILY) + " " + said(sheet, row, ColumnRole.GIVEN) + " "
                                            + said(sheet, row, ColumnRole.NAME))
                                    .strip()));
                    String who = found.student().map(Known::family).orElse("nobody")
                            + (found.how().isSure() ? "" : " (" + found.how().words() + ")");
                    return who + ": "
                            + sheet.columns().stream()
                                    .filter(column -> column.role() == ColumnRole.MARKS)
                                    .map(column -> row.cell(column.place()))
                                    .collect(Collectors.joining(", "));
                })
                .toList();
    }

    private static String said(MarkSheet sheet, MarkSheet.Row row, ColumnRole role) {
        return sheet.columns().stream()
                .filter(column -> column.role() == role)
                .map(column -> row.cell(column.place()))
                .findFirst()
                .orElse("");
    }

    @Test
    void categoriesOverTitlesAndOutOfsBelowThem() {
        MarkSheet sheet = read("""
                9B Geography
                \t\tFieldwork\t\tExams
                Surname\tForename(s)\tTown survey\tDune walk\tMock
                \t\t/50\t[25]\tout of 80
                Brandt\tIlva\t41\t20\t66
                Voss\tMikkel\t35\tabs\t51
                Class average\t\t38\t20\t58.5
                """);
        assertThat(assessments(sheet))
                .containsExactly("=Town survey /50 [Fieldwork]", "Dune walk /25 [Fieldwork]", "Mock /80 [Exams]");
        assertThat(marks(sheet)).containsExactly("Brandt: 41, 20, 66", "Voss: 35, abs, 51");
    }

    @Test
    void titlesInTheSecondRowBelowTheirCategories() {
        MarkSheet sheet = read("""
                Name\tFieldwork\t\tExams
                \tDune walk (25)\tPebbles /20\tMock out of 80
                Ilva Brandt\t20\t11\t66
                """);
        assertThat(assessments(sheet))
                .containsExactly("Dune walk /25 [Fieldwork]", "Pebbles /20 [Fieldwork]", "Mock /80 [Exams]");
        assertThat(marks(sheet)).containsExactly("Brandt: 20, 11, 66");
    }

    @Test
    void titlesOverSeveralColumnsWithMarkAndPercentBelow() {
        MarkSheet sheet = read("""
                \tDune walk (25)\t\t\tMock
                Student\tMark\t%\tGrade\t/80\tRank
                Ilva Brandt\t20\t80\tB\t66\t1
                Mikkel Voss\t15\t60\tC\t51\t2
                """);
        assertThat(assessments(sheet)).containsExactly("Dune walk /25 [Dune walk (25)]", "Mock /80 [Mock]");
        assertThat(marks(sheet)).containsExactly("Brandt: 20, 66", "Voss: 15, 51");
    }

    @Test
    void namesHoweverTheyAreWritten() {
        MarkSheet sheet = read("""
                Candidate\tDune walk /25
                I. Brandt\t1
                OSEI, K.\t2
                Miss Ida Soendergaard\t3
                Voss M\t4
                STRAUSS, MAX\t5
                Kofi Osei\t6
                """);
        assertThat(marks(sheet))
                .containsExactly("Brandt: 1", "Osei: 2", "Søndergård: 3", "Voss: 4", "Strauß: 5", "Osei: 6");
    }

    @Test
    void aHeadingUnknownToUsAndNumbersWithoutTheirNoughts() {
        MarkSheet sheet = read("""
                Our geographers\tUPN\tAge\tReading age\tPos\tDune walk
                Brandt, Ilva\t21\t14\t15.2\t1\t23
                Osei, Kofi\t22\t14\t12.1\t2\t20
                """);
        assertThat(assessments(sheet)).containsExactly("Dune walk");
        assertThat(marks(sheet)).containsExactly("Brandt: 23", "Osei: 20");
    }

    @Test
    void namesAcross() {
        MarkSheet sheet = read("""
                \tIlva Brandt\tKofi Osei\tIda Søndergård\tMikkel Voss
                Town survey\t41\t35\t22\tabs
                Dune walk /25\t20\t18\t9\t11
                """);
        assertThat(assessments(sheet)).containsExactly("=Town survey", "Dune walk /25");
        assertThat(marks(sheet))
                .containsExactly("Brandt: 41, 20", "Osei: 35, 18", "Søndergård: 22, 9", "Voss: abs, 11");
        assertThat(sheet.leftOut().get(0)).startsWith("The names are side by side in one row");
    }

    @Test
    void aLineForEachMark() {
        MarkSheet sheet = read("""
                Name\tAssessment\tCategory\tDate\tMark\tOut of\tComment\tCourse
                Ilva Brandt\tDune walk\tFieldwork\t12 Jan 2027\t20\t25\tneat\tG9
                Ilva Brandt\tMock\tExams\t15/03/2027\t66\t80\t
                Mikkel Voss\tDune walk\tFieldwork\t12 Jan 2027\t15\t25\t
                Mikkel Voss\tMock\tExams\t15/03/2027\t51\t80\t
                Mikkel Voss\tMock\tExams\t15/03/2027\t57\t80\t
                """);
        assertThat(assessments(sheet))
                .containsExactly("Dune walk /25 [Fieldwork] 2027-01-12", "Mock /80 [Exams] 2027-03-15");
        assertThat(marks(sheet)).containsExactly("Brandt: 20, 66", "Voss: 15, 51 or 57");
        assertThat(sheet.rows()).extracting(MarkSheet.Row::where).containsExactly("2", "4");
        assertThat(sheet.leftOut()).contains("The column “Course” is not read: it says nothing of a mark.");
        assertThat(sheet.rows().get(0).note(1)).isEqualTo("neat");
        assertThat(sheet.rows().get(0).note(2)).isEmpty();
    }

    @Test
    void aQuizExportWithAnswersThatAreFigures() {
        MarkSheet sheet = read("""
                Timestamp\tUsername\tScore\tName\tHow many arches?\tWhich year?
                04/02/2027 09:24\tilva.brandt@tidewater.example\t7 / 10\tIlva Brandt\t3\t1921
                13/02/2027 10:01\tmikkel.voss@else.example\t6 / 10\t\t4\t1921
                """);
        assertThat(assessments(sheet)).containsExactly("Score /10");
        assertThat(marks(sheet)).containsExactly("Brandt: 7 / 10", "Voss: 6 / 10");
        assertThat(sheet.eitherWay())
                .as("the other row says that the day comes first")
                .isFalse();
        assertThat(read("Name\tSubmitted\tScore\nIlva Brandt\t04/02/2027\t7 / 10\n")
                        .eitherWay())
                .as("4 Feb or 2 Apr")
                .isTrue();
    }

    @Test
    void gradesPercentsAndDaysAsHeadings() {
        MarkSheet sheet = read("""
                Name\tEssay\tMock %\tSeas\t12/01/2027\tQuiz (2)\tOverall %
                Ilva Brandt\tA\t85\t85 %\t18\t7\t80
                Mikkel Voss\tB\t61.5\t70%\t20\t9\t70
                Kofi Osei\tC\t40\t5 %\tabs\t3\t60
                """);
        assertThat(assessments(sheet))
                .containsExactly("Essay grades", "Mock /100", "Seas /100", "12/01/2027 2027-01-12", "Quiz (2)");
    }

    @Test
    void pastedFromAWebPage() {
        MarkSheet sheet = read("""
                Pupil\u00a0\tPos\tSeas\u202f*\tDune walk (25 marks)
                Ilva\u00a0Brandt\t1.\t\u00a085\u00a0%\t20*
                \u200bMikkel\u00a0Voss\t2.\t61,5 %\t–
                * of those handed in by Friday
                """);
        assertThat(assessments(sheet)).containsExactly("Seas /100", "Dune walk /25");
        assertThat(marks(sheet)).containsExactly("Brandt: 85 %, 20*", "Voss: 61,5 %, –");
        assertThat(sheet.leftOut()).containsExactly("Line 4 holds a note: “* of those handed in by Friday”.");
    }

    @Test
    void anOutOfThatManyHaveMoreThanIsNone() {
        MarkSheet sheet = read("""
                Name\tDune walk
                \t12
                Ilva Brandt\t20
                Kofi Osei\t18
                Mikkel Voss\t9
                """);
        assertThat(assessments(sheet))
                .as("a line that lacks its name says nothing of the others")
                .containsExactly("Dune walk");
    }

    /** Each of these cost the square of its length, column by column, before it was bounded. */
    @ParameterizedTest
    @ValueSource(strings = {"-", "(", "1 ", "max ", "%", "* ", "of ", "a,", "late ", "'", "Q1 "})
    void headingsAndCellsAsLongAsTheyMayBeAreReadInNoTime(String letters) {
        String heading = letters.repeat(4_900 / letters.length());
        List<String> headings = new ArrayList<>(List.of("Name"));
        headings.addAll(Collections.nCopies(240, heading));
        List<String> row = new ArrayList<>(List.of("Ilva Brandt"));
        row.addAll(Collections.nCopies(240, heading));
        assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            MarkSheet sheet =
                    MarkSheet.read(new Sheet("", List.of(headings, row, row)), new StudentFinder(CLASS), CONTEXT);
            assertThat(sheet.columns()).hasSize(241);
        });
    }

    @Test
    void aLongNameWithNothingBesideItIsNoNote() {
        assertThat(read("Name\nMaria do Carmo dos Santos Pereira\nIlva Brandt\n")
                        .rows())
                .hasSize(2);
        MarkSheet sheet = read("Name\tDune walk /25\nMaria do Carmo dos Santos Pereira\t\nIlva Brandt\t20\n"
                + "Marks are out of what the paper says.\t\nNote: two were ill\t\n");
        assertThat(marks(sheet)).containsExactly("nobody (): ", "Brandt: 20");
        assertThat(sheet.leftOut()).hasSize(2).allMatch(words -> words.contains("holds a note"));
    }

    @Test
    void whatStandsBelowIsNobody() {
        MarkSheet sheet = read("""
                Name\tDune walk /25
                Ilva Brandt\t20
                Max Strauß\t14*
                Max\t15
                Name\tDune walk /25
                Set North mean\t17
                Mean:\t17
                St. dev.\t2.1
                Highest mark\t20
                \t17
                * taken again in March
                Sam Orford\t9
                """);
        assertThat(marks(sheet))
                .containsExactly("Brandt: 20", "Strauß: 14*", "Strauß (name is close): 15", "nobody (): 9");
        assertThat(sheet.leftOut())
                .containsExactly(
                        "Line 5 repeats the headings.",
                        "Line 6 holds the figures at the foot of the sheet.",
                        "Line 7 holds the figures at the foot of the sheet.",
                        "Line 8 holds the figures at the foot of the sheet.",
                        "Line 9 holds the figures at the foot of the sheet.",
                        "Line 10 names no student.",
                        "Line 11 holds a note: “* taken again in March”.");
    }

    @Test
    void aStrangerInTheFirstLineIsNoHeading() {
        MarkSheet sheet = read("Orford, Sam\t9\nBrandt, Ilva\t20\nVoss, Mikkel\t15\n");
        assertThat(marks(sheet)).containsExactly("nobody (): 9", "Brandt: 20", "Voss: 15");
    }

    @Test
    void twoStudentsWhoFitAreAskedFor() {
        StudentFinder two = new StudentFinder(
                List.of(new Known(1, "", "Brandt", "Ilva", "", ""), new Known(2, "", "Brandt", "Ida", "", "")));
        Found found = two.find(new Asked("", "", "I. Brandt"));
        assertThat(found.how()).isEqualTo(StudentFinder.How.UNCLEAR);
        assertThat(found.words()).isEqualTo("2 students fit. Say which. Brandt, Ida; Brandt, Ilva.");
        Found one = two.find(new Asked("", "", "Brandt"));
        assertThat(one.words()).startsWith("2 students are called so.");
        assertThat(two.find(new Asked("", "", "Ida")).how()).isEqualTo(StudentFinder.How.CLOSE);
    }

    @Test
    void anAddressAndANameOfTwoStudentsAreAskedFor() {
        Found found = new StudentFinder(CLASS).find(new Asked("", "ilva.brandt@tidewater.example", "Mikkel Voss"));
        assertThat(found.how()).isEqualTo(StudentFinder.How.UNCLEAR);
        assertThat(found.words())
                .isEqualTo(
                        "The address ilva.brandt@tidewater.example is Brandt, Ilva, but the name says “Mikkel Voss”.");
        Found numbered = new StudentFinder(CLASS).find(new Asked("21", "", "Mikkel Voss"));
        assertThat(numbered.words()).isEqualTo("Number 21 is Brandt, Ilva, but the name says “Mikkel Voss”.");
    }

    private static final List<List<String>> MARKS = List.of(
            List.of("Name", "Number", "Town survey /50", "Dune walk (25)", "Mock"),
            List.of("", "", "", "", "80"),
            List.of("Brandt, Ilva", "21", "41", "20,5", "66"),
            List.of("Osei, Kofi", "22", "35", "late 18", "51"),
            List.of("Søndergård, Ida", "23", "22", "9", ""),
            List.of("Voss, Mikkel", "24", "abs", "11", "70"));

    /** One class's marks come to the same whatever the order of rows and columns, the separator and the letters' code. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void shufflingNeverChangesWhatComesIn(long seed) throws UnreadableFileException {
        Random random = new Random(seed);
        List<Integer> columns = new ArrayList<>(List.of(0, 1, 2, 3, 4));
        Collections.shuffle(columns, random);
        List<List<String>> rows = new ArrayList<>(MARKS.subList(2, MARKS.size()));
        Collections.shuffle(rows, random);
        rows.addAll(0, MARKS.subList(0, 2));
        if (random.nextBoolean()) {
            rows.add(0, List.of("Geography 9B", "", "", "", ""));
        }
        char separator = "\t;,".charAt(random.nextInt(3));
        String text = rows.stream()
                .map(row -> columns.stream()
                        .map(row::get)
                        .map(cell -> separator == '\t' ? cell : '"' + cell + '"')
                        .collect(Collectors.joining(String.valueOf(separator))))
                .collect(Collectors.joining(random.nextBoolean() ? "\n" : "\r\n"));
        Charset code = List.of(StandardCharsets.UTF_8, StandardCharsets.UTF_16, Charset.forName("windows-1252"))
                .get(random.nextInt(3));
        Sheet sheet = SheetReader.read(text.getBytes(code)).get(0);
        MarkSheet read = MarkSheet.read(sheet, new StudentFinder(CLASS), CONTEXT);
        assertThat(assessments(read))
                .as(text)
                .containsExactlyInAnyOrder("=Town survey /50", "Dune walk /25", "Mock /80");
        TreeMap<String, String> come = new TreeMap<>();
        StudentFinder finder = new StudentFinder(CLASS);
        for (MarkSheet.Row row : read.rows()) {
            Known who = finder.find(new Asked(said(read, row, ColumnRole.NUMBER), "", said(read, row, ColumnRole.NAME)))
                    .student()
                    .orElseThrow();
            read.columns().stream()
                    .filter(column -> column.role() == ColumnRole.MARKS)
                    .forEach(column -> come.put(who.family() + " " + column.title(), row.cell(column.place())));
        }
        assertThat(come)
                .as(text)
                .hasSize(12)
                .containsEntry("Brandt Town survey", "41")
                .containsEntry("Osei Dune walk", "late 18")
                .containsEntry("Voss Mock", "70")
                .containsEntry("Søndergård Mock", "")
                .containsEntry("Brandt Dune walk", "20,5");
    }
}
