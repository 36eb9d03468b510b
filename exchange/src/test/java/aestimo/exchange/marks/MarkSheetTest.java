package aestimo.exchange.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import aestimo.core.value.OutOf;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MarkSheetTest {
    private static final StudentFinder CLASS = new StudentFinder(List.of(
            new Known(1, "2201", "Aldous", "Wren", "", ""),
            new Known(2, "2202", "Arkady", "Tomas", "", ""),
            new Known(3, "2203", "Bellweather", "Ida", "", "")));

    private static MarkSheet.Context context(String... titles) {
        return new MarkSheet.Context(List.of(titles), List.of(), false, LocalDate.of(2026, 9, 1));
    }

    private static MarkSheet sample(String name, String... titles) throws Exception {
        try (InputStream in = MarkSheetTest.class.getResourceAsStream("/samples/" + name)) {
            return MarkSheet.read(SheetReader.read(in.readAllBytes()).get(0), CLASS, context(titles));
        }
    }

    private static MarkSheet pasted(String text, String... titles) {
        try {
            return MarkSheet.read(SheetReader.readPaste(text), CLASS, context(titles));
        } catch (UnreadableFileException refused) {
            throw new AssertionError(refused);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"term-marks-semicolon.csv", "term-marks.xlsx"})
    void readsAColleaguesSheet(String file) throws Exception {
        MarkSheet sheet = sample(file, "Dune survey");
        assertThat(sheet.columns())
                .extracting(MarkColumn::heading, MarkColumn::role, MarkColumn::assessment, MarkColumn::outOf)
                .containsExactly(
                        tuple("Surname", ColumnRole.FAMILY, Optional.empty(), Optional.empty()),
                        tuple("First name", ColumnRole.GIVEN, Optional.empty(), Optional.empty()),
                        tuple("River transect", ColumnRole.MARKS, Optional.empty(), Optional.of(OutOf.parse("40"))),
                        tuple(
                                "Dune survey",
                                ColumnRole.MARKS,
                                Optional.of("Dune survey"),
                                Optional.of(OutOf.parse("25"))),
                        tuple("Contours quiz", ColumnRole.MARKS, Optional.empty(), Optional.of(OutOf.parse("15"))),
                        tuple("Town survey", ColumnRole.MARKS, Optional.empty(), Optional.of(OutOf.parse("50"))));
        assertThat(sheet.columns().get(2).reason())
                .isEqualTo("it holds marks; the row below its heading says out of 40");
        assertThat(sheet.rows()).hasSize(24);
        assertThat(sheet.rows().get(0).cells()).containsExactly("ALDOUS", "Wren", "33", "20", "12", "41");
        assertThat(sheet.leftOut())
                .containsExactly(
                        "Line 1 is above the headings.",
                        "Line 2 is above the headings.",
                        "Line 4 says what the marks are out of.",
                        "Line 29 holds the figures at the foot of the sheet.");
    }

    @Test
    void readsAQuizExport() throws Exception {
        MarkSheet sheet = sample("quiz-export.csv");
        assertThat(sheet.columns())
                .extracting(MarkColumn::heading, MarkColumn::role, MarkColumn::reason)
                .containsExactly(
                        tuple("Submitted", ColumnRole.WHEN, "its heading says so"),
                        tuple("E-mail", ColumnRole.EMAIL, "its heading says so"),
                        tuple("Score", ColumnRole.MARKS, "it holds marks; every score says out of 15"),
                        tuple("Name", ColumnRole.NAME, "its heading says so"),
                        tuple("Q1", ColumnRole.LEFT_OUT, "it holds neither marks nor names"),
                        tuple("Q2", ColumnRole.LEFT_OUT, "it holds neither marks nor names"));
        assertThat(sheet.leftOut()).isEmpty();
    }

    @Test
    void withoutHeadingsColumnsAreKnownByWhatTheyHold() {
        MarkSheet sheet = pasted("17\tWREN ALDOUS\t2201\n12,5\tIda Bellweather\t2203\n");
        assertThat(sheet.columns())
                .extracting(MarkColumn::heading, MarkColumn::role, MarkColumn::reason)
                .containsExactly(
                        tuple("column 1", ColumnRole.MARKS, "it holds marks"),
                        tuple("column 2", ColumnRole.NAME, "it holds names of the class"),
                        tuple("column 3", ColumnRole.NUMBER, "it holds numbers of the class"));
        assertThat(sheet.rows()).extracting(MarkSheet.Row::line).containsExactly(1, 2);
    }

    @Test
    void aTitleWinsOverContentAndWorkedOutColumnsAreNoAssessments() {
        MarkSheet sheet = pasted("Name\tEssay (/20)\t2201\tTotal\tNotes\nWren Aldous\t\t2201\t12\tfine\n", "2201");
        assertThat(sheet.columns())
                .extracting(MarkColumn::role, MarkColumn::reason)
                .containsExactly(
                        tuple(ColumnRole.NAME, "its heading says so"),
                        tuple(ColumnRole.LEFT_OUT, "it is empty"),
                        tuple(ColumnRole.MARKS, "its heading is the title of an assessment"),
                        tuple(ColumnRole.LEFT_OUT, "it is worked out of the others"),
                        tuple(ColumnRole.LEFT_OUT, "its heading names no assessment"));
        // Where nothing else holds marks, a total is what the teacher wants.
        assertThat(pasted("Name\tTotal\nWren Aldous\t12\n").columns().get(1).role())
                .isEqualTo(ColumnRole.MARKS);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Essay (/20) | Essay | 20",
                "Essay /20 | Essay | 20",
                "Essay [out of 12,5] | Essay | 12.5",
                "Essay max. 30 | Essay | 30",
                "Essay | Essay | ",
                "Essay 2 | Essay 2 | ",
                "Essay /0 | Essay /0 | ",
            })
    void aHeadingMaySayTheOutOf(String heading, String title, String outOf) {
        assertThat(MarkSheet.title(heading)).isEqualTo(title);
        assertThat(Heading.of(heading, false, LocalDate.EPOCH).outOf().map(OutOf::toString))
                .isEqualTo(Optional.ofNullable(outOf));
    }

    @Test
    void aStudentWithMarksAloneInARowIsNoOutOfRow() {
        // The first student's row has a number and a name; the out-of row has neither.
        MarkSheet sheet = pasted("No\tName\tEssay\n2201\tWren Aldous\t12\n");
        assertThat(sheet.rows()).hasSize(1);
        assertThat(pasted("No\tName\tEssay\n\t\t/ 20\n2201\tWren Aldous\t12\n")
                        .columns()
                        .get(2)
                        .outOf())
                .contains(OutOf.parse("20"));
    }

    @Test
    void anEmptySheetIsOneWithoutRows() {
        MarkSheet sheet = MarkSheet.read(new Sheet("", List.of()), CLASS, context());
        assertThat(sheet.columns()).isEmpty();
        assertThat(sheet.rows()).isEmpty();
    }
}
