package aestimo.exchange.roster;

import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.sheet.Sheet;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A class list as pasted: one name on each line, or a block with tabs between its columns, with or without headings.
 *
 * <p>Nothing is guessed silently: {@link #columns} says what each column was taken for, {@link #problems} which lines
 * hold no student and why.
 *
 * @param columns what each column was taken for, by its heading or place; in their order
 * @param lines the students, in the order of the lines
 * @param problems lines left out, each with its number and the reason
 */
public record PastedRoster(List<Column> columns, List<RosterLine> lines, List<String> problems) {
    private static final int LONGEST = 100;
    private static final Set<ColumnRole> LISTED =
            Set.of(ColumnRole.NUMBER, ColumnRole.NAME, ColumnRole.FAMILY, ColumnRole.GIVEN, ColumnRole.SET);
    /**
     * One column.
     *
     * @param heading as pasted; a description of its place where there were no headings
     * @param takenFor what it holds, in words; empty where the column is left out
     * @param isUnread whether it is left out and holds something
     */
    public record Column(String heading, String takenFor, boolean isUnread) {}

    /**
     * Reads what was pasted.
     *
     * @param text any text; blank lines are skipped
     */
    public static PastedRoster read(String text) {
        MarkSheet sheet = MarkSheet.read(
                Sheet.ofTabbedText(text),
                new StudentFinder(List.of()),
                new MarkSheet.Context(List.of(), List.of(), false, LocalDate.EPOCH));
        boolean headed = sheet.headings().stream().anyMatch(heading -> !heading.isEmpty());
        return headed
                ? read(sheet, headed(sheet))
                : read(
                        sheet,
                        byContent(
                                sheet.rows().stream().map(MarkSheet.Row::cells).toList()));
    }

    private static List<ColumnRole> headed(MarkSheet sheet) {
        return sheet.columns().stream()
                .map(MarkColumn::role)
                .map(role -> LISTED.contains(role) ? role : ColumnRole.LEFT_OUT)
                .toList();
    }

    /**
     * Without headings: digits are the number, the first words the name or family name, the next the given name. A set is
     * none of these: nothing says so.
     */
    private static List<ColumnRole> byContent(List<List<String>> rows) {
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        List<ColumnRole> columns = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            int column = i;
            List<String> values = rows.stream()
                    .filter(row -> row.size() > column && !row.get(column).isEmpty())
                    .map(row -> row.get(column))
                    .toList();
            if (values.isEmpty()) {
                columns.add(ColumnRole.LEFT_OUT);
            } else if (values.stream().allMatch(value -> value.matches("[0-9]+"))
                    && !columns.contains(ColumnRole.NUMBER)) {
                columns.add(ColumnRole.NUMBER);
            } else if (!columns.contains(ColumnRole.NAME) && !columns.contains(ColumnRole.FAMILY)) {
                boolean whole = values.stream().anyMatch(value -> value.contains(",")) || wordsAfter(rows, column) == 0;
                columns.add(whole ? ColumnRole.NAME : ColumnRole.FAMILY);
            } else if (columns.contains(ColumnRole.FAMILY) && !columns.contains(ColumnRole.GIVEN)) {
                columns.add(ColumnRole.GIVEN);
            } else {
                columns.add(ColumnRole.LEFT_OUT);
            }
        }
        return columns;
    }

    private static long wordsAfter(List<List<String>> rows, int column) {
        return rows.stream()
                .filter(row -> row.stream().skip(column + 1L).anyMatch(cell -> !cell.isEmpty()))
                .count();
    }

    private static PastedRoster read(MarkSheet sheet, List<ColumnRole> columns) {
        List<RosterLine> lines = new ArrayList<>();
        List<String> problems = new ArrayList<>(sheet.leftOut());
        for (MarkSheet.Row row : sheet.rows()) {
            Map<ColumnRole, String> values = new EnumMap<>(ColumnRole.class);
            for (int i = 0; i < columns.size(); i++) {
                String cell = row.cell(i);
                values.putIfAbsent(columns.get(i), cell);
            }
            RosterLine line = line(row.line(), values);
            if (line.family().isEmpty()) {
                problems.add("Line " + line.line() + " holds no name; it is left out.");
            } else if (longest(line) > LONGEST) {
                problems.add("Line " + line.line() + " holds over " + LONGEST
                        + " letters in one place; it is left out. Is there a tab missing?");
            } else {
                lines.add(line);
            }
        }
        List<Column> taken = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            MarkColumn found = sheet.columns().get(i);
            taken.add(new Column(
                    found.heading(),
                    columns.get(i) == ColumnRole.LEFT_OUT ? "" : columns.get(i).words(),
                    columns.get(i) == ColumnRole.LEFT_OUT && !found.sample().isEmpty()));
        }
        return new PastedRoster(taken, List.copyOf(lines), List.copyOf(problems));
    }

    /** Headings of filled columns that say something else of the students, or hold marks. */
    public List<String> unread() {
        return columns.stream().filter(Column::isUnread).map(Column::heading).toList();
    }

    private static int longest(RosterLine line) {
        return Math.max(
                Math.max(line.number().length(), line.set().length()),
                Math.max(line.family().length(), line.given().length()));
    }

    private static RosterLine line(int number, Map<ColumnRole, String> values) {
        String family = values.getOrDefault(ColumnRole.FAMILY, "");
        String given = values.getOrDefault(ColumnRole.GIVEN, "");
        String name = values.getOrDefault(ColumnRole.NAME, "");
        if (family.isEmpty()) {
            PersonName split = PersonName.split(name);
            family = split.family();
            given = split.given();
        }
        return new RosterLine(
                number,
                values.getOrDefault(ColumnRole.NUMBER, ""),
                family,
                given,
                values.getOrDefault(ColumnRole.SET, ""));
    }
}
