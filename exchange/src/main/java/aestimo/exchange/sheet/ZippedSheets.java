package aestimo.exchange.sheet;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/** Spreadsheets that are zip files inside: told apart by their entries, unpacked within bounds. */
final class ZippedSheets {
    /** A sheet of all the cells that are taken unpacks to less than half of it. */
    private static final long MOST_BYTES = 60L * 1024 * 1024;

    /** What is in many cells is kept once, and stands in memory whole. */
    private static final int MOST_SHARED = 12 * 1024 * 1024;

    private static final int MOST_ENTRIES = 1_000;

    private ZippedSheets() {}

    static List<Sheet> read(byte[] file) throws UnreadableFileException {
        Map<String, byte[]> ods = new HashMap<>();
        boolean xlsx = false;
        long bytes = 0;
        int entries = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (++entries > MOST_ENTRIES) {
                    throw bomb();
                }
                if (entry.getName().endsWith("vbaProject.bin")) {
                    throw new UnreadableFileException(
                            "The spreadsheet holds macros. Save it as .xlsx without them, then import it.");
                }
                byte[] content = zip.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, MOST_BYTES - bytes + 1));
                bytes += content.length;
                boolean shared = entry.getName().equals("xl/sharedStrings.xml");
                if (bytes > MOST_BYTES || shared && content.length > MOST_SHARED) {
                    throw bomb();
                }
                xlsx |= entry.getName().equals("xl/workbook.xml");
                if (entry.getName().equals("content.xml") || entry.getName().equals("mimetype")) {
                    ods.put(entry.getName(), content);
                }
            }
        } catch (IOException | IllegalArgumentException broken) {
            throw new UnreadableFileException(
                    "The file is damaged: it breaks off or cannot be unpacked. Save it again, then import it.", broken);
        }
        if (xlsx) {
            return XlsxSheets.read(file);
        }
        if (ods.containsKey("content.xml")
                && new String(ods.getOrDefault("mimetype", new byte[0]), StandardCharsets.UTF_8)
                        .contains("spreadsheet")) {
            return OdsSheets.read(ods.get("content.xml"));
        }
        throw new UnreadableFileException(
                "The file is an archive or a document, not a spreadsheet. Save the list as .xlsx, .ods or .csv.");
    }

    private static UnreadableFileException bomb() {
        return new UnreadableFileException(
                "The file unpacks to far more than a class list or mark sheet, so it was not opened. Save the sheet alone.");
    }
}
