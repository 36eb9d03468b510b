package aestimo.app.imports;

import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.imports.ImportMapper.ImportRow;
import aestimo.app.imports.ImportMapper.ImportedRow;
import aestimo.app.marks.BulkEntryService;
import aestimo.app.marks.RemarkService;
import aestimo.app.sealed.HeldByReturns;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes back what was imported, as a whole. */
@Service
public class UndoImportService {
    private static final int MOST_NAMED = 3;

    private final ImportMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final BulkEntryService entries;
    private final RemarkService remarks;
    private final ImportedTargets targets;
    private final ImportedCards cards;
    private final ImportedContacts contacts;
    private final ImportedAttendance attendance;
    private final HeldByReturns held;
    private final JsonMapper json;
    private final Clock clock;

    UndoImportService(
            ImportMapper mapper,
            BookService books,
            ChangeService changes,
            BulkEntryService entries,
            RemarkService remarks,
            ImportedTargets targets,
            ImportedCards cards,
            ImportedContacts contacts,
            ImportedAttendance attendance,
            HeldByReturns held,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.entries = entries;
        this.remarks = remarks;
        this.targets = targets;
        this.cards = cards;
        this.contacts = contacts;
        this.attendance = attendance;
        this.held = held;
        this.json = json;
        this.clock = clock;
    }

    /**
     * Puts everything back as it stood before an import.
     *
     * @throws FormException when later changes stand on it, naming them; nothing is changed then
     */
    @Transactional
    public void undo(TeacherId teacher, long classId, long importId) {
        books.hold(teacher, classId);
        ImportRow row = mapper.find(teacher, classId, importId).orElseThrow(ImportGoneException::new);
        if (!row.state().equals("DONE")) {
            throw new FormException("There is nothing to undo: this is not imported.");
        }
        List<ImportedRow> imported = mapper.findImported(teacher, classId, importId);
        ClassBook classBook = books.open(teacher, classId);
        refuseAltered(imported.stream().filter(own -> isAltered(classBook, own)).toList());
        Made made = json.readValue(row.made(), Made.class);
        List<CellId> noted = remarks.saveNotes(
                teacher,
                classId,
                made.notes().stream()
                        .map(own -> new RemarkService.NoteChange(own.cell(), own.note(), own.was()))
                        .toList());
        if (!noted.isEmpty()) {
            throw new FormException((noted.size() == 1 ? "1 note was" : noted.size() + " notes were")
                    + " altered since. Nothing was undone.");
        }
        attendance.undo(teacher, classId, made.attendance());
        int others = mapper.countOthers(teacher, classId, importId, made.assessments(), made.enrolments());
        if (others > 0) {
            throw new FormException(
                    (others == 1 ? "1 entry, note or lesson is" : others + " entries, notes or lessons are")
                            + " beside these in the assessments or with the students that came with them. Nothing was undone.");
        }
        List<String> ofReturns = held.students(teacher, made.enrolments());
        if (!ofReturns.isEmpty()) {
            throw new FormException(String.join("; ", ofReturns)
                    + " came with it and " + (ofReturns.size() == 1 ? "is" : "are")
                    + " in a return to the school since. Nothing was undone.");
        }
        List<BulkEntryService.Row> rows = new ArrayList<>();
        for (ImportedRow own : imported) {
            if (!made.assessments().contains(own.assessmentId())
                    && !made.enrolments().contains(own.enrolmentId())) {
                rows.add(new BulkEntryService.Row(own.cell(), own.now(), own.was(), classBook.entry(own.cell())));
            }
        }
        targets.undo(teacher, classBook, made.targets(), made.enrolments());
        cards.undo(teacher, classBook, made.cards());
        contacts.undo(teacher, classBook, made.contacts());
        // A reading that was undone is not the one to begin with next time.
        mapper.deleteLayout(teacher, made.headings());
        entries.write(teacher, classId, rows, "import undone");
        mapper.deleteAssessments(teacher, classId, made.assessments());
        mapper.deleteEnrolments(teacher, classId, made.enrolments());
        mapper.advance(teacher, classId, importId, "DONE", "UNDONE", row.made(), OffsetDateTime.now(clock));
        changes.recordGroundwork(teacher, classId, "import", row.source(), "import undone");
    }

    /** Altered, and not put back to what was imported. */
    private static boolean isAltered(ClassBook classBook, ImportedRow own) {
        return own.now() < 0
                || own.now() != own.version()
                        && !classBook.entry(own.cell()).toString().equals(own.became());
    }

    private static void refuseAltered(List<ImportedRow> altered) {
        if (!altered.isEmpty()) {
            throw new FormException((altered.size() == 1 ? "1 entry was" : altered.size() + " entries were")
                    + " altered since: "
                    + String.join(
                            "; ",
                            altered.stream()
                                    .limit(MOST_NAMED)
                                    .map(own -> own.student() + " in “" + own.title() + "”")
                                    .toList())
                    + (altered.size() > MOST_NAMED ? "; and " + (altered.size() - MOST_NAMED) + " more" : "")
                    + ". Nothing was undone.");
        }
    }
}
