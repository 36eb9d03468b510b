package aestimo.exchange.marks;

import aestimo.core.value.OutOf;
import aestimo.exchange.days.WrittenTime;
import aestimo.exchange.sheet.Sheet;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** One reading of one sheet of marks: what each of its columns holds, and why it is taken for that. */
final class MarkSheetReading {
    /** From this share of a column's filled cells on, its content says what it is. */
    private static final double MOST_CELLS = 0.6;

    private static final int MOST_ASKED = 500;

    private static final String FIGURE = "[0-9]{1,5}(?:[.,][0-9]{1,4})?";
    private static final Pattern NUMBER = Pattern.compile(FIGURE);
    private static final Pattern OF = Pattern.compile("(" + FIGURE + ")\\s*/\\s*(" + FIGURE + ")");
    private static final Pattern PERCENT = Pattern.compile("(" + FIGURE + ")\\s*%");
    private static final Pattern WORD = Pattern.compile(
            FIGURE + " or " + FIGURE
                    + "|a|abs|absent|ill|sick|x|exc|excused|exempt|n|not in|not handed in|missing|n/?a|[-–—]|✓|✗"
                    + "|[(]?(late|to finish)?[)]?\\s*" + FIGURE + "\\s*%?\\s*([(]?(l|f|late|to finish)[)]?|[*†‡#]+)?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern NO_GRADE = Pattern.compile(
            "abs|absent|ill|sick|exc|excused|exempt|n/a|not in|missing|[-–—]", Pattern.CASE_INSENSITIVE);
    private static final Pattern EMAIL = Pattern.compile("[^@\\s]{1,100}@[^@\\s]{1,100}[.][^@\\s.]{1,30}");

    private final StudentFinder students;
    private final MarkSheet.Context context;
    private final Optional<Boolean> said;
    private final boolean monthFirst;
    private final SheetLayout layout;
    private final List<String> leftOut = new ArrayList<>();
    private final List<MarkSheet.Row> rows;
    private final int width;

    MarkSheetReading(Sheet sheet, StudentFinder students, MarkSheet.Context context) {
        this.students = students;
        this.context = context;
        said = sheet.rows().stream()
                .flatMap(List::stream)
                .flatMap(cell -> WrittenTime.isMonthFirst(cell).stream())
                .findFirst();
        monthFirst = said.orElse(context.monthFirst());
        Optional<LongForm> list = LongForm.of(sheet.rows());
        list.ifPresent(own -> leftOut.addAll(own.leftOut()));
        layout = new SheetLayout(list.map(LongForm::cells).orElse(sheet.rows()), students, monthFirst, context.from());
        rows = layout.rows().stream()
                .map(row -> list.map(own -> new MarkSheet.Row(
                                row.line(),
                                Integer.toString(own.lines().get(row.line() - 1)),
                                row.cells(),
                                own.notes().get(row.line() - 1)))
                        .orElse(row))
                .toList();
        if (list.isEmpty()) {
            leftOut.addAll(layout.leftOut());
        }
        width = layout.titles().size();
    }

    MarkSheet read() {
        List<MarkColumn> columns = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            columns.add(column(i));
        }
        List<MarkColumn> assessments = withoutAnswers(withoutTotals(columns));
        boolean either = said.isEmpty() && isEitherWay(assessments);
        return new MarkSheet(layout.titles(), assessments, rows, List.copyOf(leftOut), monthFirst, either);
    }

    private boolean isEitherWay(List<MarkColumn> columns) {
        return layout.headings().stream().anyMatch(Heading::eitherWay)
                || columns.stream()
                        .filter(column -> column.role() == ColumnRole.WHEN || column.role() == ColumnRole.BIRTHDAY)
                        .anyMatch(this::isEitherWay);
    }

    /** Days of a column that could all be read both ways. */
    private boolean isEitherWay(MarkColumn column) {
        List<WrittenTime> days = filledCells(column.place()).stream()
                .flatMap(cell -> WrittenTime.read(cell, monthFirst, context.from()).stream())
                .toList();
        return days.stream().anyMatch(WrittenTime::eitherWay);
    }

    private List<String> filledCells(int place) {
        return rows.stream()
                .map(row -> row.cell(place))
                .filter(cell -> !cell.isEmpty())
                .toList();
    }

    private MarkColumn column(int place) {
        Heading heading = layout.headings().get(place);
        List<String> cells = filledCells(place);
        Optional<String> title = context.titles().stream()
                .filter(own -> !heading.shown().isEmpty()
                        && (Heading.plain(own).equals(Heading.plain(heading.title()))
                                || Heading.plain(own).equals(Heading.plain(heading.shown()))))
                .findFirst();
        Optional<ColumnRole> headed = ColumnRole.headed(heading.shown());
        if (headed.isPresent() && (title.isEmpty() || headed.get().isPerson())) {
            return other(
                    place,
                    cells,
                    headed.get(),
                    headed.get() == ColumnRole.LEFT_OUT ? "its heading names no assessment" : "its heading says so");
        }
        if (cells.isEmpty()) {
            return other(place, cells, ColumnRole.LEFT_OUT, "it is empty");
        }
        if (title.isPresent()) {
            return marks(place, cells, "its heading is the title of an assessment", title, false);
        }
        if (mostly(cells, cell -> EMAIL.matcher(cell).matches())) {
            return other(place, cells, ColumnRole.EMAIL, "it holds e-mail addresses");
        }
        if (mostly(cells, WrittenTime::isDay)) {
            return other(place, cells, ColumnRole.WHEN, "it holds dates");
        }
        if (mostly(cells, students::isName)) {
            return other(place, cells, ColumnRole.NAME, "it holds names of the class");
        }
        if (mostly(cells, students::isNumber)) {
            return other(place, cells, ColumnRole.NUMBER, "it holds numbers of the class");
        }
        if (isGrades(heading, cells)) {
            return marks(place, cells, "it holds grades of the class", Optional.empty(), true);
        }
        boolean marks =
                (mostly(cells, MarkSheetReading::isMark) || heading.outOf().isPresent())
                        && cells.stream().anyMatch(cell -> cell.matches(".*[0-9].*"));
        return marks
                ? marks(place, cells, "it holds marks" + said(place, cells), Optional.empty(), false)
                : other(place, cells, ColumnRole.LEFT_OUT, "it holds neither marks nor names");
    }

    /** Labels that are numbers may be marks just as well: then the heading has to say it. */
    private boolean isGrades(Heading heading, List<String> all) {
        List<String> cells =
                all.stream().filter(cell -> !NO_GRADE.matcher(cell).matches()).toList();
        Set<String> labels = new HashSet<>();
        context.labels().forEach(label -> labels.add(label.toLowerCase(Locale.ROOT)));
        if (cells.isEmpty() || !mostly(cells, cell -> labels.contains(cell.toLowerCase(Locale.ROOT)))) {
            return false;
        }
        boolean numbers =
                cells.stream().filter(cell -> NUMBER.matcher(cell).matches()).count() > cells.size() / 2;
        return !numbers && cells.stream().anyMatch(cell -> cell.length() > 1 || !cell.matches("[axnAXN]"))
                || numbers
                        && layout.headings().stream()
                                .noneMatch(own -> own == heading && own.outOf().isPresent())
                        && heading.shown().toLowerCase(Locale.ROOT).matches(".*\\b(grades?|levels?|bands?)\\b.*");
    }

    private MarkColumn marks(int place, List<String> cells, String reason, Optional<String> title, boolean grades) {
        Heading heading = layout.headings().get(place);
        Optional<OutOf> outOf = grades ? Optional.empty() : outOfOf(place, cells);
        boolean ofTitle = heading.outOf().isPresent() && outOf.isEmpty();
        return new MarkColumn(
                place,
                shown(place),
                ofTitle ? heading.shown() : heading.title().isEmpty() ? shown(place) : heading.title(),
                cells.isEmpty() ? "" : cells.get(0),
                ColumnRole.MARKS,
                reason,
                title,
                outOf,
                heading.day(),
                layout.category(place),
                grades,
                !grades && isPercent(place, cells));
    }

    private String shown(int place) {
        String heading = layout.headings().get(place).shown();
        return heading.isEmpty() ? "column " + (place + 1) : heading;
    }

    private MarkColumn other(int place, List<String> cells, ColumnRole role, String reason) {
        return new MarkColumn(
                place,
                shown(place),
                shown(place),
                cells.isEmpty() ? "" : cells.get(0),
                role,
                reason,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                "",
                false,
                false);
    }

    private static boolean mostly(List<String> cells, Predicate<String> test) {
        // Of a long column every so many cells say enough.
        int step = Math.max(1, cells.size() / MOST_ASKED);
        List<String> asked = IntStream.iterate(0, i -> i < cells.size(), i -> i + step)
                .mapToObj(cells::get)
                .toList();
        return asked.stream().filter(test).count() >= MOST_CELLS * asked.size();
    }

    private static boolean isMark(String cell) {
        return WORD.matcher(cell).matches()
                || OF.matcher(cell).matches()
                || PERCENT.matcher(cell).matches();
    }

    /** What the sheet says; every “14 / 15” of the column; 100 where all of it is in percent. */
    private Optional<OutOf> outOfOf(int place, List<String> cells) {
        Heading heading = layout.headings().get(place);
        if (heading.outOf().isPresent()) {
            // Said or not, it is none where many have more: then the teacher is asked.
            return heading.outOf().filter(outOf -> !isAbove(cells, outOf));
        }
        return common(cells).or(() -> inPercent(heading, cells));
    }

    private boolean isPercent(int place, List<String> cells) {
        Heading heading = layout.headings().get(place);
        return heading.outOf().isEmpty()
                && common(cells).isEmpty()
                && inPercent(heading, cells)
                        .filter(outOf -> outOf.toString().equals("100"))
                        .isPresent();
    }

    /** “Quiz (2)” is the second quiz, and not out of 2, where several have more. */
    private static boolean isAbove(List<String> cells, OutOf outOf) {
        long above = cells.stream()
                .filter(cell -> NUMBER.matcher(cell).matches())
                .filter(cell -> new BigDecimal(cell.replace(',', '.')).compareTo(outOf.value()) > 0)
                .count();
        return above > 1 && above * 4 > cells.size();
    }

    private static Optional<OutOf> inPercent(Heading heading, List<String> cells) {
        List<String> figures = cells.stream()
                .filter(cell ->
                        NUMBER.matcher(cell).matches() || PERCENT.matcher(cell).matches())
                .toList();
        boolean signed = figures.stream().allMatch(cell -> PERCENT.matcher(cell).matches());
        if (figures.isEmpty() || !signed && !heading.percent()) {
            return Optional.empty();
        }
        boolean fractions = !signed
                && figures.stream().allMatch(cell -> cell.matches("0([.,][0-9]+)?|1([.,]0+)?"))
                && figures.stream().anyMatch(cell -> cell.matches("0[.,][0-9]+"));
        return Heading.outOf(fractions ? "1" : "100");
    }

    private String said(int place, List<String> cells) {
        Heading heading = layout.headings().get(place);
        if (heading.outOf().isPresent() && outOfOf(place, cells).isPresent()) {
            return Heading.of(heading.shown(), false, LocalDate.EPOCH).outOf().isPresent()
                    ? "; its heading says the out-of"
                    : "; the row below its heading says out of "
                            + heading.outOf().get();
        }
        return common(cells)
                .map(outOf -> "; every score says out of " + outOf)
                .orElse(inPercent(heading, cells).isPresent() ? ", all in percent" : "");
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
                ? Heading.outOf(named.iterator().next())
                : Optional.empty();
    }

    /** What was worked out of the other columns is no assessment. */
    private List<MarkColumn> withoutTotals(List<MarkColumn> columns) {
        Predicate<MarkColumn> worked =
                column -> MarkSheet.isWorkedOut(layout.headings().get(column.place()));
        boolean others = columns.stream().anyMatch(column -> column.role() == ColumnRole.MARKS && !worked.test(column));
        return columns.stream()
                .map(column -> others
                                && column.role() == ColumnRole.MARKS
                                && column.assessment().isEmpty()
                                && worked.test(column)
                        ? column.leftOut("it is worked out of the others")
                        : column)
                .toList();
    }

    /** Beside a score such as “7 / 10” the figures of other columns, out of nothing, are answers. */
    private List<MarkColumn> withoutAnswers(List<MarkColumn> columns) {
        List<MarkColumn> marks = columns.stream()
                .filter(column -> column.role() == ColumnRole.MARKS)
                .toList();
        long scores = marks.stream()
                .filter(column -> MarkSheet.isGeneral(column.title())
                        && common(filledCells(column.place())).isPresent())
                .count();
        boolean quiz = scores == 1
                && columns.stream()
                        .anyMatch(column -> column.role() == ColumnRole.WHEN || column.role() == ColumnRole.EMAIL);
        return columns.stream()
                .map(column -> quiz
                                && column.role() == ColumnRole.MARKS
                                && column.assessment().isEmpty()
                                && column.outOf().isEmpty()
                                && !MarkSheet.isGeneral(column.title())
                        ? column.leftOut("it holds answers; the score is beside it")
                        : column)
                .toList();
    }
}
