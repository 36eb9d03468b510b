package aestimo.exchange.table;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;

/** Writes a table as CSV by RFC 4180, in UTF-8. */
public final class CsvTable {
    /**
     * What makes a spreadsheet run a cell as a formula when it comes first; the last four are the same signs of full
     * width, which some programs take for them.
     */
    private static final String RUNS = "=+-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20";

    private CsvTable() {}

    /**
     * Writes headings and rows. Text that a spreadsheet would run as a formula gets an apostrophe before it.
     *
     * @param out flushed, not closed
     */
    public static void write(Table table, OutputStream out) throws IOException {
        Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(new Unclosed(writer))) {
            csv.writeRecord(table.headings().stream().map(CsvTable::safe).toList());
            for (var row : table.rows()) {
                csv.writeRecord(row.stream().map(CsvTable::written).toList());
            }
        }
        writer.flush();
    }

    private static String written(Table.Cell cell) {
        return cell instanceof Table.Number number ? number.value().toPlainString() : safe(((Table.Text) cell).text());
    }

    private static String safe(String text) {
        int first = 0;
        while (first < text.length() && isUnseen(text.charAt(first))) {
            first++;
        }
        return first < text.length() && RUNS.indexOf(text.charAt(first)) >= 0 ? "'" + text : text;
    }

    /** Blanks, and marks of direction and width that nobody sees: what follows them is read as if it came first. */
    private static boolean isUnseen(char letter) {
        return letter == ' ' || letter == '\u00A0' || Character.getType(letter) == Character.FORMAT;
    }

    /** The stream is the caller's to close. */
    private static final class Unclosed extends java.io.FilterWriter {
        Unclosed(Writer writer) {
            super(writer);
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }
}
