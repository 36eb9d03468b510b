package aestimo.exchange.marks;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * A list with a line for each student and assessment, brought to a sheet with a line for each student: the assessments
 * become its columns, with their out-ofs, days and categories below the headings.
 *
 * @param cells of the sheet it becomes
 * @param lines for each row of it, the line of the list it begins at; 0 for the rows below the headings
 * @param notes for each row of it, what was said beside its marks, by the column
 * @param leftOut columns of the list that are not read, with the reason
 */
record LongForm(List<List<String>> cells, List<Integer> lines, List<Map<Integer, String>> notes, List<String> leftOut) {
    private static final Pattern ASSESSMENTS = Pattern.compile(
            "assessments?|assessment (name|title)|assignments?( (name|title))?|tasks?( (name|title))?|activity( (name|title))?|tests?( (name|title))?"
                    + "|quiz(zes)?( (name|title))?|pieces?( of work)?|items?( (name|title))?|exercises?|work|what|graded item|grade item|column");
    private static final Pattern MARKS = Pattern.compile(
            "(raw )?(marks?|scores?|points?|results?|grades?)( (awarded|earned|achieved|received|got))?");
    private static final Pattern OUT_OFS = Pattern.compile(
            "out of|of|max(imum)?( (marks?|points?|score))?|possible|points possible|marks available|total( marks)?|available");
    private static final Pattern DAYS =
            Pattern.compile("dates?|day|due( date)?|date (set|taken|due|given)|set on|taken on|given on");
    private static final Pattern CATEGORIES = Pattern.compile("category|categories|type|kind|strand|paper type");
    private static final Pattern NOTES =
            Pattern.compile("notes?|comments?|feedback|remarks?|note to (the )?(student|pupil)|teacher('s)? comments?");
    private static final Pattern WORDS = Pattern.compile("\\p{L}{2}");
    private static final int MOST_TITLES = 15;
    private static final int MOST_CELLS = 500_000;

    /** The columns of the list that say something of the mark in its line. */
    private record Columns(int assessment, int mark, int outOf, int day, int category, int note) {}

    /** The sheet a list becomes; empty where the sheet is none. */
    static Optional<LongForm> of(List<List<String>> sheet) {
        for (int i = 0; i < Math.min(MOST_TITLES, sheet.size()); i++) {
            List<String> row = sheet.get(i);
            Columns columns = new Columns(
                    find(row, ASSESSMENTS),
                    find(row, MARKS),
                    find(row, OUT_OFS),
                    find(row, DAYS),
                    find(row, CATEGORIES),
                    find(row, NOTES));
            List<Integer> persons = persons(row);
            if (columns.assessment() >= 0
                    && columns.mark() >= 0
                    && columns.mark() != columns.assessment()
                    && !persons.isEmpty()
                    && isList(sheet, i, persons, columns)) {
                return Optional.of(new Reading(sheet, i, columns, persons).read());
            }
        }
        return Optional.empty();
    }

    private static int find(List<String> row, Pattern heading) {
        return IntStream.range(0, row.size())
                .filter(i -> heading.matcher(Heading.bare(row.get(i))).matches())
                .findFirst()
                .orElse(-1);
    }

    private static List<Integer> persons(List<String> row) {
        List<Integer> persons = new ArrayList<>();
        List<Integer> sets = new ArrayList<>();
        for (int i = 0; i < row.size(); i++) {
            Optional<ColumnRole> role = ColumnRole.headed(row.get(i));
            if (role.filter(ColumnRole::isPerson).isPresent()) {
                persons.add(i);
            } else if (role.filter(ColumnRole.SET::equals).isPresent()) {
                sets.add(i);
            }
        }
        if (!persons.isEmpty()) {
            persons.addAll(sets);
        }
        return persons;
    }

    /**
     * Whether the lines are one for each mark: titles are words and come again, and so do the students; or the out-of, the
     * day or the category stands in each line.
     */
    private static boolean isList(List<List<String>> sheet, int heading, List<Integer> persons, Columns columns) {
        Set<List<String>> people = new HashSet<>();
        Set<String> titles = new HashSet<>();
        int lines = 0;
        for (List<String> row : sheet.subList(heading + 1, sheet.size())) {
            String title = row.get(columns.assessment());
            if (!title.isEmpty()) {
                people.add(persons.stream().map(row::get).toList());
                titles.add(Heading.plain(title));
                lines++;
            }
        }
        boolean words = lines > 0
                && titles.stream().allMatch(title -> WORDS.matcher(title).find());
        boolean again = titles.size() < lines && (people.size() < lines || titles.size() == 1);
        boolean told = columns.outOf() >= 0 || columns.day() >= 0 || columns.category() >= 0;
        return words && (again || told) && (long) people.size() * titles.size() <= MOST_CELLS;
    }

    /** One reading of one list. */
    private static final class Reading {
        private final List<List<String>> sheet;
        private final int heading;
        private final Columns columns;
        private final List<Integer> persons;
        private final Map<String, Integer> titles = new LinkedHashMap<>();
        private final Map<List<String>, Integer> people = new LinkedHashMap<>();
        private final List<Integer> lines = new ArrayList<>();
        private final List<String> leftOut = new ArrayList<>();
        private final List<Map<String, String>> marks = new ArrayList<>();
        private final List<Map<String, String>> notes = new ArrayList<>();
        private final Map<String, String> shown = new HashMap<>();
        private final Map<String, String> outOfs = new HashMap<>();
        private final Map<String, String> days = new HashMap<>();
        private final Map<String, String> categories = new HashMap<>();

        private Reading(List<List<String>> sheet, int heading, Columns columns, List<Integer> persons) {
            this.sheet = sheet;
            this.heading = heading;
            this.columns = columns;
            this.persons = persons;
        }

        private LongForm read() {
            for (int i = 0; i < heading; i++) {
                if (sheet.get(i).stream().anyMatch(cell -> !cell.isEmpty())) {
                    leftOut.add("Line " + (i + 1) + " is above the headings.");
                }
            }
            for (int i = heading + 1; i < sheet.size(); i++) {
                take(i + 1, sheet.get(i));
            }
            List<String> names = sheet.get(heading);
            IntStream.range(0, names.size())
                    .filter(i -> !names.get(i).isEmpty() && !isUsed(i))
                    .forEach(i ->
                            leftOut.add("The column “" + names.get(i) + "” is not read: it says nothing of a mark."));
            leftOut.add("It has a line for each mark: each assessment is read as a column, each student as a line.");
            List<List<String>> head = head();
            List<List<String>> cells = new ArrayList<>(head);
            people.forEach((person, place) -> {
                List<String> row = new ArrayList<>(person);
                titles.keySet().forEach(key -> row.add(marks.get(place).getOrDefault(key, "")));
                cells.add(row);
            });
            List<Integer> all = new ArrayList<>(Collections.nCopies(head.size(), 0));
            all.addAll(lines);
            List<Map<Integer, String>> beside = new ArrayList<>(Collections.nCopies(head.size(), Map.of()));
            notes.forEach(own -> beside.add(byColumn(own)));
            return new LongForm(cells, all, beside, List.copyOf(leftOut));
        }

        private boolean isUsed(int column) {
            return persons.contains(column)
                    || column == columns.assessment()
                    || column == columns.mark()
                    || column == columns.outOf()
                    || column == columns.day()
                    || column == columns.category()
                    || column == columns.note();
        }

        private void take(int line, List<String> row) {
            String title = row.get(columns.assessment());
            List<String> person = persons.stream().map(row::get).toList();
            if (title.isEmpty() || person.stream().allMatch(String::isEmpty)) {
                if (row.stream().anyMatch(cell -> !cell.isEmpty())) {
                    leftOut.add("Line " + line + (title.isEmpty() ? " names no assessment." : " names no student."));
                }
                return;
            }
            // Two assessments of one title and different out-ofs or days are two.
            String key = Heading.plain(title) + "|" + cell(row, columns.outOf()) + "|" + cell(row, columns.day());
            titles.putIfAbsent(key, titles.size());
            shown.putIfAbsent(key, title);
            outOfs.putIfAbsent(key, cell(row, columns.outOf()));
            days.putIfAbsent(key, cell(row, columns.day()));
            categories.putIfAbsent(key, cell(row, columns.category()));
            int place = people.computeIfAbsent(person, none -> {
                lines.add(line);
                marks.add(new HashMap<>());
                notes.add(new HashMap<>());
                return marks.size() - 1;
            });
            String mark = row.get(columns.mark());
            if (!cell(row, columns.note()).isEmpty()) {
                notes.get(place)
                        .merge(
                                key,
                                cell(row, columns.note()),
                                (one, other) -> one.equals(other) ? one : one + " " + other);
            }
            String before = marks.get(place).putIfAbsent(key, mark);
            if (before != null && !before.equals(mark)) {
                // Two marks for one: the teacher says which, and nobody else.
                marks.get(place).put(key, before.isEmpty() ? mark : mark.isEmpty() ? before : before + " or " + mark);
            }
        }

        private static String cell(List<String> row, int column) {
            return column < 0 ? "" : row.get(column);
        }

        /** The headings, and what stands below them of each assessment. */
        private List<List<String>> head() {
            List<List<String>> head = new ArrayList<>();
            List<String> first = new ArrayList<>();
            persons.forEach(i -> first.add(sheet.get(heading).get(i)));
            titles.keySet().forEach(key -> first.add(shown.get(key)));
            head.add(first);
            addBelow(head, "out of", outOfs);
            addBelow(head, "date", days);
            addBelow(head, "category", categories);
            return head;
        }

        private void addBelow(List<List<String>> head, String label, Map<String, String> said) {
            if (said.values().stream().anyMatch(it -> !it.isEmpty())) {
                List<String> row = new ArrayList<>();
                persons.forEach(i -> row.add(row.isEmpty() ? label : ""));
                titles.keySet().forEach(key -> row.add(said.getOrDefault(key, "")));
                head.add(row);
            }
        }

        private Map<Integer, String> byColumn(Map<String, String> notes) {
            Map<Integer, String> byColumn = new HashMap<>();
            notes.forEach((key, note) -> byColumn.put(persons.size() + Objects.requireNonNull(titles.get(key)), note));
            return byColumn;
        }
    }
}
