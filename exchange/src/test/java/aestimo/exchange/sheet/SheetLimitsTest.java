package aestimo.exchange.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Small files that would be large once they are read: refused before they are. */
@Timeout(60)
class SheetLimitsTest {
    private static byte[] ods(String tables) throws IOException {
        return SheetReaderTest.zip(
                "mimetype",
                "application/vnd.oasis.opendocument.spreadsheet",
                "content.xml",
                "<office:document-content xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0'"
                        + " xmlns:table='urn:oasis:names:tc:opendocument:xmlns:table:1.0'"
                        + " xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0'><office:body><office:spreadsheet>"
                        + tables + "</office:spreadsheet></office:body></office:document-content>");
    }

    private static String cell(String attributes, String text) {
        return "<table:table-cell " + attributes + "><text:p>" + text + "</text:p></table:table-cell>";
    }

    private static String row(String attributes, String cells) {
        return "<table:table-row " + attributes + ">" + cells + "</table:table-row>";
    }

    private static String table(String rows) {
        return "<table:table table:name='Marks'>" + rows + "</table:table>";
    }

    private static void assertRefused(byte[] file, String words) {
        assertThat(file.length).isLessThan(200_000);
        assertThatThrownBy(() -> SheetReader.read(file))
                .isInstanceOf(UnreadableFileException.class)
                .hasMessageContaining(words);
    }

    @Test
    void aLongCellIsNotRepeatedUntilTheMemoryIsFull() throws IOException {
        String long200 = row(
                "table:number-rows-repeated='2000'",
                cell("table:number-columns-repeated='200'", "Words and words. ".repeat(290)));
        assertRefused(ods(table(long200)), "they hold whole pages of text");
    }

    @ParameterizedTest
    @ValueSource(strings = {"-5", "0", "99999999999", "many"})
    void cellsAreRepeatedACountOfTimes(String times) throws IOException {
        assertRefused(
                ods(table(row("", cell("table:number-columns-repeated='" + times + "'", "Ilva Brandt")))), "damaged");
        assertRefused(
                ods(table(row("table:number-rows-repeated='" + times + "'", cell("", "Ilva Brandt")))), "damaged");
    }

    @Test
    void blankRowsAreRepeatedHoweverOften() throws IOException, UnreadableFileException {
        String blanks =
                row("table:number-rows-repeated='1048576'", cell("", "")).repeat(3_000);
        assertThat(SheetReader.read(ods(table(row("", cell("", "Ilva Brandt")) + blanks)))
                        .get(0)
                        .rows())
                .hasSize(1);
        assertRefused(ods(table(blanks + row("", cell("", "Ilva Brandt")))), "more than 10000 rows");
    }

    @ParameterizedTest
    @ValueSource(strings = {"1e150000000", "1e-150000000", "-7e999", "1e99999999999"})
    void numbersBeyondAnyMarkAreNotWrittenOut(String number) throws IOException {
        assertRefused(
                ods(table(row("", cell("office:value-type='float' office:value='" + number + "'", "7")))), "damaged");
        assertRefused(
                ods(table(row("", cell("office:value-type='percentage' office:value='" + number + "'", "7")))),
                "damaged");
        assertRefused(
                ods(table(row("", cell("office:value-type='float' office:value='" + "9".repeat(100_000) + "'", "7")))),
                "damaged");
    }

    @Test
    void aFewCellsFarApartMakeNoLargeSheet() throws IOException {
        String far = row("", cell("", "Name"))
                + row("table:number-rows-repeated='9990'", cell("", ""))
                + row("", "<table:table-cell table:number-columns-repeated='249'/>" + cell("", "7"));
        assertRefused(ods(table(far).repeat(30)), "mostly blank");
    }

    @Test
    void whatManyCellsShareIsBounded() throws IOException {
        String shared = "<sst xmlns='http://schemas.openxmlformats.org/spreadsheetml/2006/main'><si><t>"
                + "Words and words. ".repeat(800_000) + "</t></si></sst>";
        assertRefused(
                SheetReaderTest.zip("xl/workbook.xml", "<workbook/>", "xl/sharedStrings.xml", shared),
                "unpacks to far more");
    }
}
