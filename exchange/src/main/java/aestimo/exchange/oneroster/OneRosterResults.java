package aestimo.exchange.oneroster;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Writes results in the CSV binding of OneRoster 1.2: a zip with a manifest, and bulk files of categories, line items and
 * results. It is read by another system, so every text stands there as it is.
 */
public final class OneRosterResults {
    private static final List<String> CATEGORY = List.of("sourcedId", "status", "dateLastModified", "title", "weight");
    private static final List<String> LINE_ITEM = List.of(
            "sourcedId",
            "status",
            "dateLastModified",
            "title",
            "description",
            "assignDate",
            "dueDate",
            "classSourcedId",
            "categorySourcedId",
            "gradingPeriodSourcedId",
            "resultValueMin",
            "resultValueMax",
            "schoolSourcedId");
    private static final List<String> RESULT = List.of(
            "sourcedId",
            "status",
            "dateLastModified",
            "lineItemSourcedId",
            "studentSourcedId",
            "scoreStatus",
            "score",
            "scoreDate",
            "comment",
            "textScore",
            "classSourcedId",
            "inProgress",
            "incomplete",
            "late",
            "missing");
    private static final List<String> ABSENT = List.of(
            "academicSessions",
            "classes",
            "classResources",
            "courses",
            "courseResources",
            "demographics",
            "enrollments",
            "lineItemLearningObjectiveIds",
            "lineItemScoreScales",
            "orgs",
            "resources",
            "resultLearningObjectiveIds",
            "resultScoreScales",
            "roles",
            "scoreScales",
            "userProfiles",
            "userResources",
            "users");

    private OneRosterResults() {}

    /**
     * Writes the zip.
     *
     * @param categories values by the standard's own column names, like the other two; columns left out are empty
     * @param out flushed, not closed
     */
    public static void write(
            List<Map<String, String>> categories,
            List<Map<String, String>> lineItems,
            List<Map<String, String>> results,
            OutputStream out)
            throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        Map<String, String> manifest = new LinkedHashMap<>();
        manifest.put("manifest.version", "1.0");
        manifest.put("oneroster.version", "1.2");
        ABSENT.forEach(table -> manifest.put("file." + table, "absent"));
        List.of("categories", "lineItems", "results").forEach(table -> manifest.put("file." + table, "bulk"));
        manifest.put("source.systemName", "Aestimo");
        manifest.put("source.systemCode", "aestimo");
        List<List<String>> rows = new ArrayList<>(List.of(List.of("propertyName", "value")));
        manifest.forEach((name, value) -> rows.add(List.of(name, value)));
        file(zip, "manifest", rows);
        file(zip, "categories", rows(CATEGORY, categories));
        file(zip, "lineItems", rows(LINE_ITEM, lineItems));
        file(zip, "results", rows(RESULT, results));
        zip.finish();
        out.flush();
    }

    private static List<List<String>> rows(List<String> headings, List<Map<String, String>> records) {
        List<List<String>> rows = new ArrayList<>(List.of(headings));
        records.forEach(record -> rows.add(headings.stream()
                .map(heading -> record.getOrDefault(heading, ""))
                .toList()));
        return rows;
    }

    private static void file(ZipOutputStream zip, String name, List<List<String>> rows) throws IOException {
        StringWriter text = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(text)) {
            rows.forEach(csv::writeRecord);
        }
        zip.putNextEntry(new ZipEntry(name + ".csv"));
        zip.write(text.toString().getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }
}
