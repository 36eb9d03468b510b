package aestimo.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.exchange.table.Table.Cell;
import com.github.miachm.sods.SpreadSheet;
import de.siegmar.fastcsv.reader.CsvReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TableTest {
    private static final Table TABLE = new Table(
            "9B: Geography / Term 2",
            List.of("Student", "Result", "=HYPERLINK(1)"),
            List.of(
                    List.of(Cell.of("Brandt, “Ilva”"), Cell.of(new BigDecimal("67.50")), Cell.of("=1+1")),
                    List.of(Cell.of("O\"Neil\nZoë"), Cell.of(new BigDecimal("-2.1")), Cell.of("@cmd")),
                    List.of(Cell.of("-absent"), Cell.EMPTY, Cell.of("'quoted"))));

    private static final Table SECOND = new Table(
            "Weights",
            List.of("Category", "Weight"),
            List.of(List.of(Cell.of("Essays"), Cell.of(new BigDecimal("30")))));

    @Test
    void odsHasASheetForEachTableWithNumbersAsNumbers() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        OdsTable.write(List.of(TABLE, SECOND), out);
        SpreadSheet book = new SpreadSheet(new ByteArrayInputStream(out.toByteArray()));
        assertThat(book.getSheet(0).getRange(1, 1).getValue()).isEqualTo(67.5);
        assertThat(book.getSheet(0).getRange(1, 2).getValue()).isEqualTo("=1+1");
        assertThat(book.getSheet(0).getRange(1, 2).getFormula()).isNull();
        assertThat(book.getSheet(1).getName()).isEqualTo("Weights");
        assertThat(book.getSheet(1).getRange(1, 1).getValue()).isEqualTo(30.0);
    }

    @Test
    void csvIsRfc4180AndRunsNothing() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CsvTable.write(TABLE, out);
        String csv = out.toString(StandardCharsets.UTF_8);
        assertThat(csv).startsWith("Student,Result,'=HYPERLINK(1)\r\n").contains("\"O\"\"Neil\nZoë\",-2.1,'@cmd\r\n");
        assertThat(CsvReader.builder().ofCsvRecord(csv).stream().map(row -> row.getFields()))
                .containsExactly(
                        List.of("Student", "Result", "'=HYPERLINK(1)"),
                        List.of("Brandt, “Ilva”", "67.50", "'=1+1"),
                        List.of("O\"Neil\nZoë", "-2.1", "'@cmd"),
                        List.of("'-absent", "", "'quoted"));
    }

    @Test
    void xlsxKeepsNumbersNumbersAndTextText() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        XlsxTable.write(List.of(TABLE, SECOND), out);
        try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(out.toByteArray()))) {
            var sheet = workbook.getSheetAt(0);
            assertThat(sheet.getSheetName()).isEqualTo("9B  Geography   Term 2");
            assertThat(sheet.getRow(1).getCell(1).getNumericCellValue()).isEqualTo(67.5);
            assertThat(sheet.getRow(1).getCell(2).getCellType()).isEqualTo(CellType.STRING);
            assertThat(workbook.getSheetAt(1).getRow(1).getCell(1).getNumericCellValue())
                    .isEqualTo(30);
            assertThat(sheet.getRow(2).getCell(0).getStringCellValue()).isEqualTo("O\"Neil\nZoë");
        }
    }

    @Test
    void aRowOfAnotherLengthIsRefused() {
        assertThatThrownBy(() -> new Table("t", List.of("a", "b"), List.of(List.of(Cell.EMPTY))))
                .hasMessage("row 1 has 1 cells under 2 headings");
    }

    @ParameterizedTest
    @ValueSource(strings = {"＝1+1", "＠cmd", " =1+1", "\u200E=1+1", "\u202E\u200B+7", "\u00A0-2", "\uFEFF@x"})
    void noCellOfACsvFileIsTakenForAFormula(String text) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CsvTable.write(new Table("Odd", List.of("Note"), List.of(List.of(Cell.of(text)))), out);
        assertThat(out.toString(StandardCharsets.UTF_8)).contains("'" + text);
    }
}
