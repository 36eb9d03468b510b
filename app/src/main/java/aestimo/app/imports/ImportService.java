package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportMapper.ImportRow;
import aestimo.app.imports.ImportPlan.Cell;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.roll.StudentService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.sheet.Sheet;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Brings students and marks in. A file is read once and kept; how it is understood is settled step by step; then all of it
 * comes in or nothing, and all of it can be taken back.
 */
@Service
public class ImportService {
    /** What a source is called that came by the clipboard. */
    static final String PASTED = "pasted marks";

    private static final String DONE_ALREADY = "This was imported already. Nothing was done twice.";

    private final ImportMapper mapper;
    private final BookService books;
    private final AssessmentService assessments;
    private final BulkEntryService entries;
    private final JoiningStudents joining;
    private final StudentService students;
    private final ImportedTargets targets;
    private final JsonMapper json;
    private final Clock clock;

    ImportService(
            ImportMapper mapper,
            BookService books,
            AssessmentService assessments,
            BulkEntryService entries,
            JoiningStudents joining,
            StudentService students,
            ImportedTargets targets,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.assessments = assessments;
        this.entries = entries;
        this.joining = joining;
        this.students = students;
        this.targets = targets;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What an import made besides entries.
     *
     * @param targets what became of targets and scores; empty in those of before there were any
     */
    record Made(List<Long> assessments, List<Long> enrolments, List<ImportedTargets.Written> targets) {
        Made {
            targets = targets == null ? List.of() : targets;
        }
    }

    /** An import with what it would do, or did. */
    public record View(long id, String source, String state, ImportPlan plan, Choices choices, boolean remembered) {}

    /** One as listed. */
    public record Listed(long id, String source, String state, OffsetDateTime at, int entries) {}

    @Transactional(readOnly = true)
    public List<Listed> all(TeacherId teacher, long classId) {
        return mapper.findAll(teacher, classId).stream()
                .map(row -> new Listed(row.id(), row.source(), row.state(), row.at(), row.entries()))
                .toList();
    }

    /**
     * Keeps a sheet to be looked at, settled as it suggests itself, or as the last one with the same headings was.
     *
     * @param source the file's name without its ending, or what else the teacher knows it by
     * @return its id
     */
    @Transactional
    public long start(TeacherId teacher, long classId, String source, Sheet sheet) {
        ClassBook classBook = books.open(teacher, classId);
        MarkSheet read = read(classBook, sheet, students.known(teacher, classId));
        Choices suggested = Suggestion.of(classBook, read, source);
        String layout = mapper.findLayout(teacher, headings(read));
        Choices choices =
                layout == null ? suggested : remembered(json.readValue(layout, Choices.class), suggested, classBook);
        return mapper.insert(
                teacher,
                classId,
                source,
                json.writeValueAsString(sheet),
                json.writeValueAsString(choices),
                OffsetDateTime.now(clock));
    }

    /** What the columns were taken for last time; a new assessment's title and date are this file's own. */
    private static Choices remembered(Choices layout, Choices suggested, ClassBook classBook) {
        if (layout.columns().size() != suggested.columns().size()) {
            return suggested;
        }
        Set<Long> there = new HashSet<>();
        classBook.book().assessments().forEach(assessment -> there.add(ClassBook.id(assessment)));
        Set<Long> categories = new HashSet<>();
        classBook.book().categories().forEach(category -> categories.add(ClassBook.id(category)));
        List<Choices.Column> columns = new ArrayList<>();
        for (int i = 0; i < layout.columns().size(); i++) {
            Choices.Column last = layout.columns().get(i);
            Choices.Column own = suggested.columns().get(i);
            columns.add(new Choices.Column(
                    last.role(),
                    // The assessment it made last time stands; the same headings again are the next piece.
                    own.assessmentId() != 0 || !there.contains(last.assessmentId())
                            ? own.assessmentId()
                            : last.assessmentId(),
                    own.assessmentId() != 0 || !there.contains(last.assessmentId()) ? 0 : last.partId(),
                    last.asPart(),
                    own.title(),
                    categories.contains(last.categoryId()) ? last.categoryId() : own.categoryId(),
                    own.date(),
                    own.outOf().isEmpty() ? last.outOf() : own.outOf(),
                    last.dash(),
                    last.empty(),
                    last.over(),
                    own.termId()));
        }
        return new Choices(columns, suggested.students(), false);
    }

    private static String headings(MarkSheet sheet) {
        return String.join("\t", sheet.headings());
    }

    private static MarkSheet read(ClassBook classBook, Sheet sheet, List<Known> known) {
        return MarkSheet.read(
                sheet,
                new StudentFinder(known),
                classBook.book().assessments().stream()
                        .map(assessment -> assessment.title())
                        .toList());
    }

    /** The choices made so far. */
    @Transactional(readOnly = true)
    public Choices choices(TeacherId teacher, long classId, long importId) {
        return json.readValue(row(teacher, classId, importId).choices(), Choices.class);
    }

    /** @throws NotFoundException when the class has no such import */
    @Transactional(readOnly = true)
    public View view(TeacherId teacher, long classId, long importId) {
        ImportRow row = row(teacher, classId, importId);
        ClassBook classBook = books.open(teacher, classId);
        List<Known> known = students.known(teacher, classId);
        MarkSheet sheet = read(classBook, json.readValue(row.sheet(), Sheet.class), known);
        Choices choices = json.readValue(row.choices(), Choices.class);
        boolean remembered = mapper.findLayout(teacher, headings(sheet)) != null;
        return new View(
                row.id(),
                row.source(),
                row.state(),
                Planner.plan(classBook, sheet, choices, known, targets.standing(teacher, classBook)),
                choices,
                remembered);
    }

    private ImportRow row(TeacherId teacher, long classId, long importId) {
        return mapper.find(teacher, classId, importId).orElseThrow(ImportGoneException::new);
    }

    /** @throws FormException when it was imported already */
    @Transactional
    public void settle(TeacherId teacher, long classId, long importId, Choices choices) {
        row(teacher, classId, importId);
        if (mapper.updateChoices(teacher, classId, importId, json.writeValueAsString(choices)) == 0) {
            throw new FormException(DONE_ALREADY);
        }
    }

    /**
     * Forgets one that was never imported.
     *
     * @return what was pasted, as a spreadsheet copies it; empty text for a file, which can be chosen again
     */
    @Transactional
    public String leave(TeacherId teacher, long classId, long importId) {
        ImportRow row = row(teacher, classId, importId);
        mapper.deleteOpen(teacher, classId, importId);
        return row.source().equals(PASTED)
                ? json.readValue(row.sheet(), Sheet.class).asTabbedText()
                : "";
    }

    /**
     * Imports all that is settled, in one piece.
     *
     * @return the plan as it was carried out
     * @throws FormException naming every reason why it cannot come in; nothing is changed then
     */
    @Transactional
    public ImportPlan take(TeacherId teacher, long classId, long importId) {
        if (mapper.lockClass(teacher, classId) == null) {
            throw new NotFoundException("class");
        }
        View view = view(teacher, classId, importId);
        if (!view.state().equals("OPEN")) {
            throw new FormException(DONE_ALREADY);
        }
        ImportPlan plan = view.plan();
        if (!plan.problems().isEmpty()) {
            throw new FormException(plan.problems());
        }
        if (!plan.importsAnything()) {
            throw new FormException("There is nothing to import: no row of a student of the class holds anything new.");
        }
        Map<Integer, Place> ids = makeAssessments(teacher, classId, plan);
        Map<Line, Long> added = joining.add(teacher, classId, plan);
        List<BulkEntryService.Row> rows = rows(teacher, classId, plan, added, ids);
        entries.write(teacher, classId, rows, "imported from " + view.source());
        if (!rows.isEmpty()) {
            mapper.insertImported(
                    teacher, classId, importId, BulkEntryService.Columns.of(rows), ImportMapper.StoodColumns.of(rows));
        }
        List<Long> made = plan.marks().stream()
                .filter(column -> column.choice().assessmentId() == 0)
                .map(column ->
                        Objects.requireNonNull(ids.get(column.found().place())).assessmentId())
                .distinct()
                .toList();
        mapper.advance(
                teacher,
                classId,
                importId,
                "OPEN",
                "DONE",
                json.writeValueAsString(new Made(
                        made,
                        List.copyOf(added.values()),
                        targets.write(teacher, classId, plan, added, view.source()))),
                OffsetDateTime.now(clock));
        mapper.saveLayout(
                teacher,
                headings(plan.sheet()),
                json.writeValueAsString(new Choices(view.choices().columns(), Map.of(), false)));
        return plan;
    }

    /** Where a column's marks go; {@code partId} is 0 for a piece without parts. */
    private record Place(long assessmentId, long partId) {}

    /** By the column's place; the assessments that were there stand in it too. */
    private Map<Integer, Place> makeAssessments(TeacherId teacher, long classId, ImportPlan plan) {
        Map<Integer, Place> ids = new HashMap<>();
        List<Column> fresh =
                plan.marks().stream().filter(column -> column.choice().isNew()).toList();
        List<Long> made = assessments.addAll(
                teacher,
                classId,
                fresh.stream().map(column -> form(column.choice())).toList());
        for (int i = 0; i < fresh.size(); i++) {
            ids.put(fresh.get(i).found().place(), new Place(made.get(i), 0));
        }
        for (Column column : plan.marks()) {
            if (column.choice().assessmentId() != 0) {
                ids.put(
                        column.found().place(),
                        new Place(
                                column.choice().assessmentId(), column.choice().partId()));
            }
        }
        List<Column> parts = plan.parts();
        if (!parts.isEmpty()) {
            long id = assessments.add(teacher, classId, formInParts(parts));
            Assessment whole = books.open(teacher, classId).assessment(id);
            for (int i = 0; i < parts.size(); i++) {
                ids.put(
                        parts.get(i).found().place(),
                        new Place(id, Long.parseLong(whole.parts().get(i).id().text())));
            }
        }
        return ids;
    }

    private static AssessmentForm form(Choices.Column choice) {
        return new AssessmentForm(0, 0, choice.title(), choice.categoryId(), choice.date(), choice.outOf());
    }

    private static AssessmentForm formInParts(List<Column> parts) {
        AssessmentForm whole = form(parts.get(0).choice());
        return new AssessmentForm(
                0,
                0,
                whole.title(),
                whole.categoryId(),
                whole.date(),
                whole.kind(),
                "",
                whole.more(),
                parts.stream()
                        .map(part -> new AssessmentForm.PartLine(
                                0,
                                MarkSheet.title(part.found().heading()),
                                part.choice().outOf(),
                                part.choice().outOf()))
                        .toList(),
                List.of(),
                "");
    }

    private List<BulkEntryService.Row> rows(
            TeacherId teacher, long classId, ImportPlan plan, Map<Line, Long> added, Map<Integer, Place> ids) {
        ClassBook classBook = books.open(teacher, classId);
        List<BulkEntryService.Row> rows = new ArrayList<>();
        for (Line line : plan.lines()) {
            long enrolment = added.getOrDefault(line, line.enrolmentId());
            for (Cell cell : line.cells()) {
                if (line.isTaken() && cell.outcome().isWritten()) {
                    Place to = Objects.requireNonNull(ids.get(cell.column()));
                    CellId place = new CellId(to.assessmentId(), enrolment, to.partId());
                    rows.add(new BulkEntryService.Row(place, classBook.version(place), cell.entry(), cell.standing()));
                }
            }
        }
        return rows;
    }
}
