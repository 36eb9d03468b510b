package aestimo.app.returns;

import aestimo.app.school.LayoutColumn;
import aestimo.app.school.SchoolField;
import aestimo.app.web.FormFields;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;

/** The rows of a return as a form holds them. */
public final class RowForm {
    /** In place of a grade: none is sent. */
    public static final String NO_GRADE = "–";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private RowForm() {}

    public static List<ReturnService.Edit> read(FormFields fields, List<SchoolField> asked) {
        List<ReturnService.Edit> edits = new ArrayList<>();
        List<String> enrolments = fields.texts("enrolment");
        List<String> sentAs = fields.texts("sentAs");
        List<String> reasons = fields.texts("reason");
        List<String> comments = fields.texts("comment");
        List<String> stood = fields.texts("was");
        List<List<String>> labels = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            labels.add(fields.texts("field" + i));
        }
        for (int i = 0; i < enrolments.size(); i++) {
            String grade = at(sentAs, i);
            boolean none = grade.matches("(?i)[-–—]+|none|no grade");
            TreeMap<String, String> own = new TreeMap<>();
            for (int field = 0; field < asked.size(); field++) {
                own.put(asked.get(field).name(), at(labels.get(field), i));
            }
            edits.add(new ReturnService.Edit(
                    FormFields.toNumber(enrolments.get(i)),
                    was(at(stood, i)),
                    new ReturnRow.Own(none ? "" : grade, none, at(reasons, i), own, at(comments, i))));
        }
        return edits;
    }

    /** The name of the inputs that hold a column; empty for none. */
    public static String input(String column, List<SchoolField> asked) {
        if (column.equals("sent")) {
            return "sentAs";
        }
        if (!column.startsWith(LayoutColumn.FIELD)) {
            return column;
        }
        List<String> names = asked.stream().map(SchoolField::name).toList();
        return "field" + names.indexOf(name(column));
    }

    /** What the school calls the further field of a column; empty text for any other column. */
    public static String name(String column) {
        return column.startsWith(LayoutColumn.FIELD) ? column.substring(LayoutColumn.FIELD.length()) : "";
    }

    private static String at(List<String> texts, int i) {
        return i < texts.size() ? texts.get(i) : "";
    }

    /** What stood, as the form carries it along. */
    public static String wasText(ReturnRow.Own own) {
        return JSON.writeValueAsString(own);
    }

    private static ReturnRow.Own was(String text) {
        try {
            return text.isEmpty() ? ReturnRow.Own.NOTHING : JSON.readValue(text, ReturnRow.Own.class);
        } catch (RuntimeException altered) {
            // Somebody altered the hidden field; the save then finds that something else stands.
            return ReturnRow.Own.NOTHING;
        }
    }
}
