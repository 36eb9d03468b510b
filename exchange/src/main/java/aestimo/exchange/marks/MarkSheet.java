package aestimo.exchange.marks;

import aestimo.core.value.OutOf;
import aestimo.exchange.sheet.Sheet;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * A sheet of marks as it is understood: titles above the headings, an out-of row, the students' rows, figures at the
 * foot. Nothing is guessed silently: every column says why it was taken for what it is, every row left out why. Immutable.
 *
 * @param headings one for each column; empty texts where the sheet has no headings
 * @param rows the students' rows
 * @param leftOut lines that hold no student, with the reason
 */
public record MarkSheet(List<String> headings, List<MarkColumn> columns, List<Row> rows, List<String> leftOut) {
    private static final int MOST_TITLES = 15;
    /** From this share of a column's filled cells on, its content says what it is. */
    private static final double MOST_CELLS = 0.6;

    private static final Set<String> FOOTERS = Set.of(
            "average",
            "mean",
            "total",
            "totals",
            "sum",
            "median",
            "class average",
            "class mean",
            "maximum",
            "minimum",
            "highest",
            "lowest");
    private static final Set<String> OUT_OFS = Set.of("out of", "out-of", "max", "max.", "maximum", "of", "possible");
    /** Headings of what was worked out of the other columns. */
    private static final Set<String> WORKED_OUT =
            Set.of("average", "mean", "total", "totals", "sum", "result", "grade", "rank", "place", "percent", "%");

    private static final Pattern NUMBER = Pattern.compile("[0-9]{1,5}([.,][0-9]{1,4})?");
    private static final Pattern OF = Pattern.compile("([0-9]+(?:[.,][0-9]+)?)\\s*/\\s*([0-9]+(?:[.,][0-9]+)?)");
    private static final Pattern HEADED_OF = Pattern.compile(
            "(.*?)[\\s(\\[]*(?:/|out of|max\\.?)\\s*([0-9]+(?:[.,][0-9]+)?)\\s*[)\\]]?", Pattern.CASE_INSENSITIVE);
    private static final Pattern WORD = Pattern.compile(
            "a|abs|absent|x|exc|excused|n|not in|not handed in|n/a|[-–—]|(late |to finish )?[0-9.,]+\\s*%?( l| f| late)?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern WHEN = Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}([ T][0-9]{1,2}:[0-9]{2}.*)?");
    private static final Pattern EMAIL = Pattern.compile("[^@\\s]+@[^@\\s]+\\.[^@\\s]+");

    /**
     * One row.
     *
     * @param line its number in the sheet, from 1
     */
    public record Row(int line, List<String> cells) {
        /** The cell of a column; empty text beyond the row's end. */
        public String cell(int column) {
            return column < cells.size() ? cells.get(column) : "";
        }
    }

    /**
     * Reads a sheet against a class.
     *
     * @param titles of the class's assessments
     */
    public static MarkSheet read(Sheet sheet, StudentFinder students, List<String> titles) {
        return new Reading(sheet, students, titles).read();
    }

    /** What a heading says its marks are out of, as in “Town survey (/50)”; empty where it says nothing. */
    static Optional<OutOf> outOfHeading(String heading) {
        Matcher headed = HEADED_OF.matcher(heading.strip());
        return headed.matches() ? outOf(headed.group(2)) : Optional.empty();
    }

    /** The heading without what it says of the out-of. */
    public static String title(String heading) {
        Matcher headed = HEADED_OF.matcher(heading.strip());
        return headed.matches() && !headed.group(1).isBlank() ? headed.group(1).strip() : heading.strip();
    }

    private static Optional<OutOf> outOf(String text) {
        try {
            return Optional.of(OutOf.parse(text.replace(',', '.')));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    private static String plain(String text) {
        return text.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_]+", " ").replaceAll(":$", "");
    }

    /** One reading of one sheet. */
    private static final class Reading {
        private final Sheet sheet;
        private final StudentFinder students;
        private final List<String> titles;
        private final List<String> leftOut = new ArrayList<>();
        private final Map<Integer, OutOf> outOfs = new TreeMap<>();
        private final List<Row> rows = new ArrayList<>();
        private List<String> headings = List.of();

        private Reading(Sheet sheet, StudentFinder students, List<String> titles) {
            this.sheet = sheet;
            this.students = students;
            this.titles = titles;
        }

        private MarkSheet read() {
            int headed = headingRow();
            headings = headed < 0
                    ? IntStream.range(0, sheet.width()).mapToObj(i -> "").toList()
                    : sheet.rows().get(headed);
            for (int i = 0; i < sheet.rows().size(); i++) {
                List<String> cells = sheet.rows().get(i);
                if (i != headed && cells.stream().anyMatch(cell -> !cell.isEmpty())) {
                    take(i, headed, cells);
                }
            }
            List<MarkColumn> columns = new ArrayList<>();
            for (int i = 0; i < sheet.width(); i++) {
                columns.add(column(i));
            }
            return new MarkSheet(headings, withoutTotals(columns), List.copyOf(rows), List.copyOf(leftOut));
        }

        /** The first row with a heading of a person's column, titles alone above; −1 for none. */
        private int headingRow() {
            for (int i = 0; i < Math.min(MOST_TITLES, sheet.rows().size()); i++) {
                List<String> row = sheet.rows().get(i);
                long filled = filled(row);
                boolean person = row.stream()
                        .flatMap(cell -> ColumnRole.headed(cell).stream())
                        .anyMatch(ColumnRole::isPerson);
                if (person
                        && filled > 1
                        && sheet.rows().subList(0, i).stream().allMatch(above -> filled(above) < filled)) {
                    return i;
                }
            }
            return -1;
        }

        private static long filled(List<String> row) {
            return row.stream().filter(cell -> !cell.isEmpty()).count();
        }

        private void take(int place, int headed, List<String> cells) {
            int line = place + 1;
            if (place < headed) {
                leftOut.add("Line " + line + " stands above the headings.");
            } else if (headed >= 0 && rows.isEmpty() && isOutOfRow(cells)) {
                for (int i = 0; i < cells.size(); i++) {
                    int column = i;
                    outOf(bare(cells.get(i))).ifPresent(outOf -> outOfs.put(column, outOf));
                }
                leftOut.add("Line " + line + " says what the marks are out of.");
            } else if (isFoot(cells)) {
                leftOut.add("Line " + line + " holds the figures at the foot of the sheet.");
            } else {
                rows.add(new Row(line, cells));
            }
        }

        /** “20” of “/ 20” and “(20)”. */
        private static String bare(String cell) {
            return plain(cell).replaceAll("^[/(\\[]\\s*|[)\\]]$", "");
        }

        /** Numbers alone, but for words such as “out of”; and nobody's name. */
        private boolean isOutOfRow(List<String> cells) {
            boolean says = false;
            int numbers = 0;
            for (int i = 0; i < cells.size(); i++) {
                String cell = bare(cells.get(i));
                Optional<ColumnRole> role = ColumnRole.headed(headings.get(i));
                if (OUT_OFS.contains(cell)) {
                    says = true;
                } else if (NUMBER.matcher(cell).matches() && role.isEmpty()) {
                    numbers++;
                } else if (!cell.isEmpty()) {
                    return false;
                }
            }
            boolean nameless = IntStream.range(0, cells.size())
                    .filter(i -> ColumnRole.headed(headings.get(i))
                            .filter(ColumnRole::isPerson)
                            .isPresent())
                    .allMatch(i -> cells.get(i).isEmpty());
            return numbers > 0 && (says || nameless);
        }

        private boolean isFoot(List<String> cells) {
            return cells.stream()
                    .filter(cell -> !cell.isEmpty())
                    .findFirst()
                    .filter(first -> FOOTERS.contains(plain(first)))
                    .isPresent();
        }

        private List<String> filledCells(int place) {
            return rows.stream()
                    .map(row -> row.cell(place))
                    .filter(cell -> !cell.isEmpty())
                    .toList();
        }

        private MarkColumn column(int place) {
            String heading = headings.get(place);
            List<String> cells = filledCells(place);
            String shown = heading.isEmpty() ? "column " + (place + 1) : heading;
            Optional<ColumnRole> headed = ColumnRole.headed(heading);
            if (headed.isPresent()) {
                return other(place, shown, cells, headed.get(), "its heading says so");
            }
            if (cells.isEmpty()) {
                return other(place, shown, cells, ColumnRole.LEFT_OUT, "it is empty");
            }
            if (mostly(cells, cell -> EMAIL.matcher(cell).matches())) {
                return other(place, shown, cells, ColumnRole.EMAIL, "it holds e-mail addresses");
            }
            if (mostly(cells, cell -> WHEN.matcher(cell).matches())) {
                return other(place, shown, cells, ColumnRole.WHEN, "it holds dates");
            }
            if (mostly(cells, students::isName)) {
                return other(place, shown, cells, ColumnRole.NAME, "it holds names of the class");
            }
            Optional<String> title = titles.stream()
                    .filter(own -> plain(own).equals(plain(title(heading))))
                    .findFirst();
            if (title.isEmpty() && mostly(cells, students::isNumber)) {
                return other(place, shown, cells, ColumnRole.NUMBER, "it holds numbers of the class");
            }
            boolean marks =
                    mostly(cells, Reading::isMark) && cells.stream().anyMatch(cell -> cell.matches(".*[0-9].*"));
            if (title.isPresent()) {
                return new MarkColumn(
                        place,
                        shown,
                        cells.get(0),
                        ColumnRole.MARKS,
                        "its heading is the title of an assessment",
                        title,
                        outOfOf(place, cells));
            }
            return marks
                    ? new MarkColumn(
                            place,
                            shown,
                            cells.get(0),
                            ColumnRole.MARKS,
                            "it holds marks" + said(place, cells),
                            Optional.empty(),
                            outOfOf(place, cells))
                    : other(place, shown, cells, ColumnRole.LEFT_OUT, "it holds neither marks nor names");
        }

        private static MarkColumn other(int place, String shown, List<String> cells, ColumnRole role, String reason) {
            return new MarkColumn(
                    place,
                    shown,
                    cells.isEmpty() ? "" : cells.get(0),
                    role,
                    reason,
                    Optional.empty(),
                    Optional.empty());
        }

        private static boolean mostly(List<String> cells, Predicate<String> test) {
            long fitting = cells.stream().filter(test).count();
            return fitting >= MOST_CELLS * cells.size();
        }

        private static boolean isMark(String cell) {
            return WORD.matcher(cell).matches() || OF.matcher(cell).matches();
        }

        private Optional<OutOf> outOfOf(int place, List<String> cells) {
            if (outOfs.containsKey(place)) {
                return Optional.of(outOfs.get(place));
            }
            return outOfHeading(headings.get(place)).or(() -> common(cells));
        }

        private String said(int place, List<String> cells) {
            if (outOfs.containsKey(place)) {
                return "; the row below its heading says out of " + outOfs.get(place);
            }
            if (outOfHeading(headings.get(place)).isPresent()) {
                return "; its heading says the out-of";
            }
            return common(cells)
                    .map(outOf -> "; every score says out of " + outOf)
                    .orElse("");
        }

        /** The out-of every “14 / 15” of a column names; empty where they differ or are few. */
        private static Optional<OutOf> common(List<String> cells) {
            Set<String> named = new HashSet<>();
            int count = 0;
            for (String cell : cells) {
                Matcher of = OF.matcher(cell);
                if (of.matches()) {
                    named.add(of.group(2));
                    count++;
                }
            }
            return named.size() == 1 && count >= MOST_CELLS * cells.size()
                    ? outOf(named.iterator().next())
                    : Optional.empty();
        }

        /** What was worked out of the other columns is no assessment. */
        private static List<MarkColumn> withoutTotals(List<MarkColumn> columns) {
            boolean others = columns.stream()
                    .anyMatch(column ->
                            column.role() == ColumnRole.MARKS && !WORKED_OUT.contains(plain(column.heading())));
            return columns.stream()
                    .map(column -> others
                                    && column.role() == ColumnRole.MARKS
                                    && column.assessment().isEmpty()
                                    && WORKED_OUT.contains(plain(column.heading()))
                            ? new MarkColumn(
                                    column.place(),
                                    column.heading(),
                                    column.sample(),
                                    ColumnRole.LEFT_OUT,
                                    "it is worked out of the others",
                                    Optional.empty(),
                                    Optional.empty())
                            : column)
                    .toList();
        }
    }
}
