package aestimo.exchange.marks;

import aestimo.exchange.days.WrittenTime;
import aestimo.exchange.marks.MarkSheet.Row;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * Which rows of a sheet are headings, which are students, and which are neither: titles above, categories over titles,
 * out-ofs and days below them, figures and footnotes at the foot, headings said again on a new page.
 */
final class SheetLayout {
    private static final int MOST_TITLES = 15;
    private static final int LEAST_NAMES = 3;
    private static final int LEAST_WORDS = 5;
    private static final int MOST_NAMES = 9;
    /** Column sheets are as wide as rows are long; beyond this nobody's class stands across. */
    private static final int MOST_ACROSS = 250;

    private static final int MOST_SHOWN = 60;

    private static final Pattern FOOT =
            Pattern.compile("((class|group|set|overall|year|term|whole|all) ([\\p{L}0-9]{1,12} )?)?"
                    + "(average|avg|av|ave|mean|median|mode|totals?|sum|max|maximum|min|minimum|highest|lowest|range|std? ?dev(iation)?|sd"
                    + "|standard deviation|count|number|n|(no|number) of (students|pupils|entries)|out ?of|possible|quartiles?|upper quartile"
                    + "|lower quartile|pass rate|spread)"
                    + "( (mark|score|percent|percentage|grade|result|for (class|set|group))s?)?( [\\p{L}0-9]{1,4})?");
    private static final Pattern NAMES_TOO = Pattern.compile("max|min|n|mode|sum|count|number|range|sd|spread");
    private static final Set<String> OUT_OFS = Set.of(
            "out of",
            "max",
            "maximum",
            "of",
            "possible",
            "max mark",
            "maximum mark",
            "total marks",
            "marks available",
            "points possible");
    private static final Set<String> DAYS = Set.of("date", "day", "dates", "set on", "due", "due date");
    private static final Set<String> CATEGORIES =
            Set.of("category", "categories", "type", "kind", "weighting category");

    private final StudentFinder students;
    private final boolean monthFirst;
    private final LocalDate from;
    private final List<String> leftOut = new ArrayList<>();
    private List<List<String>> cells;
    private boolean turned;
    private int heading;
    private List<String> titles;
    private final String[] categories;
    private final Heading[] headings;
    private final List<Row> rows = new ArrayList<>();
    private final Set<Integer> persons = new HashSet<>();

    SheetLayout(List<List<String>> sheet, StudentFinder students, boolean monthFirst, LocalDate from) {
        this.students = students;
        this.monthFirst = monthFirst;
        this.from = from;
        this.cells = sheet;
        if (isAcross()) {
            cells = turned(sheet);
            turned = true;
            leftOut.add(
                    "The names are side by side in one row: the sheet is read turned, each of its columns as a line.");
        }
        int width = width();
        categories = new String[width];
        Arrays.fill(categories, "");
        heading = headingRow();
        titles = heading < 0 ? IntStream.range(0, width).mapToObj(i -> "").toList() : cells.get(heading);
        headings = new Heading[width];
        for (int i = 0; i < width; i++) {
            headings[i] = Heading.of(titles.get(i), monthFirst, from);
            if (ColumnRole.headed(titles.get(i)).filter(ColumnRole::isPerson).isPresent()) {
                persons.add(i);
            }
        }
        if (persons.isEmpty()) {
            namesColumn().ifPresent(persons::add);
        }
        if (heading >= 0) {
            above();
        }
        below();
    }

    List<String> titles() {
        return titles;
    }

    /** One for each column. */
    List<Heading> headings() {
        return List.of(headings);
    }

    /** The category said over a column; empty text for none. */
    String category(int column) {
        return categories[column];
    }

    List<Row> rows() {
        return List.copyOf(rows);
    }

    List<String> leftOut() {
        return leftOut;
    }

    /** Where a row stands in the file: its line, or the letters of its column. */
    private String where(int line) {
        return turned ? "column " + line : Integer.toString(line);
    }

    private int width() {
        return cells.isEmpty() ? 0 : cells.get(0).size();
    }

    private static long filled(List<String> row) {
        return row.stream().filter(cell -> !cell.isEmpty()).count();
    }

    private long people(List<String> row) {
        return row.stream().filter(students::isName).count();
    }

    /** Names of the class side by side in one of the first rows, and in no column one below the other. */
    private boolean isAcross() {
        if (cells.size() > MOST_ACROSS) {
            return false;
        }
        long across =
                cells.stream().limit(MOST_TITLES).mapToLong(this::people).max().orElse(0);
        return across >= LEAST_NAMES
                && IntStream.range(0, width())
                        .allMatch(column -> cells.stream()
                                        .filter(row -> students.isName(row.get(column)))
                                        .count()
                                < Math.min(across, LEAST_NAMES));
    }

    private static List<List<String>> turned(List<List<String>> sheet) {
        return IntStream.range(0, sheet.get(0).size())
                .mapToObj(column -> sheet.stream().map(row -> row.get(column)).toList())
                .toList();
    }

    /** The column that most often says somebody's name, number or address; empty where hardly any does. */
    private Optional<Integer> namesColumn() {
        int best = -1;
        long most = 1;
        for (int i = 0; i < width(); i++) {
            int column = i;
            long count = cells.stream()
                    .filter(row -> students.isName(row.get(column)))
                    .count();
            if (count > most) {
                best = column;
                most = count;
            }
        }
        return best < 0 ? Optional.empty() : Optional.of(best);
    }

    /** The row of headings: one that names a person's column, or the last above the first student; −1 for none. */
    private int headingRow() {
        for (int i = 0; i < Math.min(MOST_TITLES, cells.size()); i++) {
            List<String> row = cells.get(i);
            boolean person = row.stream()
                    .flatMap(cell -> ColumnRole.headed(cell).stream())
                    .anyMatch(ColumnRole::isPerson);
            if (person && (filled(row) > 1 || width() == 1) && noneAboveIsStudent(i)) {
                return i;
            }
        }
        Optional<Integer> column = namesColumn();
        if (column.isEmpty()) {
            return -1;
        }
        int first = IntStream.range(0, cells.size())
                .filter(i -> students.isSomebody(cells.get(i).get(column.get())))
                .findFirst()
                .orElse(0);
        for (int i = Math.min(first, MOST_TITLES) - 1; i >= 0; i--) {
            List<String> row = cells.get(i);
            boolean words = IntStream.range(0, row.size())
                    .anyMatch(it -> it != column.get()
                            && row.get(it).matches(".*\\p{L}{2}.*")
                            && !WrittenTime.isDay(row.get(it)));
            if (words) {
                return i;
            }
        }
        return -1;
    }

    /** Somebody may be called Name: above the headings stand titles alone, shorter, or rows without any number. */
    private boolean noneAboveIsStudent(int place) {
        long filled = filled(cells.get(place));
        return cells.subList(0, place).stream()
                .allMatch(above -> filled(above) < filled
                        || people(above) == 0 && above.stream().noneMatch(cell -> cell.matches("[0-9]+([.,][0-9]+)?")));
    }

    /** The row right above the headings may hold a category, or a title over several columns. */
    private void above() {
        List<String> over = heading == 0 ? List.of() : cells.get(heading - 1);
        boolean isSpread = IntStream.range(0, over.size())
                .anyMatch(i -> !persons.contains(i) && !over.get(i).isEmpty() && i > 0);
        for (int i = 0; i < heading; i++) {
            leftOut.add("Line " + (i + 1) + " is above the headings.");
        }
        if (!isSpread) {
            return;
        }
        String said = "";
        for (int i = 0; i < over.size(); i++) {
            if (persons.contains(i)) {
                said = "";
                continue;
            }
            said = over.get(i).isEmpty() ? said : over.get(i);
            if (said.isEmpty() || titles.get(i).isEmpty()) {
                continue;
            }
            categories[i] = said;
            Heading own = headings[i];
            String plain = Heading.bare(own.title());
            if (Heading.bareOutOf(own.shown()).isPresent()) {
                headings[i] = Heading.of(said, monthFirst, from).withOutOf(Heading.bareOutOf(own.shown()));
            } else if (plain.matches("(raw )?(mark|score|point)s?")
                    || own.day().isPresent() && own.title().equals(own.shown().strip())) {
                Heading title = Heading.of(said, monthFirst, from);
                headings[i] = new Heading(
                        said,
                        title.title(),
                        title.outOf().or(own::outOf),
                        title.day().or(own::day),
                        title.eitherWay() || own.eitherWay(),
                        title.percent());
            } else if (MarkSheet.isWorkedOut(own)) {
                headings[i] = new Heading(
                        said + " " + own.shown(), own.title(), own.outOf(), own.day(), false, own.percent());
            }
        }
    }

    private void below() {
        boolean inHead = heading >= 0;
        for (int i = Math.max(0, heading + 1); i < cells.size(); i++) {
            List<String> row = cells.get(i);
            if (filled(row) == 0) {
                continue;
            }
            int line = i + 1;
            String who = who(row);
            if (inHead && isOfHead(row, who)) {
                leftOut.add("Line " + line + " " + head(row, Heading.bare(who)));
                continue;
            }
            inHead = false;
            String reason = neither(row, who);
            if (reason.isEmpty()) {
                rows.add(new Row(line, where(line), row, Map.of()));
            } else {
                leftOut.add("Line " + line + " " + reason);
            }
        }
    }

    /** What a row says in the columns of a person; its first cell where there are no such columns. */
    private String who(List<String> row) {
        if (persons.isEmpty()) {
            return row.stream().filter(cell -> !cell.isEmpty()).findFirst().orElse("");
        }
        return String.join(
                " ",
                persons.stream()
                        .sorted()
                        .map(row::get)
                        .filter(cell -> !cell.isEmpty())
                        .toList());
    }

    /** Whether a row below the headings belongs to them: nobody's name is in it. */
    private boolean isOfHead(List<String> row, String who) {
        String plain = Heading.bare(who);
        boolean label = OUT_OFS.contains(plain) || DAYS.contains(plain) || CATEGORIES.contains(plain);
        if (persons.isEmpty()) {
            return label;
        }
        boolean others = IntStream.range(0, row.size())
                .filter(i -> !persons.contains(i))
                .anyMatch(i -> !row.get(i).isEmpty());
        return others && (who.isEmpty() || label);
    }

    /** Takes a row of the head in, and says what it was. */
    private String head(List<String> row, String label) {
        List<Integer> own = IntStream.range(0, row.size())
                .filter(i -> !persons.contains(i) && !row.get(i).isEmpty())
                .boxed()
                .toList();
        List<Integer> bare = own.stream()
                .filter(i -> !OUT_OFS.contains(Heading.bare(row.get(i))))
                .toList();
        if (!bare.isEmpty()
                && bare.stream().allMatch(i -> Heading.bareOutOf(row.get(i)).isPresent())) {
            bare.forEach(i -> headings[i] = headings[i].withOutOf(Heading.bareOutOf(row.get(i))));
            return "says what the marks are out of.";
        }
        if (DAYS.contains(label) || own.stream().allMatch(i -> WrittenTime.isDay(row.get(i)))) {
            own.forEach(i -> headings[i] = headings[i].withDay(WrittenTime.read(row.get(i), monthFirst, from)));
            return "says the days.";
        }
        Set<String> said = new HashSet<>();
        own.forEach(i -> said.add(row.get(i)));
        boolean words = own.stream().anyMatch(i -> row.get(i).matches(".*\\p{L}{2}.*"));
        Set<String> before = new HashSet<>();
        own.forEach(i -> before.add(titles.get(i)));
        if (CATEGORIES.contains(label) || words && said.size() < before.size()) {
            own.forEach(i -> categories[i] = row.get(i));
            return "says the categories.";
        }
        if (!words) {
            return "names no student.";
        }
        // Titles below: what stood over them, over one or several columns, was the category.
        String over = "";
        List<String> whole = new ArrayList<>(titles);
        for (int i = 0; i < row.size(); i++) {
            over = persons.contains(i) ? "" : titles.get(i).isEmpty() ? over : titles.get(i);
            if (!persons.contains(i) && !row.get(i).isEmpty()) {
                categories[i] = over;
                headings[i] = Heading.of(row.get(i), monthFirst, from);
                whole.set(i, row.get(i));
            }
        }
        titles = List.copyOf(whole);
        return "holds the titles.";
    }

    /** Why a row is no student's; empty text where it is one. */
    private String neither(List<String> row, String who) {
        if (students.isSomebody(who) || students.isOneName(who) || row.stream().anyMatch(students::isName)) {
            return "";
        }
        String first = row.stream().filter(cell -> !cell.isEmpty()).findFirst().orElse("");
        long said = persons.stream().filter(i -> !row.get(i).isEmpty()).count();
        boolean figures = IntStream.range(0, row.size())
                .anyMatch(i -> !persons.contains(i) && row.get(i).matches("[0-9]+([.,][0-9]+)?\\s*%?"));
        if (said <= 1 && (isFoot(who, figures) || isFoot(first, figures))) {
            return "holds the figures at the foot of the sheet.";
        }
        if (heading >= 0 && row.equals(cells.get(heading))) {
            return "repeats the headings.";
        }
        if (filled(row) == 1 && isNote(first)) {
            String shown = first.length() > MOST_SHOWN ? first.substring(0, MOST_SHOWN) + "…" : first;
            return "holds a note: “" + shown + "”.";
        }
        return !persons.isEmpty() && who.isEmpty() ? "names no student." : "";
    }

    /** A list of names alone has nothing beside any of them: there only a star says that a line is none. */
    private boolean isNote(String text) {
        int words = text.split(" ").length;
        boolean sentence =
                words >= MOST_NAMES || words >= LEAST_WORDS && text.endsWith(".") || text.matches(".{2,40}: .*");
        return text.matches("[*†‡] ?\\p{L}.*") || width() > 1 && sentence;
    }

    /** @param figures whether figures stand beside it, without which Max is somebody's name */
    private static boolean isFoot(String text, boolean figures) {
        String plain = Heading.bare(text);
        return FOOT.matcher(plain).matches()
                && (figures || !NAMES_TOO.matcher(plain).matches());
    }
}
