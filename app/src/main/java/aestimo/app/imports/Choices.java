package aestimo.app.imports;

import aestimo.app.web.FormFields;
import aestimo.exchange.marks.ColumnRole;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How the teacher settled an import.
 *
 * @param columns one for each column of the sheet
 * @param byOrder whether rows without a name or number stand in the order of the class list
 * @param students by the line's number: an enrolment's id, {@link #LEAVE} or {@link #ADD}; lines not named are as found
 */
public record Choices(List<Column> columns, Map<Integer, String> students, boolean byOrder) {
    public static final String LEAVE = "leave";
    public static final String ADD = "add";
    private static final String NEW = "new";
    private static final String PART = "part";
    private static final String TERM = "term";

    /**
     * One column.
     *
     * @param role what it holds
     * @param assessmentId whose marks it holds; 0 for a new assessment, or no marks
     * @param partId of the part of that assessment; 0 for one without parts
     * @param asPart whether it becomes a part of the one new assessment that is made of all such columns
     * @param title of the new assessment
     * @param categoryId of the new assessment; 0 where none is chosen
     * @param date of the new assessment, as typed
     * @param outOf of the new assessment, as typed
     * @param dash what a dash means: {@code blank}, {@code n} (not handed in) or {@code a} (absent)
     * @param empty what an empty cell means, likewise
     * @param over whether what stands already is replaced
     * @param termId whose target it holds; empty where it holds none of a term
     */
    public record Column(
            ColumnRole role,
            long assessmentId,
            long partId,
            boolean asPart,
            String title,
            long categoryId,
            String date,
            String outOf,
            String dash,
            String empty,
            boolean over,
            String termId) {
        /** Those kept from before columns could hold targets have no term. */
        public Column {
            termId = termId == null ? "" : termId;
        }

        /** Whether an assessment of its own is made for it. */
        public boolean isNew() {
            return role == ColumnRole.MARKS && assessmentId == 0 && !asPart;
        }

        /** As the page's list of choices names it. */
        public String value() {
            if (role == ColumnRole.TERM) {
                return TERM + termId;
            }
            return role != ColumnRole.MARKS
                    ? role.name()
                    : asPart ? PART : assessmentId == 0 ? NEW : assessmentId + (partId == 0 ? "" : "." + partId);
        }
    }

    static Choices read(FormFields fields, int columns) {
        List<Column> read = new ArrayList<>();
        for (int i = 0; i < columns; i++) {
            String taken = fields.text("taken" + i);
            boolean own = taken.matches("[0-9]{1,18}([.][0-9]{1,18})?");
            boolean marks = own || taken.equals(NEW) || taken.equals(PART);
            read.add(new Column(
                    marks ? ColumnRole.MARKS : role(taken),
                    own ? FormFields.toNumber(taken.replaceAll("[.].*", "")) : 0,
                    own && taken.contains(".") ? FormFields.toNumber(taken.replaceAll(".*[.]", "")) : 0,
                    taken.equals(PART),
                    fields.text("title" + i),
                    fields.number("category" + i),
                    fields.text("date" + i),
                    fields.text("outOf" + i).replace(',', '.'),
                    meaning(fields.text("dash" + i)),
                    meaning(fields.text("empty" + i)),
                    !fields.text("over" + i).equals("keep"),
                    taken.startsWith(TERM) ? taken.substring(TERM.length()) : ""));
        }
        Map<Integer, String> students = new HashMap<>();
        List<String> lines = fields.texts("line");
        for (int i = 0; i < lines.size(); i++) {
            String student = fields.text("student", i);
            if (!student.isEmpty()) {
                students.put((int) FormFields.toNumber(lines.get(i)), student);
            }
        }
        return new Choices(read, students, fields.text("byOrder").equals("true"));
    }

    private static ColumnRole role(String name) {
        if (name.startsWith(TERM)) {
            return ColumnRole.TERM;
        }
        for (ColumnRole role : ColumnRole.values()) {
            if (role.name().equals(name) && role != ColumnRole.MARKS && role != ColumnRole.TERM) {
                return role;
            }
        }
        return ColumnRole.LEFT_OUT;
    }

    private static String meaning(String text) {
        return text.equals("n") || text.equals("a") ? text : "blank";
    }
}
