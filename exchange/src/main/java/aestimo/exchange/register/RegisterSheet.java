package aestimo.exchange.register;

import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.marks.StudentFinder.Asked;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.sheet.Sheet;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Attendance as a sheet has it: students down and days across, or a line for each entry with its day. Rows are matched to
 * students as those of marks are. Immutable.
 *
 * @param said what is said of whom, in the order of the sheet
 * @param leftOut what could not be used, with its line and the reason
 * @param layout how the sheet was understood, in a sentence
 */
public record RegisterSheet(List<Said> said, List<String> leftOut, String layout) {
    private static final Map<String, String> CODES = codes();
    /** Of so many cells one may say something else. */
    private static final int MOST_OF = 5;

    private static final Pattern LATE = Pattern.compile("(l|late) ?[0-9]{1,3}( ?(min|minutes))?");
    private static final Set<String> LESSON = Set.of("lesson", "period", "hour", "lesson no", "lesson no.");
    private static final Set<String> STATUS =
            Set.of("status", "attendance", "presence", "present", "register", "entry", "code", "said");
    private static final Set<String> MINUTES = Set.of("minutes", "min", "mins", "minutes late", "late");
    private static final Set<String> REASON = Set.of("reason", "because", "note", "comment", "remark");
    private static final Set<String> EXCUSED = Set.of("excused", "authorised", "authorized");
    private static final Set<String> YES = Set.of("y", "yes", "1", "true", "x", "excused");

    /**
     * One entry.
     *
     * @param line of the sheet, from 1
     * @param lesson its number within the day; empty where none is said
     * @param text as a teacher would type it into the register
     */
    public record Said(int line, Found student, String name, LocalDate day, Optional<Integer> lesson, String text) {}

    private static Map<String, String> codes() {
        Map<String, String> codes = new HashMap<>();
        for (String here : List.of("/", "\\", "✓", "✔", ".", "1", "y", "yes", "p", "present", "h", "here", "in")) {
            codes.put(here, "here");
        }
        for (String absent : List.of("0", "no", "abs", "a", "absent", "away", "u", "unexcused", "-", "–", "out")) {
            codes.put(absent, "absent");
        }
        for (String excused : List.of("e", "ex", "exc", "x", "excused", "absent excused", "authorised", "authorized")) {
            codes.put(excused, "absent excused");
        }
        for (String late : List.of("l", "late", "tardy")) {
            codes.put(late, "late");
        }
        return Map.copyOf(codes);
    }

    /**
     * @param from the first day there can be, which says the year where a day does not
     * @throws IllegalArgumentException where it says neither who nor when, in a sentence
     */
    public static RegisterSheet read(Sheet sheet, StudentFinder students, LocalDate from) {
        MarkSheet rows = MarkSheet.read(sheet, students, new MarkSheet.Context(List.of(), List.of(), false, from));
        if (rows.columns().stream().noneMatch(column -> column.role().isPerson())) {
            throw new IllegalArgumentException(
                    "No column says who: a column of names, numbers or e-mail addresses is needed.");
        }
        return new Reading(rows, students, from).read();
    }

    /** What a cell says, as it would be typed; what is not known is left as it is, to be refused with its place. */
    public static String typed(String cell) {
        String plain = cell.strip().toLowerCase(Locale.ROOT);
        String known = CODES.get(plain);
        return known != null ? known : plain.isEmpty() ? "" : cell.strip();
    }

    /** Whether a column holds attendance: a day over words of the register, most of them no figures. */
    public static boolean isAttendance(String heading, List<String> cells, LocalDate from) {
        List<String> filled = cells.stream()
                .map(cell -> cell.strip().toLowerCase(Locale.ROOT))
                .filter(cell -> !cell.isEmpty())
                .toList();
        long words = filled.stream().filter(cell -> !cell.matches("[0-9]+")).count();
        // Absent alone may be said of those who missed a test.
        boolean there = filled.stream()
                .filter(cell -> !cell.matches("[0-9]+"))
                .map(RegisterSheet::typed)
                .anyMatch(said -> said.equals("here") || said.startsWith("l"));
        long known = filled.stream()
                .filter(cell -> CODES.containsKey(cell) || LATE.matcher(cell).matches())
                .count();
        return there
                && words * 2 > filled.size()
                && known * MOST_OF >= filled.size() * (MOST_OF - 1)
                && DayHeading.read(heading, from).isPresent();
    }

    /** One reading of one sheet. */
    private static final class Reading {
        private final MarkSheet rows;
        private final StudentFinder students;
        private final LocalDate from;
        private final List<Said> said = new ArrayList<>();
        private final List<String> leftOut = new ArrayList<>();
        private final Map<Integer, DayHeading> days = new HashMap<>();

        Reading(MarkSheet rows, StudentFinder students, LocalDate from) {
            this.rows = rows;
            this.students = students;
            this.from = from;
            for (MarkColumn column : rows.columns()) {
                DayHeading.read(heading(column), from).ifPresent(day -> days.put(column.place(), day));
            }
        }

        private String heading(MarkColumn column) {
            return rows.headings().get(column.place());
        }

        private RegisterSheet read() {
            if (!days.isEmpty()) {
                rows.rows().forEach(this::acrossTheDays);
                return new RegisterSheet(
                        said,
                        leftOut,
                        days.size() == 1
                                ? "Students down, 1 day across."
                                : "Students down, " + days.size() + " days across.");
            }
            int day = rows.columns().stream()
                    .map(MarkColumn::place)
                    .filter(place -> rows.rows().stream()
                            .map(row -> row.cell(place))
                            .anyMatch(cell -> DayHeading.read(cell, from).isPresent()))
                    .findFirst()
                    .orElseThrow(
                            () -> new IllegalArgumentException(
                                    "No day was found: put days over the columns, such as 1 Sep or 2026-09-01, or a day into each line."));
            int status = named(STATUS)
                    .orElseThrow(() -> new IllegalArgumentException(
                            "No column says who was here: give one the heading “status”."));
            rows.rows().forEach(row -> oneEntry(row, day, status));
            return new RegisterSheet(said, leftOut, "A line for each entry.");
        }

        private Optional<Integer> named(Set<String> headings) {
            return rows.columns().stream()
                    .filter(column -> headings.contains(heading(column).strip().toLowerCase(Locale.ROOT)))
                    .map(MarkColumn::place)
                    .findFirst();
        }

        private Found find(MarkSheet.Row row) {
            return students.find(new Asked(cells(row, ColumnRole.NUMBER), cells(row, ColumnRole.EMAIL), name(row)));
        }

        private String name(MarkSheet.Row row) {
            return (cells(row, ColumnRole.NAME) + " " + cells(row, ColumnRole.FAMILY) + " "
                            + cells(row, ColumnRole.GIVEN))
                    .strip();
        }

        private String cells(MarkSheet.Row row, ColumnRole role) {
            return rows.columns().stream()
                    .filter(column -> column.role() == role)
                    .map(column -> row.cell(column.place()))
                    .findFirst()
                    .orElse("");
        }

        private void acrossTheDays(MarkSheet.Row row) {
            Found student = find(row);
            days.entrySet().stream().sorted(Map.Entry.comparingByKey()).forEach(day -> {
                String text = typed(row.cell(day.getKey()));
                if (!text.isEmpty()) {
                    said.add(new Said(
                            row.line(),
                            student,
                            name(row),
                            day.getValue().day(),
                            day.getValue().lesson(),
                            text));
                }
            });
        }

        private void oneEntry(MarkSheet.Row row, int dayColumn, int statusColumn) {
            Optional<DayHeading> day = DayHeading.read(row.cell(dayColumn), from);
            String text = typed(row.cell(statusColumn));
            if (day.isEmpty()) {
                leftOut.add("Line " + row.line() + ": “" + row.cell(dayColumn) + "” is not a date.");
            } else if (!text.isEmpty()) {
                String minutes = cell(row, MINUTES).replaceAll("[^0-9].*", "");
                String excused = YES.contains(cell(row, EXCUSED).toLowerCase(Locale.ROOT)) ? " excused" : "";
                String reason = cell(row, REASON);
                boolean plain = text.equals("late") || text.equals("absent");
                said.add(new Said(
                        row.line(),
                        find(row),
                        name(row),
                        day.get().day(),
                        day.get().lesson().or(() -> number(cell(row, LESSON))),
                        text
                                + (text.equals("late") && !minutes.isEmpty() ? " " + minutes : "")
                                + (plain ? excused : "")
                                + (reason.isEmpty() || text.equals("here") ? "" : ": " + reason)));
            }
        }

        private String cell(MarkSheet.Row row, Set<String> headings) {
            return named(headings).map(row::cell).orElse("").strip();
        }

        private static Optional<Integer> number(String text) {
            return text.matches("[0-9]{1,2}") ? Optional.of(Integer.valueOf(text)) : Optional.empty();
        }
    }
}
