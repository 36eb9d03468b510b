package aestimo.exchange.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SheetReaderTest {
    private static byte[] sample(String name) throws IOException {
        try (InputStream in = SheetReaderTest.class.getResourceAsStream("/samples/" + name)) {
            return in.readAllBytes();
        }
    }

    private static List<List<String>> rows(byte[] file) throws UnreadableFileException {
        List<aestimo.exchange.sheet.Sheet> sheets = SheetReader.read(file);
        assertThat(sheets).hasSize(1);
        return sheets.get(0).rows();
    }

    private static List<List<String>> rows(String text) throws UnreadableFileException {
        return rows(text.getBytes(StandardCharsets.UTF_8));
    }

    private static byte[] workbook(Consumer<XSSFWorkbook> fill) throws IOException {
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            fill.accept(workbook);
            workbook.write(out);
            return out.toByteArray();
        }
    }

    static byte[] zip(String... namesAndContents) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < namesAndContents.length; i += 2) {
                zip.putNextEntry(new ZipEntry(namesAndContents[i]));
                zip.write(namesAndContents[i + 1].getBytes(StandardCharsets.UTF_8));
            }
        }
        return out.toByteArray();
    }

    private static byte[] ods(String rows) throws IOException {
        String content = """
                <?xml version="1.0" encoding="UTF-8"?>%s
                """.formatted(rows);
        return zip("mimetype", "application/vnd.oasis.opendocument.spreadsheet", "content.xml", content.strip());
    }

    private static String odsDocument(String rows) {
        return "<o:document-content xmlns:o=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
                + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
                + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><o:body><o:spreadsheet>"
                + "<table:table table:name=\"Page\">" + rows + "</table:table></o:spreadsheet></o:body>"
                + "</o:document-content>";
    }

    private static void refused(byte[] file, String words) {
        assertThatThrownBy(() -> SheetReader.read(file))
                .isInstanceOf(UnreadableFileException.class)
                .hasMessageContaining(words);
    }

    @Test
    void theSamplesReadAlikeWhateverTheirFormat() throws Exception {
        assertThat(rows(sample("roster.ods"))).isEqualTo(rows(sample("roster-pasted.tsv")));
        assertThat(rows(sample("term-marks.xlsx"))).isEqualTo(rows(sample("term-marks-semicolon.csv")));
        List<List<String>> marks = rows(sample("term-marks.xlsx"));
        assertThat(marks).hasSize(29);
        assertThat(marks.get(1)).containsExactly("9B Geography, Term 2", "", "", "", "", "");
        assertThat(marks.get(28)).startsWith("Average");
        assertThat(rows(sample("quiz-export.csv")).get(1))
                .contains("gus.tremaine@tidewater.example", "10 / 15", "1:25 000");
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16", "UTF-16LE", "windows-1252"})
    void lettersComeRightInEveryEncoding(String charset) throws Exception {
        String text = "Name;Mark\r\nÅsa Müller;18,5\r\n";
        byte[] bytes = (charset.equals("UTF-16LE") ? "\uFEFF" + text : text).getBytes(Charset.forName(charset));
        assertThat(rows(bytes)).containsExactly(List.of("Name", "Mark"), List.of("Åsa Müller", "18,5"));
    }

    @Test
    void theSeparatorIsTheOneThatCutsTheLinesAlike() throws Exception {
        assertThat(rows("Name,Mark\n\"Brandt, Ilva\",7\n"))
                .containsExactly(List.of("Name", "Mark"), List.of("Brandt, Ilva", "7"));
        assertThat(rows("Brandt, Ilva\t7,5\nOsei, Kofi\t8,5\n").get(0)).containsExactly("Brandt, Ilva", "7,5");
        assertThat(rows("Ilva;7,5\nKofi;8,5;late\n"))
                .containsExactly(List.of("Ilva", "7,5", ""), List.of("Kofi", "8,5", "late"));
        assertThat(rows("Ilva Brandt\n\nKofi Osei\n"))
                .containsExactly(List.of("Ilva Brandt"), List.of(""), List.of("Kofi Osei"));
        assertThat(rows("Name,Mark\nMuriel \"Mo\" O'Neill,7\n").get(1)).containsExactly("Muriel \"Mo\" O'Neill", "7");
        assertThat(SheetReader.readPaste("Ilva\u00A0 Brandt\t\"two\nlines\"\t\n")
                        .rows())
                .containsExactly(List.of("Ilva Brandt", "two lines"));
    }

    @Test
    void aSpreadsheetsNumbersComeByTheirDigits() throws Exception {
        byte[] file = workbook(workbook -> {
            Sheet sheet = workbook.createSheet("Term 2");
            CellStyle whole = workbook.createCellStyle();
            whole.setDataFormat(workbook.createDataFormat().getFormat("0"));
            CellStyle percent = workbook.createCellStyle();
            percent.setDataFormat(workbook.createDataFormat().getFormat("0%"));
            CellStyle day = workbook.createCellStyle();
            day.setDataFormat(workbook.createDataFormat().getFormat("dd.mm.yyyy"));
            var row = sheet.createRow(1);
            row.createCell(0).setCellValue("O’Neill");
            row.createCell(1).setCellValue(7.5);
            row.getCell(1).setCellStyle(whole);
            row.createCell(2).setCellValue(0.905);
            row.getCell(2).setCellStyle(percent);
            row.createCell(3).setCellValue(LocalDate.of(2027, 2, 5));
            row.getCell(3).setCellStyle(day);
            row.createCell(4).setCellFormula("B2*2");
            workbook.getCreationHelper().createFormulaEvaluator().evaluateAll();
            row.createCell(6).setCellValue(true);
            row.createCell(7).setCellValue(0);
            workbook.createSheet("empty");
        });
        assertThat(rows(file))
                .containsExactly(
                        List.of("", "", "", "", "", "", "", ""),
                        List.of("O’Neill", "7.5", "90.5%", "2027-02-05", "15", "", "TRUE", "0"));
    }

    @Test
    void anOpenDocumentsRepeatedCellsStandWhereTheyBelong() throws Exception {
        byte[] file = ods(odsDocument("""
                <table:table-row><table:table-cell><text:p>Name</text:p></table:table-cell>
                  <table:table-cell table:number-columns-repeated="2" o:value-type="float" o:value="7.50"><text:p>8</text:p></table:table-cell></table:table-row>
                <table:table-row table:number-rows-repeated="2"><table:table-cell table:number-columns-repeated="3"/></table:table-row>
                <table:table-row><table:covered-table-cell/><table:table-cell o:value-type="percentage" o:value="0.9"><text:p>90 %</text:p></table:table-cell>
                  <table:table-cell o:value-type="date" o:date-value="2027-02-05T10:00:00"><o:annotation><text:p>hidden</text:p></o:annotation><text:p>5 <text:span>Feb</text:span></text:p></table:table-cell></table:table-row>
                <table:table-row table:number-rows-repeated="1048570"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>
                """));
        assertThat(rows(file))
                .containsExactly(
                        List.of("Name", "7.5", "7.5"),
                        List.of("", "", ""),
                        List.of("", "", ""),
                        List.of("", "90%", "2027-02-05 10:00"));
    }

    @Test
    void whatIsNoListIsRefusedWithAWayRound() throws Exception {
        refused(new byte[0], "The file is empty");
        refused(" \n\t \n".getBytes(StandardCharsets.UTF_8), "The file is empty");
        assertThatThrownBy(() -> SheetReader.readPaste("\n \n")).hasMessageContaining("Nothing was pasted");
        refused(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10}, "The file is a picture.");
        refused("%PDF-1.7".getBytes(StandardCharsets.US_ASCII), "The file is a PDF.");
        refused(new byte[] {(byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0, (byte) 0xA1, 0}, "protected by a password");
        refused(new byte[] {'M', 'Z', 0, 1, 2, 3}, "neither text nor a spreadsheet");
        refused(zip("readme.txt", "hello"), "an archive or a document, not a spreadsheet");
        refused(zip("xl/workbook.xml", "<workbook/>", "xl/vbaProject.bin", "code"), "The spreadsheet holds macros.");
        refused(sample("oneroster-1.2.zip"), "an archive or a document, not a spreadsheet");
    }

    /** Read as a table, each of their lines would be taken for somebody's name. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "<!DOCTYPE html>\n<html><body>Sign in to the network</body></html>",
                "  <html lang=\"en\"><head></head></html>",
                "<?xml version=\"1.0\"?><list><name>Brandt</name></list>",
                "<svg xmlns=\"http://www.w3.org/2000/svg\"></svg>",
                "{\"format\": \"aestimo-markbook\"}",
                "{}",
                "[{\"name\": \"Brandt\"}]",
                "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n",
                "BEGIN:VCARD\nFN:Ilva Brandt\n"
            })
    void textThatIsNoTableIsRefused(String text) {
        for (Charset charset : List.of(StandardCharsets.UTF_8, StandardCharsets.UTF_16)) {
            refused(text.getBytes(charset), ", not a table. Save the list as a spreadsheet or CSV");
        }
    }

    /** What only looks a little like it is a table all the same. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "<5 marks,Name\n3,Brandt",
                "[Name],[Mark]\nBrandt,3",
                "{Name},{Mark}\nBrandt,3",
                "<name>,mark\nBrandt,3",
                "<heading>,mark\nBrandt,3",
                "<bodywork>,mark\nBrandt,3",
                "BEGIN,END\n1,2",
                "html,css\n1,2"
            })
    void aTableMayBeginWithAnySign(String text) throws Exception {
        assertThat(rows(text.getBytes(StandardCharsets.UTF_8)))
                .hasSize(2)
                .allSatisfy(row -> assertThat(row).hasSize(2));
    }

    @Test
    void brokenFilesAreRefused() throws Exception {
        byte[] whole = workbook(
                workbook -> workbook.createSheet("A").createRow(0).createCell(0).setCellValue("x"));
        refused(Arrays.copyOf(whole, whole.length / 2), "damaged");
        refused(zip("xl/workbook.xml", "<workbook"), "damaged");
        refused(ods("<o:document-content"), "damaged");
        refused(ods(odsDocument("<table:table-row table:number-rows-repeated=\"many\"/>")), "damaged");
        refused(new byte[] {(byte) 0xFF, (byte) 0xFE, 'a', 0, 0, (byte) 0xD8}, "cannot be read as UTF-16LE");
        refused(new byte[] {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF, 'a', (byte) 0xC3}, "cannot be read as UTF-8");
        refused(new byte[] {'a', (byte) 0x81, 'b'}, "cannot be read as windows-1252");
    }

    @Test
    void whatIsTooLargeIsRefusedBeforeItIsOpened() throws Exception {
        refused(new byte[SheetReader.LARGEST_FILE + 1], "larger than 20 MB");
        refused("Ilva;7\n".repeat(100_000).getBytes(StandardCharsets.UTF_8), "more than 10000 rows");
        refused("Q;".repeat(300).concat("Q\n").getBytes(StandardCharsets.UTF_8), "Row 1 has more than 250 columns");
        refused(
                (";7".repeat(200) + "\n").repeat(3_000).getBytes(StandardCharsets.UTF_8),
                "more than 500000 filled cells");
        refused(("a;" + "b".repeat(6_000)).getBytes(StandardCharsets.UTF_8), "A cell in row 1 holds over 5000 letters");
        refused(
                ("a;b\n\"" + "c;d\n".repeat(50_000)).getBytes(StandardCharsets.UTF_8),
                "A cell in row 2 holds over 5000 letters. Is a quotation mark opened there");
        refused(
                ods(odsDocument("<table:table-row table:number-rows-repeated=\"1000000\"><table:table-cell><text:p>x"
                        + "</text:p></table:table-cell></table:table-row>")),
                "more than 10000 rows");
        refused(
                ods(odsDocument("<table:table-row><table:table-cell table:number-columns-repeated=\"16384\"><text:p>x"
                        + "</text:p></table:table-cell></table:table-row>")),
                "Row 1 has more than 250 columns");
        byte[] wide = workbook(workbook -> {
            var row = workbook.createSheet("wide").createRow(0);
            for (int i = 0; i < 300; i++) {
                row.createCell(i).setCellValue("Q" + i);
            }
        });
        refused(wide, "Row 1 has more than 250 columns");
    }

    @Test
    void aZipBombIsNotUnpacked() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] megabyte = new byte[1024 * 1024];
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("xl/workbook.xml"));
            for (int i = 0; i < 200; i++) {
                zip.write(megabyte);
            }
        }
        assertThat(out.size()).isLessThan(SheetReader.LARGEST_FILE);
        refused(out.toByteArray(), "unpacks to far more");
        List<String> many = new ArrayList<>();
        for (int i = 0; i < 1_001; i++) {
            many.add("e" + i);
            many.add("");
        }
        refused(zip(many.toArray(String[]::new)), "unpacks to far more");
    }

    @Test
    void xmlEntitiesAreNeitherExpandedNorFetched() throws Exception {
        String trick = "<!DOCTYPE x [<!ENTITY secret SYSTEM \"file:///etc/hostname\"><!ENTITY a \"aaaaaaaaaa\">"
                + "<!ENTITY b \"&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;\">]>";
        refused(
                ods(trick
                        + odsDocument(
                                "<table:table-row><table:table-cell><text:p>&secret;&b;</text:p></table:table-cell>"
                                        + "</table:table-row>")),
                "damaged");
        byte[] honest = workbook(
                workbook -> workbook.createSheet("A").createRow(0).createCell(0).setCellValue("&secret;"));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipInputStream from = new ZipInputStream(new ByteArrayInputStream(honest));
                ZipOutputStream to = new ZipOutputStream(out)) {
            for (ZipEntry entry = from.getNextEntry(); entry != null; entry = from.getNextEntry()) {
                String content = new String(from.readAllBytes(), StandardCharsets.UTF_8);
                to.putNextEntry(new ZipEntry(entry.getName()));
                boolean texts = entry.getName().contains("sharedStrings");
                String altered = content.replace("&amp;secret;", "&secret;")
                        .replaceFirst("(<\\?xml[^>]*>)", "$1" + (texts ? Matcher.quoteReplacement(trick) : ""));
                to.write(altered.getBytes(StandardCharsets.UTF_8));
            }
        }
        refused(out.toByteArray(), "damaged");
    }

    @Test
    void theTimeOfADayIsKept() throws Exception {
        byte[] file = workbook(workbook -> {
            CellStyle moment = workbook.createCellStyle();
            moment.setDataFormat(workbook.createDataFormat().getFormat("d/m/yy h:mm"));
            var row = workbook.createSheet("Quiz").createRow(0);
            row.createCell(0).setCellValue(LocalDateTime.of(2027, 2, 4, 9, 24, 59));
            row.createCell(1).setCellValue(LocalDateTime.of(2027, 2, 4, 0, 0));
            row.forEach(cell -> cell.setCellStyle(moment));
        });
        assertThat(SheetReader.read(file).get(0).rows().get(0)).containsExactly("2027-02-04 09:24", "2027-02-04");
        byte[] open = ods(odsDocument("""
                <table:table-row>
                <table:table-cell o:value-type="date" o:date-value="2027-02-04T09:24:59"><text:p>4/2</text:p></table:table-cell>
                <table:table-cell o:value-type="date" o:date-value="2027-02-04T00:00:00"><text:p>4/2</text:p></table:table-cell>
                <table:table-cell o:value-type="date" o:date-value="2027-02-04"><text:p>4/2</text:p></table:table-cell>
                </table:table-row>"""));
        assertThat(SheetReader.read(open).get(0).rows().get(0))
                .containsExactly("2027-02-04 09:24", "2027-02-04", "2027-02-04");
    }
}
