package aestimo.exchange.roster;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

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
    /** Headings further down than this are none. */
    private static final int MOST_TITLES = 15;

    /** What stands before the figures at the foot of a sheet. */
    private static final Set<String> FOOTERS =
            Set.of("average", "mean", "total", "sum", "median", "class average", "class mean");

    /**
     * One column.
     *
     * @param heading as pasted; a description of its place where there were no headings
     * @param takenFor what it holds, in words; empty where the column is left out
     */
    public record Column(String heading, String takenFor) {}

    /**
     * Reads what was pasted.
     *
     * @param text any text; blank lines are skipped
     */
    public static PastedRoster read(String text) {
        List<List<String>> rows = new ArrayList<>();
        List<Integer> numbers = new ArrayList<>();
        String[] all = text.replace("\uFEFF", "").split("\\R");
        for (int i = 0; i < all.length; i++) {
            if (!all[i].isBlank()) {
                rows.add(cells(all[i]));
                numbers.add(i + 1);
            }
        }
        if (rows.isEmpty()) {
            return new PastedRoster(List.of(), List.of(), List.of());
        }
        int headings = headings(rows);
        if (headings < 0) {
            return read(rows, numbers, byContent(rows), null, List.of());
        }
        List<String> titles = numbers.subList(0, headings).stream()
                .map(number -> "Line " + number + " stands above the headings; it is left out.")
                .toList();
        return read(
                rows.subList(headings + 1, rows.size()),
                numbers.subList(headings + 1, numbers.size()),
                headed(rows.get(headings)),
                rows.get(headings),
                titles);
    }

    /**
     * The first row with a heading for names; −1 for none. Further down than the first row it needs a second heading
     * beside it, and titles alone above, for somebody may be called Name.
     */
    private static int headings(List<List<String>> rows) {
        for (int i = 0; i < Math.min(MOST_TITLES, rows.size()); i++) {
            List<RosterColumn> columns = headed(rows.get(i));
            boolean names = columns.contains(RosterColumn.NAME) || columns.contains(RosterColumn.FAMILY);
            long known = columns.stream().filter(Objects::nonNull).count();
            long filled = filled(rows.get(i));
            if (names && (i == 0 || known > 1 && rows.subList(0, i).stream().allMatch(row -> filled(row) < filled))) {
                return i;
            }
        }
        return -1;
    }

    private static long filled(List<String> row) {
        return row.stream().filter(cell -> !cell.isEmpty()).count();
    }

    /** Null where a heading names none of the columns of a class list. */
    private static List<RosterColumn> headed(List<String> row) {
        List<RosterColumn> columns = new ArrayList<>();
        row.forEach(cell -> columns.add(RosterColumn.headed(cell).orElse(null)));
        return columns;
    }

    private static List<String> cells(String line) {
        List<String> cells = new ArrayList<>();
        for (String cell : line.split("\t", -1)) {
            cells.add(cell.strip().replaceAll("\\s+", " "));
        }
        return cells;
    }

    /** Without headings: digits are the number, the first words the name or family name, the next the given name, then the set. */
    private static List<RosterColumn> byContent(List<List<String>> rows) {
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        List<RosterColumn> columns = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            int column = i;
            List<String> values = rows.stream()
                    .filter(row -> row.size() > column && !row.get(column).isEmpty())
                    .map(row -> row.get(column))
                    .toList();
            if (values.isEmpty()) {
                columns.add(null);
            } else if (values.stream().allMatch(value -> value.matches("[0-9]+"))
                    && !columns.contains(RosterColumn.NUMBER)) {
                columns.add(RosterColumn.NUMBER);
            } else if (!columns.contains(RosterColumn.NAME) && !columns.contains(RosterColumn.FAMILY)) {
                boolean whole = values.stream().anyMatch(value -> value.contains(",")) || wordsAfter(rows, column) == 0;
                columns.add(whole ? RosterColumn.NAME : RosterColumn.FAMILY);
            } else if (columns.contains(RosterColumn.FAMILY) && !columns.contains(RosterColumn.GIVEN)) {
                columns.add(RosterColumn.GIVEN);
            } else {
                columns.add(columns.contains(RosterColumn.SET) ? null : RosterColumn.SET);
            }
        }
        return columns;
    }

    private static long wordsAfter(List<List<String>> rows, int column) {
        return rows.stream()
                .filter(row -> row.stream().skip(column + 1L).anyMatch(cell -> !cell.isEmpty()))
                .count();
    }

    private static PastedRoster read(
            List<List<String>> rows,
            List<Integer> numbers,
            List<RosterColumn> columns,
            @Nullable List<String> headings,
            List<String> titles) {
        List<RosterLine> lines = new ArrayList<>();
        List<String> problems = new ArrayList<>(titles);
        for (int i = 0; i < rows.size(); i++) {
            Map<RosterColumn, String> values = new HashMap<>();
            for (int j = 0; j < Math.min(columns.size(), rows.get(i).size()); j++) {
                if (columns.get(j) != null) {
                    values.putIfAbsent(columns.get(j), rows.get(i).get(j));
                }
            }
            RosterLine line = line(numbers.get(i), values);
            if (line.family().isEmpty()) {
                problems.add("Line " + line.line() + " holds no name; it is left out.");
            } else if (FOOTERS.contains(line.family().toLowerCase(Locale.ROOT))
                    && line.given().isEmpty()) {
                problems.add("Line " + line.line() + " holds the figures at the foot of the sheet; it is left out.");
            } else if (longest(line) > LONGEST) {
                problems.add("Line " + line.line() + " holds over " + LONGEST
                        + " letters in one place; it is left out. Is there a tab missing?");
            } else {
                lines.add(line);
            }
        }
        List<Column> taken = new ArrayList<>();
        for (int j = 0; j < columns.size(); j++) {
            taken.add(new Column(
                    headings == null ? "column " + (j + 1) : headings.get(j),
                    columns.get(j) == null ? "" : columns.get(j).words()));
        }
        return new PastedRoster(taken, List.copyOf(lines), List.copyOf(problems));
    }

    private static int longest(RosterLine line) {
        return Math.max(
                Math.max(line.number().length(), line.set().length()),
                Math.max(line.family().length(), line.given().length()));
    }

    private static RosterLine line(int number, Map<RosterColumn, String> values) {
        String family = values.getOrDefault(RosterColumn.FAMILY, "");
        String given = values.getOrDefault(RosterColumn.GIVEN, "");
        String name = values.getOrDefault(RosterColumn.NAME, "");
        if (family.isEmpty()) {
            PersonName split = PersonName.split(name);
            family = split.family();
            given = split.given();
        }
        return new RosterLine(
                number,
                values.getOrDefault(RosterColumn.NUMBER, ""),
                family,
                given,
                values.getOrDefault(RosterColumn.SET, ""));
    }
}
