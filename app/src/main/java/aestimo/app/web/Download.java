package aestimo.app.web;

import aestimo.exchange.table.CsvTable;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.XlsxTable;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;

/** Tables answered as files, named by their titles. */
public final class Download {
    private Download() {}

    public static void csv(HttpServletResponse response, Table table) throws IOException {
        CsvTable.write(table, begin(response, table, "text/csv;charset=UTF-8", ".csv"));
    }

    public static void xlsx(HttpServletResponse response, Table table) throws IOException {
        String type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
        XlsxTable.write(table, begin(response, table, type, ".xlsx"));
    }

    private static OutputStream begin(HttpServletResponse response, Table table, String type, String ending)
            throws IOException {
        String name = table.title().replace(" – ", " to ").replaceAll("[^\\p{L}\\p{N} ,-]", "-") + ending;
        response.setContentType(type);
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(name, StandardCharsets.UTF_8)
                        .build()
                        .toString());
        return response.getOutputStream();
    }
}
