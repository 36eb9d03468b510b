package aestimo.exchange.table;

import com.github.miachm.sods.Range;
import com.github.miachm.sods.Sheet;
import com.github.miachm.sods.SpreadSheet;
import com.github.miachm.sods.Style;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Writes tables as an OpenDocument spreadsheet, a sheet for each, headings bold. */
public final class OdsTable {
    private OdsTable() {}

    /** @param out flushed, not closed */
    public static void write(List<Table> tables, OutputStream out) throws IOException {
        SpreadSheet book = new SpreadSheet();
        Style bold = new Style();
        bold.setBold(true);
        for (Table table : tables) {
            int columns = table.headings().size();
            Sheet sheet = new Sheet(
                    table.title().replaceAll("[\\[\\]*?:/\\\\']", " "),
                    table.rows().size() + 1,
                    columns);
            Range headings = sheet.getRange(0, 0, 1, columns);
            headings.setValues(table.headings().toArray());
            headings.setStyle(bold);
            for (int row = 0; row < table.rows().size(); row++) {
                sheet.getRange(row + 1, 0, 1, columns)
                        .setValues(table.rows().get(row).stream()
                                .map(OdsTable::value)
                                .toArray());
            }
            book.appendSheet(sheet);
        }
        book.save(out);
        out.flush();
    }

    /** The format keeps numbers by their digits; the library takes binary ones, which come back as they were up to 15. */
    private static @Nullable Object value(Table.Cell cell) {
        if (cell instanceof Table.Number number) {
            return number.value().doubleValue();
        }
        String text = ((Table.Text) cell).text();
        return text.isEmpty() ? null : text;
    }
}
