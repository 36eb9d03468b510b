package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Cell;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.app.imports.ImportedAssessments.Place;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.marks.RemarkService;
import aestimo.app.roll.StudentsJoined;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.exchange.sheet.Sheet;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Carries out what was settled: all of an import comes in, or nothing. */
@Service
public class TakeImportService {
    private static final String LIST = "class list";

    private final ImportMapper mapper;
    private final ImportService imports;
    private final BookService books;
    private final ImportedAssessments assessments;
    private final BulkEntryService entries;
    private final RemarkService remarks;
    private final JoiningStudents joining;
    private final ImportedTargets targets;
    private final ImportedCards cards;
    private final ImportedContacts contacts;
    private final ImportedAttendance attendance;
    private final JsonMapper json;
    private final Clock clock;

    TakeImportService(
            ImportMapper mapper,
            ImportService imports,
            BookService books,
            ImportedAssessments assessments,
            BulkEntryService entries,
            RemarkService remarks,
            JoiningStudents joining,
            ImportedTargets targets,
            ImportedCards cards,
            ImportedContacts contacts,
            ImportedAttendance attendance,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.imports = imports;
        this.books = books;
        this.assessments = assessments;
        this.entries = entries;
        this.remarks = remarks;
        this.joining = joining;
        this.targets = targets;
        this.cards = cards;
        this.contacts = contacts;
        this.attendance = attendance;
        this.json = json;
        this.clock = clock;
    }

    /**
     * Imports all that is settled, in one piece.
     *
     * @param choices as they are settled by now
     * @return the plan as it was carried out
     * @throws FormException naming every reason why it cannot come in; nothing is changed then
     */
    @Transactional
    public ImportPlan take(TeacherId teacher, long classId, long importId, Choices choices) {
        books.hold(teacher, classId);
        imports.settle(teacher, classId, importId, choices);
        ImportService.View view = imports.view(teacher, classId, importId);
        if (!view.state().equals("OPEN")) {
            throw new FormException(ImportService.DONE_ALREADY);
        }
        ImportPlan plan = view.plan();
        if (!plan.problems().isEmpty()) {
            throw new FormException(plan.problems());
        }
        if (!plan.importsAnything()) {
            throw new FormException("There is nothing to import: no row of a student of the class holds anything new.");
        }
        Map<Integer, Place> ids = assessments.make(teacher, classId, plan);
        Map<Line, Long> added = joining.add(teacher, classId, plan);
        Map<CellId, Cell> cells = cells(plan, added, ids);
        ClassBook classBook = books.open(teacher, classId);
        List<BulkEntryService.Row> rows = new ArrayList<>();
        List<RemarkService.NoteChange> notes = new ArrayList<>();
        cells.forEach((place, cell) -> {
            if (cell.outcome().isWritten()) {
                rows.add(new BulkEntryService.Row(place, classBook.version(place), cell.entry(), cell.standing()));
            }
            if (!cell.note().isEmpty()) {
                notes.add(new RemarkService.NoteChange(place, "", cell.note()));
            }
        });
        entries.write(teacher, classId, rows, "imported from " + view.source());
        if (!rows.isEmpty()) {
            mapper.insertImported(
                    teacher, classId, importId, BulkEntryService.Columns.of(rows), ImportMapper.StoodColumns.of(rows));
        }
        if (!remarks.saveNotes(teacher, classId, notes).isEmpty()) {
            throw new FormException("A note was written in another window meanwhile. Nothing was imported; try again.");
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
                        targets.write(teacher, classId, plan, added, view.source()),
                        cards.write(teacher, classId, plan, added, view.source()),
                        contacts.write(teacher, classId, plan, added, view.source()),
                        attendance.write(teacher, classId, plan, added, view.source()),
                        ImportService.headings(plan.sheet()),
                        notes)),
                OffsetDateTime.now(clock));
        mapper.saveLayout(
                teacher,
                ImportService.headings(plan.sheet()),
                json.writeValueAsString(new Choices(
                        view.choices().columns(),
                        Map.of(),
                        false,
                        view.choices().tries(),
                        false,
                        Map.of())));
        plan.words().stream()
                .filter(word -> !word.isOpen())
                .forEach(word -> mapper.saveWord(teacher, new ImportMapper.WordRow(word.word(), word.meaning())));
        return plan;
    }

    /** A class list is an import too: those who joined by it can leave again as one. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void recordList(StudentsJoined list) {
        Sheet sheet = Sheet.ofTabbedText(list.text());
        long id = mapper.insert(
                list.teacher(),
                list.classId(),
                LIST,
                json.writeValueAsString(sheet),
                json.writeValueAsString(imports.suggested(list.teacher(), list.classId(), LIST, sheet, false)),
                "",
                OffsetDateTime.now(clock));
        mapper.advance(
                list.teacher(),
                list.classId(),
                id,
                "OPEN",
                "DONE",
                json.writeValueAsString(
                        new Made(List.of(), list.enrolments(), List.of(), List.of(), List.of(), 0L, "", List.of())),
                OffsetDateTime.now(clock));
    }

    /** The cells that have something to write, by where they go. */
    private static Map<CellId, Cell> cells(ImportPlan plan, Map<Line, Long> added, Map<Integer, Place> ids) {
        Map<CellId, Cell> cells = new LinkedHashMap<>();
        for (Line line : plan.lines()) {
            long enrolment = added.getOrDefault(line, line.enrolmentId());
            for (Cell cell : line.cells()) {
                if (line.isTaken()
                        && (cell.outcome().isWritten() || !cell.note().isEmpty())) {
                    Place to = Objects.requireNonNull(ids.get(cell.column()));
                    cells.put(new CellId(to.assessmentId(), enrolment, to.partId()), cell);
                }
            }
        }
        return cells;
    }
}
