package aestimo.app.sending;

import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.SchoolReturn;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A return as records of a OneRoster gradebook. Ids are worked out of what the school calls its class, grading period and
 * student, so that the same result always goes by the same id, also in a correction.
 *
 * @param classRef the school's id, like {@code periodRef}
 * @param numbers the further fields that hold a number, with the largest there can be; all others hold a label
 */
public record SchoolRecords(
        SchoolReturn own, String classRef, String periodRef, String termName, Map<String, Integer> numbers) {
    private static String id(String... parts) {
        return UUID.nameUUIDFromBytes(("aestimo\n" + String.join("\n", parts)).getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    String categoryId() {
        return id("category", classRef);
    }

    String scaleId(String field) {
        return id("scale", classRef, field);
    }

    String lineItemId(String item) {
        return id("lineItem", classRef, periodRef, item);
    }

    String resultId(String item, String studentRef) {
        return id("result", classRef, periodRef, item, studentRef);
    }

    private static Map<String, Object> reference(String type, String id) {
        Map<String, Object> reference = new LinkedHashMap<>();
        reference.put("href", type + "/" + id);
        reference.put("sourcedId", id);
        reference.put("type", type);
        return reference;
    }

    private Map<String, Object> record(String id) {
        Map<String, Object> record = new LinkedHashMap<>();
        record.put("sourcedId", id);
        record.put("status", "active");
        record.put("dateLastModified", own.sealed().orElseThrow().toInstant().toString());
        return record;
    }

    public Map<String, Object> category() {
        Map<String, Object> category = record(categoryId());
        category.put("title", "Term results");
        return category;
    }

    Map<String, Object> scale(String field, List<String> labels) {
        Map<String, Object> scale = record(scaleId(field));
        scale.put("title", field);
        scale.put("type", "label");
        scale.put("class", reference("class", classRef));
        scale.put(
                "scoreScaleValue",
                labels.stream()
                        .map(label -> Map.of("itemValueLHS", label, "itemValueRHS", label))
                        .toList());
        return scale;
    }

    public Map<String, Object> lineItem(String item) {
        String day = own.sealed().orElseThrow().toString();
        Map<String, Object> lineItem = record(lineItemId(item));
        lineItem.put("title", termName + " " + item);
        lineItem.put("assignDate", day);
        lineItem.put("dueDate", day);
        lineItem.put("class", reference("class", classRef));
        lineItem.put("category", reference("category", categoryId()));
        lineItem.put("gradingPeriod", reference("academicSession", periodRef));
        if (item.equals(SendingService.RESULT) || numbers.containsKey(item)) {
            lineItem.put("resultValueMin", 0);
            lineItem.put("resultValueMax", numbers.getOrDefault(item, 100));
        } else {
            lineItem.put("scoreScale", reference("scoreScale", scaleId(item)));
        }
        return lineItem;
    }

    /** The computed percent with the grade that is sent; or the label, or the number, of a further field. */
    public Map<String, Object> result(ReturnRow row, String item, String studentRef) {
        Map<String, Object> result = record(resultId(item, studentRef));
        result.put("lineItem", reference("lineItem", lineItemId(item)));
        result.put("student", reference("user", studentRef));
        result.put("scoreDate", own.sealed().orElseThrow().toLocalDate().toString());
        if (!item.equals(SendingService.RESULT)) {
            result.put("scoreStatus", "fully graded");
            String value = row.fields().getOrDefault(item, "");
            if (numbers.containsKey(item)) {
                result.put("score", new BigDecimal(value));
            } else {
                result.put("textScore", value);
            }
            return result;
        }
        result.put("scoreStatus", row.own().noGrade() ? "exempt" : "fully graded");
        if (!row.own().noGrade() && !row.percent().isEmpty()) {
            result.put("score", new BigDecimal(row.percent()));
        }
        if (!row.gradeSent().isEmpty()) {
            result.put("textScore", row.gradeSent());
        }
        if (!row.own().comment().isEmpty()) {
            result.put("comment", row.own().comment());
        }
        return result;
    }
}
