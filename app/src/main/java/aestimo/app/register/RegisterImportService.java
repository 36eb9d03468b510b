package aestimo.app.register;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.register.LessonService.Hour;
import aestimo.app.register.RegisterImportMapper.ImportRow;
import aestimo.app.register.RegisterImportMapper.ImportedRow;
import aestimo.app.register.RegisterMapper.EntryRow;
import aestimo.app.roll.StudentService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import aestimo.core.id.LessonId;
import aestimo.core.register.RegisterEntry;
import aestimo.core.typed.RegisterText;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.register.RegisterSheet;
import aestimo.exchange.sheet.Sheet;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Imports attendance from a sheet, and undoes an import as a whole. */
@Service
public class RegisterImportService {
    /** Entries a sheet can hold: a large class with five lessons a day all year would have fewer. */
    private static final int MOST_ENTRIES = 20_000;

    private final RegisterImportMapper mapper;
    private final RegisterMapper register;
    private final BookService books;
    private final StudentService students;
    private final ChangeService changes;
    private final Clock clock;

    RegisterImportService(
            RegisterImportMapper mapper,
            RegisterMapper register,
            BookService books,
            StudentService students,
            ChangeService changes,
            Clock clock) {
        this.mapper = mapper;
        this.register = register;
        this.books = books;
        this.students = students;
        this.changes = changes;
        this.clock = clock;
    }

    /**
     * What a sheet would bring; nothing is changed.
     *
     * @throws FormException where it says neither who nor when
     */
    @Transactional(readOnly = true)
    public RegisterImport look(TeacherId teacher, long classId, Sheet sheet) {
        ClassBook classBook = books.open(teacher, classId);
        try {
            RegisterSheet read = RegisterSheet.read(
                    sheet,
                    new StudentFinder(students.known(teacher, classId)),
                    classBook.book().terms().get(0).firstDay());
            if (read.said().size() > MOST_ENTRIES) {
                throw tooMany();
            }
            return RegisterImport.of(classBook, read);
        } catch (IllegalArgumentException refused) {
            throw new FormException(String.valueOf(refused.getMessage()));
        }
    }

    private static FormException tooMany() {
        return new FormException("The sheet holds over " + MOST_ENTRIES + " entries. Import a term at a time.");
    }

    /**
     * Imports what a sheet says, with the lessons it needs, all or nothing.
     *
     * @param replacing whether what is said otherwise now gives way
     * @return how many entries were written
     * @throws FormException where there is nothing to import
     */
    @Transactional
    public int take(TeacherId teacher, long classId, Sheet sheet, String source, boolean replacing) {
        return write(teacher, classId, look(teacher, classId, sheet), source, replacing)
                .entries();
    }

    /** @param entries how many were written */
    public record Taken(long id, int entries) {}

    /**
     * Writes what was looked at, likewise.
     *
     * @throws FormException where there is nothing to import, or too much at once
     */
    @Transactional
    public Taken write(TeacherId teacher, long classId, RegisterImport plan, String source, boolean replacing) {
        List<RegisterImport.Entry> written = plan.written(replacing);
        if (written.isEmpty()) {
            throw new FormException(
                    "There is nothing to import: all that could be understood is in the register already.");
        }
        if (written.size() > MOST_ENTRIES) {
            throw tooMany();
        }
        List<Long> made = make(teacher, classId, plan);
        Map<Hour, Long> lessons = new HashMap<>();
        register.findLessons(teacher, classId).forEach(row -> lessons.put(new Hour(row.date(), row.at()), row.id()));
        long id = mapper.insert(teacher, classId, source, OffsetDateTime.now(clock), made.toArray(Long[]::new));
        Map<Long, Map<Long, Integer>> versions = new HashMap<>();
        for (RegisterImport.Entry own : written) {
            long lesson = Objects.requireNonNull(lessons.get(own.hour()));
            int base = versions.computeIfAbsent(lesson, key -> versions(teacher, key))
                    .getOrDefault(ClassBook.id(own.student()), 0);
            write(teacher, classId, lesson, own.student(), base, own.was(), own.text(), "imported");
            mapper.insertEntry(
                    teacher,
                    classId,
                    id,
                    new ImportedRow(lesson, ClassBook.id(own.student()), own.was(), base + 1, base + 1));
        }
        return new Taken(id, written.size());
    }

    private List<Long> make(TeacherId teacher, long classId, RegisterImport plan) {
        plan.lessons().forEach(hour -> register.insertLesson(teacher, classId, hour.date(), hour.at(), true));
        return register.findLessons(teacher, classId).stream()
                .filter(row -> plan.lessons().contains(new Hour(row.date(), row.at())))
                .map(RegisterMapper.LessonRow::id)
                .toList();
    }

    private Map<Long, Integer> versions(TeacherId teacher, long lesson) {
        Map<Long, Integer> versions = new HashMap<>();
        register.findVersions(teacher, lesson).forEach(row -> versions.put(row.enrolmentId(), row.version()));
        return versions;
    }

    private void write(
            TeacherId teacher,
            long classId,
            long lesson,
            Student student,
            int base,
            String was,
            String text,
            String how) {
        Optional<RegisterEntry> entry =
                RegisterText.understand(text, student.id(), new LessonId(Long.toString(lesson)));
        EntryRow row = entry.map(own -> EntryRow.of(classId, own))
                .orElseGet(() -> EntryRow.none(classId, lesson, ClassBook.id(student)));
        if (register.write(teacher, row, base) == 0) {
            throw new FormException("The register was altered meanwhile. Nothing was changed: try again.");
        }
        changes.recordPresence(teacher, classId, lesson, ClassBook.id(student), was, text, how, UUID.randomUUID());
    }

    /** @param at when it was imported */
    public record Listed(long id, String source, OffsetDateTime at, boolean undone, int entries) {}

    /** Those of before, the latest first. */
    @Transactional(readOnly = true)
    public List<Listed> all(TeacherId teacher, long classId) {
        return mapper.findAll(teacher, classId).stream()
                .map(RegisterImportService::listed)
                .toList();
    }

    private static Listed listed(ImportRow row) {
        return new Listed(row.id(), row.source(), row.at(), row.undone(), row.entries());
    }

    /**
     * Puts everything back as it was before an import, and takes away the lessons that came with it and are empty then.
     *
     * @throws FormException where some of it was altered since, or it is undone already; nothing is changed then
     */
    @Transactional
    public void undo(TeacherId teacher, long classId, long importId) {
        mapper.findSource(teacher, classId, importId).orElseThrow(() -> new NotFoundException("import"));
        if (mapper.undo(teacher, classId, importId) == 0) {
            throw new FormException("This import is undone already.");
        }
        ClassBook classBook = books.open(teacher, classId);
        List<ImportedRow> entries = mapper.findEntries(teacher, classId, importId);
        List<String> altered = new ArrayList<>();
        for (ImportedRow own : entries) {
            if (own.now() != own.version()) {
                altered.add(classBook.student(own.enrolmentId()).listName() + ", "
                        + RegisterView.words(RegisterService.lesson(classBook, own.lessonId())));
            }
        }
        if (!altered.isEmpty()) {
            throw new FormException((altered.size() == 1 ? "1 entry was" : altered.size() + " entries were")
                    + " altered since: " + altered.get(0) + (altered.size() > 1 ? " and others" : "")
                    + ". Nothing was undone.");
        }
        for (ImportedRow own : entries) {
            Student student = classBook.student(own.enrolmentId());
            write(
                    teacher,
                    classId,
                    own.lessonId(),
                    student,
                    own.version(),
                    RegisterService.text(classBook, student, RegisterService.lesson(classBook, own.lessonId())),
                    own.was(),
                    "import undone");
        }
        mapper.findLessons(teacher, classId, importId)
                .forEach(made -> register.deleteUntaken(teacher, classId, made.lesson()));
    }
}
