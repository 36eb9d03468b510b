package aestimo.app.lists;

import aestimo.app.account.ListLines;
import aestimo.app.web.FormFields;
import aestimo.core.typed.TypedDay;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A list as it is asked for, in the address. What is not understood is as if it were not there.
 *
 * @param classes further ones beside that of the address
 * @param students by enrolment; empty: all
 * @param figures keys of the catalogue
 * @param columns how many empty columns
 * @param headings over the empty columns, from the left
 * @param heading in the place of what the list is called; empty for that
 * @param week the week it is of; empty: all the span
 * @param notes whether support notes are on a cover sheet
 * @param toDo what is to be done in a lesson taken by somebody else, and whom to call
 */
record ListAsked(
        ListKind kind,
        List<Long> classes,
        Set<Long> students,
        String set,
        List<String> figures,
        int columns,
        List<String> headings,
        String heading,
        ListLines lines,
        Optional<LocalDate> week,
        boolean notes,
        String toDo,
        String call) {
    private static final int MOST_CLASSES = 30;
    private static final int MOST_COLUMNS = 30;
    private static final int USUAL_COLUMNS = 12;
    private static final int LONGEST = 2_000;
    private static final int LONGEST_LINES = 500;
    private static final int LONGEST_HEADING = 80;

    /** @param usual the lines a teacher has on all lists; taken where the address says nothing of its own */
    static ListAsked read(FormFields fields, ListLines usual) {
        boolean own = !fields.text("own").isEmpty();
        long columns = fields.number("columns");
        return new ListAsked(
                ListKind.of(fields.text("kind")),
                numbers(fields, "more").stream().limit(MOST_CLASSES).toList(),
                Set.copyOf(numbers(fields, "of")),
                fields.text("set"),
                fields.texts("figure").stream().distinct().limit(MOST_COLUMNS).toList(),
                columns == 0 ? USUAL_COLUMNS : (int) Math.min(MOST_COLUMNS, columns),
                Arrays.stream(brief(fields.text("headings"), LONGEST).split(","))
                        .map(String::strip)
                        .toList(),
                brief(fields.text("heading"), LONGEST_HEADING),
                own
                        ? new ListLines(
                                brief(fields.text("above"), LONGEST_LINES),
                                brief(fields.text("below"), LONGEST_LINES),
                                fields.text("sign").equals("true"))
                        : usual,
                TypedDay.read(fields.text("week")),
                fields.text("notes").equals("true"),
                brief(fields.text("toDo"), LONGEST),
                brief(fields.text("call"), LONGEST_LINES));
    }

    private static List<Long> numbers(FormFields fields, String name) {
        return fields.texts(name).stream()
                .map(FormFields::toNumber)
                .filter(id -> id > 0)
                .distinct()
                .toList();
    }

    private static String brief(String text, int longest) {
        return text.substring(0, Math.min(longest, text.length()));
    }

    /** The same for everybody, so that one left out can be ticked again. */
    ListAsked ofAll() {
        return new ListAsked(
                kind, classes, Set.of(), "", figures, columns, headings, heading, lines, week, notes, toDo, call);
    }

    /** Whether a student is on it. */
    public boolean has(long enrolment) {
        return students.isEmpty() || students.contains(enrolment);
    }

    /** What the list is called. */
    public String title() {
        return heading.isEmpty() ? kind.words() : heading;
    }

    /** The words over one of the empty columns. */
    String headingOf(int column) {
        return column < headings.size() ? headings.get(column) : "";
    }

    public boolean shows(String figure) {
        return figures.contains(figure);
    }

    /** The headings as typed. */
    public String headingsTyped() {
        return headings.stream().collect(Collectors.joining(", "));
    }
}
