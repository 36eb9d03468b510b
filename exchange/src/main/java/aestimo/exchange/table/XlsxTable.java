package aestimo.exchange.table;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.util.List;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.util.WorkbookUtil;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;

/** Writes tables as an XLSX workbook, a sheet for each, headings bold and kept in sight. */
public final class XlsxTable {
    private static final int WIDEST = 32;

    private XlsxTable() {}

    /** @param out flushed, not closed */
    public static void write(List<Table> tables, OutputStream out) throws IOException {
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            CellStyle bold = workbook.createCellStyle();
            Font font = workbook.createFont();
            font.setBold(true);
            bold.setFont(font);
            for (Table table : tables) {
                write(table, workbook.createSheet(WorkbookUtil.createSafeSheetName(table.title())), bold);
            }
            workbook.write(out);
        }
        out.flush();
    }

    private static void write(Table table, Sheet sheet, CellStyle bold) {
        Row headings = sheet.createRow(0);
        for (int column = 0; column < table.headings().size(); column++) {
            Cell cell = headings.createCell(column);
            cell.setCellValue(table.headings().get(column));
            cell.setCellStyle(bold);
            sheet.setColumnWidth(column, 256 * width(table, column));
        }
        for (int row = 0; row < table.rows().size(); row++) {
            write(table.rows().get(row), sheet.createRow(row + 1));
        }
        sheet.createFreezePane(0, 1);
    }

    private static void write(List<Table.Cell> cells, Row row) {
        for (int column = 0; column < cells.size(); column++) {
            if (cells.get(column) instanceof Table.Number number) {
                row.createCell(column).setCellValue(spreadsheetNumber(number.value()));
            } else {
                row.createCell(column).setCellValue(((Table.Text) cells.get(column)).text());
            }
        }
    }

    /** A workbook holds numbers in binary only; up to 15 digits come back as they were. */
    private static double spreadsheetNumber(BigDecimal exact) {
        return exact.doubleValue();
    }

    /** From the words themselves, in characters: measuring them would need fonts a server need not have. */
    private static int width(Table table, int column) {
        int longest = table.headings().get(column).length();
        for (List<Table.Cell> row : table.rows()) {
            Table.Cell cell = row.get(column);
            int length = cell instanceof Table.Number number
                    ? number.value().toPlainString().length()
                    : ((Table.Text) cell).text().length();
            longest = Math.max(longest, length);
        }
        return Math.min(longest, WIDEST) + 2;
    }
}
