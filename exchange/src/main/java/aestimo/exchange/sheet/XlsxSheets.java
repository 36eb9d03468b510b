package aestimo.exchange.sheet;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler.SheetContentsHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;

/** Office Open XML spreadsheets, read row by row, so that a large one never stands in memory whole. */
final class XlsxSheets {
    private static final int MOST_SHEETS = 30;
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm", Locale.ROOT);

    private XlsxSheets() {}

    static List<Sheet> read(byte[] file) throws UnreadableFileException {
        try (OPCPackage opened = OPCPackage.open(new ByteArrayInputStream(file))) {
            XSSFReader reader = new XSSFReader(opened);
            ReadOnlySharedStringsTable texts = new ReadOnlySharedStringsTable(opened);
            XSSFReader.SheetIterator pages = (XSSFReader.SheetIterator) reader.getSheetsData();
            List<Sheet> sheets = new ArrayList<>();
            SheetBuilder.Room room = new SheetBuilder.Room();
            while (pages.hasNext() && sheets.size() < MOST_SHEETS) {
                try (InputStream page = pages.next()) {
                    Cells cells = new Cells(new SheetBuilder(pages.getSheetName(), room));
                    XMLReader xml = XMLHelper.newXMLReader();
                    xml.setContentHandler(new XSSFSheetXMLHandler(
                            reader.getStylesTable(), texts, cells, new ExactFormatter(), false));
                    xml.parse(new InputSource(page));
                    sheets.add(cells.sheet.build());
                }
            }
            return sheets;
        } catch (TooMuch tooMuch) {
            throw tooMuch.reason;
        } catch (IOException
                | SAXException
                | OpenXML4JException
                | ParserConfigurationException
                | RuntimeException broken) {
            // What the library throws of its own accord at a damaged file has no common type.
            throw new UnreadableFileException(
                    "The spreadsheet is damaged and cannot be read. Open it, save it again as .xlsx, then import it.",
                    broken);
        }
    }

    /** Carries the reason out of the parser, whose methods may throw nothing of ours. */
    private static final class TooMuch extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private final transient UnreadableFileException reason;

        TooMuch(UnreadableFileException reason) {
            super(reason);
            this.reason = reason;
        }
    }

    private static final class Cells implements SheetContentsHandler {
        private final SheetBuilder sheet;
        private int row;
        private int column;

        Cells(SheetBuilder sheet) {
            this.sheet = sheet;
        }

        @Override
        public void startRow(int number) {
            row = number;
            column = -1;
        }

        @Override
        public void endRow(int number) {
            // the next row tells its own number
        }

        @Override
        public void cell(String reference, String value, XSSFComment comment) {
            column = reference == null ? column + 1 : new CellReference(reference).getCol();
            try {
                sheet.put(row, column, value == null ? "" : value);
            } catch (UnreadableFileException reason) {
                throw new TooMuch(reason);
            }
        }
    }

    /** Numbers by their digits, however the sheet shows them: a mark of 7.5 shown as 8 is still 7.5. */
    private static final class ExactFormatter extends DataFormatter {
        ExactFormatter() {
            super(Locale.ROOT);
        }

        @Override
        public String formatRawCellContents(double value, int format, String pattern) {
            return formatRawCellContents(value, format, pattern, false);
        }

        @Override
        public String formatRawCellContents(double value, int format, String pattern, boolean from1904) {
            if (DateUtil.isADateFormat(format, pattern) && DateUtil.isValidExcelDate(value)) {
                LocalDateTime moment = DateUtil.getLocalDateTime(value, from1904);
                boolean day = moment.toLocalTime().equals(LocalTime.MIDNIGHT);
                return day
                        ? moment.toLocalDate().toString()
                        : moment.truncatedTo(ChronoUnit.MINUTES).format(MOMENT);
            }
            BigDecimal digits = BigDecimal.valueOf(value);
            if (pattern != null && pattern.contains("%")) {
                return digits.movePointRight(2).stripTrailingZeros().toPlainString() + "%";
            }
            return digits.signum() == 0 ? "0" : digits.stripTrailingZeros().toPlainString();
        }
    }
}
