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
 * @param tries which of several rows of one student counts: {@code latest}, {@code first}, {@code best}; empty where nothing
 *     was said
 * @param monthFirst whether {@code 3/2/2027} is 2 March
 * @param words what words in cells mean, by the word
 */
public record Choices(
        List<Column> columns,
        Map<Integer, String> students,
        boolean byOrder,
        String tries,
        Boolean monthFirst,
        Map<String, String> words) {
    public static final String LEAVE = "leave";
    public static final String ADD = "add";
    private static final String NEW = "new";
    private static final String PART = "part";
    private static final String TERM = "term";
    private static final String GRADES = "grades";
    private static final List<String> TRIES = List.of("latest", "first", "best");

    /** Those kept from before words and tries were asked about have none. */
    public Choices {
        tries = tries == null ? "" : tries;
        monthFirst = Boolean.TRUE.equals(monthFirst);
        words = words == null ? Map.of() : words;
    }

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
     * @param graded whether the new assessment is on grades
     * @param why it is taken for what it is, where that is more than the sheet alone says
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
            String termId,
            Boolean graded,
            String why) {
        /** Those kept from before columns could hold targets have no term. */
        public Column {
            termId = termId == null ? "" : termId;
            why = why == null ? "" : why;
            graded = Boolean.TRUE.equals(graded);
        }

        Column withDate(String other) {
            return new Column(
                    role,
                    assessmentId,
                    partId,
                    asPart,
                    title,
                    categoryId,
                    other,
                    outOf,
                    dash,
                    empty,
                    over,
                    termId,
                    graded,
                    why);
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
                    : asPart
                            ? PART
                            : assessmentId == 0
                                    ? graded ? GRADES : NEW
                                    : assessmentId + (partId == 0 ? "" : "." + partId);
        }
    }

    /** @param before what was chosen until now; said of rows that are not on the page */
    static Choices read(FormFields fields, Choices before) {
        List<Column> read = new ArrayList<>();
        for (int i = 0; i < before.columns().size(); i++) {
            String taken = fields.text("taken" + i);
            boolean own = taken.matches("[0-9]{1,18}([.][0-9]{1,18})?");
            boolean marks = own || taken.equals(NEW) || taken.equals(PART) || taken.equals(GRADES);
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
                    taken.startsWith(TERM) ? taken.substring(TERM.length()) : "",
                    taken.equals(GRADES),
                    before.columns().get(i).value().equals(taken)
                            ? before.columns().get(i).why()
                            : ""));
        }
        Map<Integer, String> students = new HashMap<>(before.students());
        fields.texts("line").forEach(line -> students.remove((int) FormFields.toNumber(line)));
        List<String> lines = fields.texts("line");
        for (int i = 0; i < lines.size(); i++) {
            String student = fields.text("student", i);
            if (!student.isEmpty()) {
                students.put((int) FormFields.toNumber(lines.get(i)), student);
            }
        }
        Map<String, String> words = new HashMap<>(before.words());
        List<String> asked = fields.texts("word");
        for (int i = 0; i < asked.size(); i++) {
            String meaning = fields.text("meaning", i);
            if (CellWords.isMeaning(asked.get(i), meaning)) {
                words.put(asked.get(i), meaning);
            } else {
                words.remove(asked.get(i));
            }
        }
        String tries = fields.text("tries");
        return new Choices(
                read,
                students,
                fields.text("byOrder").equals("true"),
                TRIES.contains(tries) ? tries : "",
                fields.text("monthFirst").equals("true"),
                words);
    }

    /** The same with the days of others, which were read the other way round. */
    Choices withDaysOf(Choices others) {
        List<Column> read = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            read.add(columns.get(i).withDate(others.columns.get(i).date()));
        }
        return new Choices(read, students, byOrder, tries, monthFirst, words);
    }

    Choices withStudents(Map<Integer, String> settled) {
        return new Choices(columns, settled, byOrder, tries, monthFirst, words);
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
