package aestimo.app.web;

import aestimo.exchange.table.CsvTable;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.util.StringUtils;

/** Answers kept as files. */
public final class Download {
    /** Letters a file's name may have in all file systems, with room for its ending and for copies. */
    private static final int LONGEST_NAME = 120;

    private Download() {}

    public static void csv(HttpServletResponse response, Table table) throws IOException {
        file(response, table.title(), "text/csv;charset=UTF-8", ".csv", out -> CsvTable.write(table, out));
    }

    /** Writes a file; what it is given stays open. */
    public interface Written {
        void to(OutputStream out) throws IOException;
    }

    /** The same, written whole before any of it is sent: nobody gets half a file, and what fails is told as such. */
    public static void file(HttpServletResponse response, String title, String type, String ending, Written written)
            throws IOException {
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        written.to(whole);
        file(response, title, type, ending, whole.toByteArray());
    }

    /**
     * Answers a file.
     *
     * @param title what the file is called, but for what file names cannot hold
     * @param ending with its dot
     */
    public static void file(HttpServletResponse response, String title, String type, String ending, byte[] whole)
            throws IOException {
        String plain = title.replace(" – ", " to ").replaceAll("[^\\p{L}\\p{N} ,-]", "-");
        String name = (plain.length() > LONGEST_NAME ? plain.substring(0, LONGEST_NAME) : plain).strip() + ending;
        response.setContentType(type);
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(name, StandardCharsets.UTF_8)
                        .build()
                        .toString());
        response.setContentLength(whole.length);
        response.getOutputStream().write(whole);
    }

    /** The format that an address ends in, without its dot; empty where it has none. */
    public static String ending(HttpServletRequest request) {
        return Objects.requireNonNullElse(StringUtils.getFilenameExtension(request.getRequestURI()), "");
    }
}
