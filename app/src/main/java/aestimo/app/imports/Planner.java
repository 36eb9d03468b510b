package aestimo.app.imports;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Cell;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Fate;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.imports.ImportPlan.Outcome;
import aestimo.app.marks.RemarkService;
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
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.marks.StudentFinder.How;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Works out what a sheet would bring to a class, as it is settled so far. */
final class Planner {
    private final ClassBook classBook;
    private final MarkSheet sheet;
    private final Choices choices;
    private final StudentFinder finder;
    private final ExistingTargets targets;
    private final ExistingCards cards;
    private final ExistingContacts contacts;
    private final ExistingAttendance attendance;
    private final List<Map<String, String>> meanings;
    private final Set<CellId> notes;
    private final Map<String, Integer> words = new LinkedHashMap<>();
    private final Map<Long, Student> byEnrolment = new HashMap<>();
    private final Map<Long, Known> known = new HashMap<>();
    private final List<String> warnings = new ArrayList<>();

    /** Figures out of something else, or in percent: in doubt for a reason of their own, and no words. */
    private static final Pattern FIGURES = Pattern.compile("[-−0-9.,/%\\s]+");

    private Planner(ClassBook classBook, MarkSheet sheet, Choices choices, Standing standing) {
        this.classBook = classBook;
        this.sheet = sheet;
        this.choices = choices;
        this.targets = standing.targets();
        this.cards = standing.cards();
        this.contacts = standing.contacts();
        this.attendance = new ExistingAttendance(classBook);
        this.meanings = List.of(choices.words(), standing.words());
        this.notes = standing.notes();
        this.finder = new StudentFinder(standing.students());
        classBook.book().students().forEach(student -> byEnrolment.put(ClassBook.id(student), student));
        standing.students().forEach(student -> known.put(student.id(), student));
    }

    /**
     * What a class and its teacher have while a sheet is looked at.
     *
     * @param words what words of earlier sheets were said to mean
     * @param notes the cells that have a note
     */
    record Standing(
            List<Known> students,
            ExistingTargets targets,
            ExistingCards cards,
            ExistingContacts contacts,
            Map<String, String> words,
            Set<CellId> notes) {}

    static ImportPlan plan(ClassBook classBook, MarkSheet sheet, Choices choices, Standing standing) {
        return new Planner(classBook, sheet, choices, standing).plan();
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
        DoubledRows doubled = new DoubledRows(sheet, choices, found);
        List<Line> lines = doubled.settled();
        if (!named) {
            warnings.add(
                    byOrder
                            ? "The rows are taken in the order of the class list, by family name. Check that the sheet is in that order: nothing in it says so."
                            : "No column says which student each row is. Choose the one with the names, or the numbers."
                                    + (inOrder.size() == sheet.rows().size()
                                            ? " There are as many rows as students: if they are in the order of the class list, by family name, say so below."
                                            : ""));
        }
        return new ImportPlan(
                sheet,
                columns,
                lines,
                missing(lines),
                List.copyOf(warnings),
                !named && inOrder.size() == sheet.rows().size(),
                words(),
                doubled.isAsked(),
                doubled.isTimed());
    }

    /** Those in the class today, as a list of names has them. */
    private List<Student> inOrder() {
        return classBook.book().students().stream()
                .filter(student -> student.isEnrolledOn(classBook.book().today()))
                .sorted(Comparator.comparing(Student::listName, String.CASE_INSENSITIVE_ORDER))
                .toList();
    }

    /** The words that are asked about, or were. */
    private List<CellWords.Asked> words() {
        return words.entrySet().stream()
                .map(word -> new CellWords.Asked(
                        word.getKey(), word.getKey(), word.getValue(), CellWords.meaning(word.getKey(), meanings)))
                .toList();
    }

    private ColumnRole role(int column) {
        return choices.columns().get(column).role();
    }

    private String said(Row row, ColumnRole role) {
        return RowWords.said(row, role, this::role, choices.columns().size());
    }

    private String name(Row row) {
        return RowWords.name(row, this::role, choices.columns().size());
    }

    private Line line(Row row, List<Column> columns) {
        String name = name(row);
        Found found = finder.find(RowWords.of(row, this::role, choices.columns().size()));
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
                    factCells(row, columns, 0, name));
        }
        Known settled = known.get(FormFields.toNumber(choice));
        if (settled != null) {
            return matched(row, shown, settled, found.how(), choice, columns);
        }
        if (found.how().isSure()) {
            return matched(row, shown, found.student().orElseThrow(), found.how(), "", columns);
        }
        boolean stranger = found.how() == How.NOBODY;
        // What would come of a proposal is shown, and its words asked about, at once.
        Optional<Student> proposed =
                found.student().filter(own -> found.how() == How.CLOSE).map(own -> byEnrolment.get(own.id()));
        return new Line(
                row,
                shown,
                stranger ? Fate.STRANGER : Fate.TO_SETTLE,
                found.student().map(Known::id).orElse(0L),
                found.student().map(Known::listName).orElse(""),
                found.how(),
                "",
                stranger ? "Not in " + classBook.row().name() + ". Left out unless you say otherwise." : found.words(),
                proposed.map(own -> cells(row, columns, own)).orElse(List.of()),
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
                factCells(row, columns, student.id(), own == null ? "" : own.fullName()));
    }

    private List<FactCell> factCells(Row row, List<Column> columns, long enrolmentId, String student) {
        return columns.stream()
                .filter(column -> column.isOfStudent() && column.problem().isEmpty())
                .map(column -> factCell(row, column, columns, enrolmentId, student))
                .toList();
    }

    private FactCell factCell(Row row, Column column, List<Column> columns, long enrolmentId, String student) {
        ColumnRole role = column.choice().role();
        String text = row.cell(column.found().place());
        if (role.isTarget()) {
            return targets.cell(column, text, enrolmentId);
        }
        if (role.isContact()) {
            return contacts.cell(column, columns, row, enrolmentId, student);
        }
        return role == ColumnRole.ATTENDANCE
                ? attendance.cell(column, text, byEnrolment.get(enrolmentId))
                : cards.cell(column, text, enrolmentId, sheet.monthFirst());
    }

    /** @param student null for one who would be added */
    private List<Cell> cells(Row row, List<Column> columns, @Nullable Student student) {
        List<Cell> cells = new ArrayList<>();
        for (Column column : columns) {
            if (column.choice().role() == ColumnRole.MARKS
                    && column.assessment().isPresent()) {
                cells.add(cell(row, column, student));
            }
        }
        return cells;
    }

    private Cell cell(Row row, Column column, @Nullable Student student) {
        String text = row.cell(column.found().place());
        Assessment assessment = column.assessment().orElseThrow();
        boolean dash = isDash(text);
        String meaning =
                dash ? column.choice().dash() : text.isEmpty() ? column.choice().empty() : "";
        Entry entry = switch (meaning) {
            case "" -> understood(text, column, assessment);
            case "n" -> Entry.of(EntryKind.NOT_HANDED_IN);
            case "a" -> Entry.of(EntryKind.ABSENT);
            default -> Entry.blank();
        };
        Entry standing = student == null || column.choice().assessmentId() == 0
                ? Entry.blank()
                : classBook.entry(ClassBook.cell(student, assessment, column.part()));
        if (standing.is(EntryKind.MARK) && entry.is(EntryKind.MARK)) {
            // A sheet of figures says nothing of lateness: the signs that stand there stay.
            entry = entry.withLate(entry.isLate() || standing.isLate())
                    .withToFinish(entry.isToFinish() || standing.isToFinish());
        }
        String reason = EntryText.reasonForDoubt(
                entry, assessment, column.part(), classBook.book().boundaries());
        Outcome outcome = outcome(entry, standing, column.choice(), reason);
        return new Cell(
                column.found().place(),
                text,
                entry,
                standing,
                outcome,
                reason.isEmpty() && outcome == Outcome.REPLACES ? lost(standing, entry) : reason,
                note(row, column, student, assessment));
    }

    /** The note beside a mark, unless one stands there: a teacher's own words are not written over. */
    private String note(Row row, Column column, @Nullable Student student, Assessment assessment) {
        String note = row.note(column.found().place());
        boolean stands = student != null
                && column.choice().assessmentId() != 0
                && notes.contains(ClassBook.cell(student, assessment, column.part()));
        return stands ? "" : note.substring(0, Math.min(note.length(), RemarkService.LONGEST));
    }

    /** What stands beside the entry and would go with it; empty text for nothing. */
    private static String lost(Entry standing, Entry entry) {
        return standing.isLate() && !entry.isLate()
                ? "It is late so far; that would go."
                : standing.isToFinish() && !entry.isToFinish() ? "It is to finish so far; that would go." : "";
    }

    /** A text as an entry; a word that is none by what the teacher said of it, and counted. */
    private Entry understood(String text, Column column, Assessment assessment) {
        String plain = CellWords.plain(text);
        boolean percent = column.found().percent()
                && plain.matches("[0-9]{1,3}([.,][0-9]{1,4})?")
                && !assessment.outOf(column.part()).toString().equals("100");
        Entry entry = EntryText.understand(
                percent ? plain + "%" : plain,
                assessment,
                column.part(),
                classBook.book().boundaries());
        if (!entry.is(EntryKind.DOUBT) || FIGURES.matcher(plain).matches()) {
            return entry;
        }
        String word = CellWords.word(plain);
        words.merge(word, 1, Integer::sum);
        return CellWords.applied(plain, CellWords.meaning(word, meanings))
                .map(said -> EntryText.understand(
                        said, assessment, column.part(), classBook.book().boundaries()))
                .orElse(entry);
    }

    /** The entry without late and to finish. */
    static Entry withoutSigns(Entry entry) {
        return entry.withLate(false).withToFinish(false);
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
