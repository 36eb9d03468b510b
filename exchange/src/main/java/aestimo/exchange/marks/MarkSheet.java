package aestimo.exchange.marks;

import aestimo.exchange.sheet.Sheet;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * A sheet of marks as it is understood: titles above the headings, an out-of row, the students' rows, figures at the
 * foot. Nothing is guessed silently: every column says why it was taken for what it is, every row left out why. Immutable.
 *
 * @param headings one for each column; empty texts where the sheet has no headings
 * @param rows the students' rows
 * @param leftOut what holds no student and no mark, with the reason
 * @param monthFirst how {@code 3/2/2027} is taken: as the sheet itself says, else as asked for
 * @param eitherWay whether a day in it could be read both ways, and nothing in it says which
 */
public record MarkSheet(
        List<String> headings,
        List<MarkColumn> columns,
        List<Row> rows,
        List<String> leftOut,
        boolean monthFirst,
        boolean eitherWay) {
    /** Headings of what was worked out of the other columns. */
    private static final Pattern WORKED_OUT =
            Pattern.compile("((class|overall|term|year|final|weighted|course|set|running|so far)( [0-9])? )*"
                    + "(average|avg|av|ave|mean|totals?|sum|results?|grades?|rank|ranking|place|pos|position|percent|percentage|percent age|overall"
                    + "|final|standing|order|so far|points total)?"
                    + "( (percent|percentage|mark|score|grade|so far|in class|in set|[0-9]))?");

    private static final Pattern QUESTION = Pattern.compile("(q|question|task|item|part)[ .]*[0-9]{1,2}[a-h]?");

    /**
     * One row.
     *
     * @param line its place in what is read, from 1
     * @param where the line it stands in, for the teacher, such as “12”
     * @param notes what is said beside its marks, by the column's place
     */
    public record Row(int line, String where, List<String> cells, Map<Integer, String> notes) {
        /** The note beside a cell; empty text for none. */
        public String note(int column) {
            return notes.getOrDefault(column, "");
        }

        /** The cell of a column; empty text beyond the row's end. */
        public String cell(int column) {
            return column < cells.size() ? cells.get(column) : "";
        }
    }

    /**
     * What a sheet is held against besides the students.
     *
     * @param titles of the class's assessments
     * @param labels of its bands
     * @param monthFirst how {@code 3/2/2027} is taken where it could be either
     * @param from the first day of the class's year, which says the year where the sheet does not
     */
    public record Context(List<String> titles, List<String> labels, boolean monthFirst, LocalDate from) {}

    /** Reads a sheet against a class. */
    public static MarkSheet read(Sheet sheet, StudentFinder students, Context context) {
        return new MarkSheetReading(sheet, students, context).read();
    }

    /** The heading without what it says of the out-of and the day. */
    public static String title(String heading) {
        return Heading.of(heading, false, LocalDate.EPOCH).title();
    }

    static boolean isWorkedOut(Heading heading) {
        String plain = Heading.bare(heading.title().replace("%", " percent "));
        return !plain.isEmpty() && WORKED_OUT.matcher(plain).matches();
    }

    /** Whether a heading says no more than that there are marks. */
    public static boolean isGeneral(String title) {
        return Heading.bare(title)
                .matches("(raw )?(scores?|marks?|points?|results?|grades?)|column [0-9]+|total (score|points)");
    }

    /** Headed as one question of several. */
    public static boolean isQuestion(String title) {
        return QUESTION.matcher(title.toLowerCase(Locale.ROOT)).matches();
    }
}
