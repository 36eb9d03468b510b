package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Cell;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.Fate;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.imports.ImportPlan.Outcome;
import aestimo.app.imports.ImportPlan.TargetCell;
import aestimo.app.web.FormFields;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.typed.EntryText;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.MarkSheet.Row;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.marks.StudentFinder.Asked;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.marks.StudentFinder.How;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Works out what a sheet would bring to a class, as it is settled so far. */
final class Planner {
    private final ClassBook classBook;
    private final MarkSheet sheet;
    private final Choices choices;
    private final StudentFinder finder;
    private final ExistingTargets targets;
    private final Map<Long, Student> byEnrolment = new HashMap<>();
    private final Map<Long, Known> known = new HashMap<>();
    private final List<String> warnings = new ArrayList<>();

    private Planner(
            ClassBook classBook, MarkSheet sheet, Choices choices, List<Known> students, ExistingTargets targets) {
        this.classBook = classBook;
        this.sheet = sheet;
        this.choices = choices;
        this.targets = targets;
        this.finder = new StudentFinder(students);
        classBook.book().students().forEach(student -> byEnrolment.put(ClassBook.id(student), student));
        students.forEach(student -> known.put(student.id(), student));
    }

    static ImportPlan plan(
            ClassBook classBook, MarkSheet sheet, Choices choices, List<Known> students, ExistingTargets targets) {
        return new Planner(classBook, sheet, choices, students, targets).plan();
    }

    private ImportPlan plan() {
        List<Column> columns = ColumnPlanner.columns(classBook, sheet, choices);
        boolean named =
                columns.stream().anyMatch(column -> column.choice().role().isPerson());
        List<Student> inOrder = inOrder();
        boolean byOrder =
                !named && choices.byOrder() && inOrder.size() == sheet.rows().size();
        List<Line> found = new ArrayList<>();
        for (Row row : sheet.rows()) {
            found.add(
                    byOrder
                            ? matched(
                                    row,
                                    "",
                                    Objects.requireNonNull(known.get(ClassBook.id(inOrder.get(found.size())))),
                                    How.ORDER,
                                    "",
                                    columns)
                            : line(row, columns));
        }
        List<Line> lines = withoutDoubles(found, columns);
        if (!named) {
            warnings.add(
                    byOrder
                            ? "The rows are taken in the order of the class list, by family name. Look whether the sheet was "
                                    + "in that order: nothing in it says so."
                            : "No column says whose the rows are. Choose the one with the names, or the numbers."
                                    + (inOrder.size() == sheet.rows().size()
                                            ? " There are as many rows as students: if they stand in the order of the class list, by family name, say so below."
                                            : ""));
        }
        return new ImportPlan(
                sheet,
                columns,
                lines,
                missing(lines),
                List.copyOf(warnings),
                !named && inOrder.size() == sheet.rows().size());
    }

    /** Those in the class today, as a list of names has them. */
    private List<Student> inOrder() {
        return classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(classBook.book().today()))
                .sorted(Comparator.comparing(Student::listName, String.CASE_INSENSITIVE_ORDER))
                .toList();
    }

    private String said(Row row, ColumnRole role) {
        for (int i = 0; i < choices.columns().size(); i++) {
            if (choices.columns().get(i).role() == role && !row.cell(i).isEmpty()) {
                return row.cell(i);
            }
        }
        return "";
    }

    private String name(Row row) {
        String family = said(row, ColumnRole.FAMILY);
        String given = said(row, ColumnRole.GIVEN);
        return family.isEmpty() ? said(row, ColumnRole.NAME) : given.isEmpty() ? family : family + ", " + given;
    }

    private Line line(Row row, List<Column> columns) {
        String name = name(row);
        Found found = finder.find(new Asked(said(row, ColumnRole.NUMBER), said(row, ColumnRole.EMAIL), name));
        String shown =
                name.isEmpty() ? (said(row, ColumnRole.NUMBER) + " " + said(row, ColumnRole.EMAIL)).strip() : name;
        String choice = choices.students().getOrDefault(row.line(), "");
        if (choice.equals(Choices.LEAVE)) {
            return new Line(row, shown, Fate.LEFT, 0, "", How.NOBODY, choice, "Left out.", List.of(), List.of());
        }
        if (choice.equals(Choices.ADD) && !found.how().isSure() && !name.isEmpty()) {
            return new Line(
                    row,
                    shown,
                    Fate.ADDED,
                    0,
                    name,
                    How.NOBODY,
                    choice,
                    "Joins the class.",
                    cells(row, columns, null),
                    targetCells(row, columns, 0));
        }
        Known settled = known.get(FormFields.toNumber(choice));
        if (settled != null) {
            return matched(row, shown, settled, found.how(), choice, columns);
        }
        if (found.how().isSure()) {
            return matched(row, shown, found.student().orElseThrow(), found.how(), "", columns);
        }
        boolean stranger = found.how() == How.NOBODY;
        return new Line(
                row,
                shown,
                stranger ? Fate.STRANGER : Fate.TO_SETTLE,
                found.student().map(Known::id).orElse(0L),
                found.student().map(Known::listName).orElse(""),
                found.how(),
                "",
                stranger ? "Not in " + classBook.row().name() + ". Left out unless you say otherwise." : found.words(),
                List.of(),
                List.of());
    }

    private Line matched(Row row, String shown, Known student, How how, String choice, List<Column> columns) {
        Student own = byEnrolment.get(student.id());
        return new Line(
                row,
                shown,
                Fate.MATCHED,
                student.id(),
                student.listName(),
                how,
                choice,
                "",
                cells(row, columns, own),
                targetCells(row, columns, student.id()));
    }

    private List<TargetCell> targetCells(Row row, List<Column> columns, long enrolmentId) {
        return columns.stream()
                .filter(column ->
                        column.choice().role().isTarget() && column.problem().isEmpty())
                .map(column -> targets.cell(column, row.cell(column.found().place()), enrolmentId))
                .toList();
    }

    /** @param student null for one who would be added */
    private List<Cell> cells(Row row, List<Column> columns, @Nullable Student student) {
        List<Cell> cells = new ArrayList<>();
        for (Column column : columns) {
            if (column.choice().role() == ColumnRole.MARKS
                    && column.assessment().isPresent()) {
                cells.add(cell(row.cell(column.found().place()), column, student));
            }
        }
        return cells;
    }

    private Cell cell(String text, Column column, @Nullable Student student) {
        Assessment assessment = column.assessment().orElseThrow();
        boolean dash = isDash(text);
        String meaning =
                dash ? column.choice().dash() : text.isEmpty() ? column.choice().empty() : "";
        Entry entry = switch (meaning) {
            case "" ->
                EntryText.understand(
                        text, assessment, column.part(), classBook.book().boundaries());
            case "n" -> Entry.of(EntryKind.NOT_HANDED_IN);
            case "a" -> Entry.of(EntryKind.ABSENT);
            default -> Entry.blank();
        };
        Entry standing = student == null || column.choice().assessmentId() == 0
                ? Entry.blank()
                : classBook.entry(ClassBook.cell(student, assessment, column.part()));
        String reason = EntryText.reasonForDoubt(
                entry, assessment, column.part(), classBook.book().boundaries());
        return new Cell(
                column.found().place(),
                text,
                entry,
                standing,
                outcome(entry, standing, column.choice(), reason),
                reason);
    }

    static boolean isDash(String text) {
        return text.matches("[-–—]+");
    }

    private static Outcome outcome(Entry entry, Entry standing, Choices.Column choice, String reason) {
        if (entry.is(EntryKind.BLANK)) {
            return Outcome.NOTHING;
        }
        if (entry.equals(standing)) {
            return Outcome.SAME;
        }
        if (!standing.is(EntryKind.BLANK)) {
            return choice.over() ? Outcome.REPLACES : Outcome.KEPT;
        }
        return reason.isEmpty() ? Outcome.NEW : Outcome.DOUBT;
    }

    /** Of two rows of one student the later counts: by the column that says when, else the lower one. */
    private List<Line> withoutDoubles(List<Line> lines, List<Column> columns) {
        Map<Object, Line> latest = new HashMap<>();
        for (Line line : lines) {
            if (line.isTaken()) {
                latest.merge(key(line), line, (one, other) -> {
                    int byTime = said(other.row(), ColumnRole.WHEN).compareTo(said(one.row(), ColumnRole.WHEN));
                    return byTime < 0 ? one : other;
                });
            }
        }
        Set<Object> doubled = new HashSet<>();
        Set<Object> seen = new HashSet<>();
        lines.stream()
                .filter(Line::isTaken)
                .filter(line -> !seen.add(key(line)))
                .forEach(line -> doubled.add(key(line)));
        return lines.stream()
                .map(line -> {
                    if (!line.isTaken() || !doubled.contains(key(line))) {
                        return line;
                    }
                    Line kept = Objects.requireNonNull(latest.get(key(line)));
                    String when = said(line.row(), ColumnRole.WHEN);
                    return kept == line
                            ? with(
                                    line,
                                    line.fate(),
                                    "Stands twice; this is the later row, and counts.",
                                    line.cells(),
                                    line.targets())
                            : with(
                                    line,
                                    Fate.LEFT,
                                    "Stands again in line " + kept.row().line()
                                            + (when.isEmpty() ? "" : ", later than " + when)
                                            + "; this row is left out.",
                                    List.of(),
                                    List.of());
                })
                .toList();
    }

    private static Object key(Line line) {
        return line.enrolmentId() == 0 ? line.student() : line.enrolmentId();
    }

    private static Line with(Line line, Fate fate, String words, List<Cell> cells, List<TargetCell> targets) {
        return new Line(
                line.row(),
                line.name(),
                fate,
                line.enrolmentId(),
                line.student(),
                line.how(),
                line.choice(),
                words,
                cells,
                targets);
    }

    private List<String> missing(List<Line> lines) {
        Set<Long> there = new HashSet<>();
        lines.forEach(line -> there.add(line.enrolmentId()));
        return classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(classBook.book().today()))
                .filter(student -> !there.contains(ClassBook.id(student)))
                .map(Student::listName)
                .toList();
    }
}
