package aestimo.app.book;

import aestimo.app.store.BeforeCommit;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Part;
import aestimo.core.book.StartingScores;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.boundary.Boundaries;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.LessonId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
import aestimo.core.rules.Method;
import aestimo.core.rules.Rules;
import aestimo.core.value.Mark;
import aestimo.core.value.Places;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Opens the markbooks of a teacher. */
@Service
public class BookService implements BeforeCommit {
    private final BookMapper mapper;
    private final OpenedClasses classes;
    private final Clock clock;

    BookService(BookMapper mapper, OpenedClasses classes, Clock clock) {
        this.mapper = mapper;
        this.classes = classes;
        this.clock = clock;
    }

    /** The teacher's classes that are not archived, newest year first, in the order of their names. */
    @Transactional(readOnly = true)
    public List<ClassRow> classes(TeacherId teacher) {
        return allClasses(teacher).stream().filter(row -> !row.archived()).toList();
    }

    /** The archived ones too. */
    @Transactional(readOnly = true)
    public List<ClassRow> allClasses(TeacherId teacher) {
        return mapper.findClasses(teacher);
    }

    /** @throws NotFoundException when the teacher has no such class */
    @Transactional(readOnly = true)
    public ClassRow classRow(TeacherId teacher, long classId) {
        return mapper.findClass(teacher, classId).orElseThrow(() -> new NotFoundException("class"));
    }

    /**
     * Opens a class as it stands, looked at today. A transaction that may write holds it from then on, see {@link #hold}.
     *
     * @throws NotFoundException when the teacher has no such class
     * @throws FormException where the present transaction wrote what the rules of calculation refuse
     */
    @Transactional(readOnly = true)
    public ClassBook open(TeacherId teacher, long classId) {
        LocalDate today = LocalDate.now(clock);
        if (!TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            hold(teacher, classId);
        }
        OpenedClasses.State state = mapper.findState(teacher, classId);
        OpenedClasses.Opened opened =
                classes.get(teacher, classId, state, today, () -> read(teacher, classId, state, today));
        return new ClassBook(opened, HiddenNames.shown(opened.book(), opened.numbers()), new CellFacts(opened.facts()));
    }

    /** All of {@link #classes}, each opened as {@link #open} does, in that order. */
    @Transactional(readOnly = true)
    public List<ClassBook> openAll(TeacherId teacher) {
        return classes(teacher).stream().map(row -> open(teacher, row.id())).toList();
    }

    /**
     * Holds a class until the end of the transaction: whoever else alters anything of it comes after that.
     *
     * @throws NotFoundException when the teacher has no such class
     */
    @Transactional(readOnly = true, propagation = Propagation.MANDATORY)
    public void hold(TeacherId teacher, long classId) {
        if (mapper.hold(teacher, classId) == null) {
            throw new NotFoundException("class");
        }
    }

    /**
     * Takes a class as a transaction leaves it, so that it need not be read again only for that. Where anybody else wrote to
     * it meanwhile, it is. To be called last in that transaction.
     *
     * @param left as it was opened in the transaction, with all entries the transaction wrote to it, and it wrote nothing else
     */
    @Transactional(readOnly = true, propagation = Propagation.MANDATORY)
    public void keepAsLeft(TeacherId teacher, ClassBook left) {
        if (!HiddenNames.areHidden()) {
            classes.keepAsLeft(
                    teacher, left, mapper.findState(teacher, left.row().id()));
        }
    }

    /**
     * Keeps a transaction from leaving a class that could not be opened any more: by what it wrote, or by that together with
     * what another window wrote meanwhile.
     *
     * @throws FormException telling why
     */
    @Override
    @Transactional(readOnly = true, propagation = Propagation.MANDATORY)
    public void check(TeacherId teacher) {
        LocalDate today = LocalDate.now(clock);
        for (long classId : mapper.lockWritten(teacher)) {
            // Asked only now, when nobody else comes to the end of a transaction that wrote to it.
            OpenedClasses.State state = mapper.findState(teacher, classId);
            if (!classes.isKeptAsLeft(teacher, classId, state)) {
                try {
                    classes.keepAsLeft(teacher, read(teacher, classId, state, today));
                } catch (FormException refused) {
                    throw refused.within(classRow(teacher, classId).title());
                }
            }
        }
    }

    private OpenedClasses.Opened read(TeacherId teacher, long classId, OpenedClasses.State state, LocalDate today) {
        try {
            return readRows(teacher, classId, state, today);
        } catch (IllegalArgumentException refused) {
            if (state.own()) {
                throw FormException.of(refused);
            }
            throw refused;
        }
    }

    private OpenedClasses.Opened readRows(TeacherId teacher, long classId, OpenedClasses.State state, LocalDate today) {
        ClassRows rows = mapper.findRows(teacher, classId)
                .map(ClassRows::parse)
                .orElseThrow(() -> new NotFoundException("class"));
        boolean takesResults = rows.row().takesResults();
        Map<CategoryId, CategoryStyle> looks = new HashMap<>();
        rows.categories()
                .forEach(category ->
                        looks.put(categoryId(category.id()), new CategoryStyle(category.shape(), category.tint())));
        Map<Long, AssessmentId> pieces = new HashMap<>();
        rows.assessments().forEach(row -> pieces.put(row.id(), assessmentId(row.id())));
        Map<Long, StudentId> students = new HashMap<>();
        rows.enrolments().forEach(row -> students.put(row.id(), studentId(row.id())));
        Optional<EntryColumns> columns = mapper.findEntries(teacher, classId);
        Book book = new Book.Builder(today)
                .terms(rows.terms().stream()
                        .map(term ->
                                new Term(termId(term.id()), term.name(), term.starts(), term.ends(), term.weight()))
                        .toList())
                .boundaries(boundaries(rows, rows.row().boundariesId()))
                .rules(rules(rows.rules(), takesResults))
                .categories(rows.categories().stream()
                        .map(category -> category(category, takesResults))
                        .toList())
                .assessments(assessments(rows, pieces))
                .students(rows.enrolments().stream()
                        .map(row -> student(row, students))
                        .toList())
                .entries(columns.map(own -> own.placed(students, pieces)).orElse(List.of()))
                .targets(TargetRows.targets(rows, boundaries(rows, rows.row().boundariesId())))
                .startingScores(scores(rows))
                .register(register(teacher, classId, rows, students))
                .goals(GoalRows.goals(rows))
                .build();
        return new OpenedClasses.Opened(
                state,
                today,
                rows.row(),
                book,
                Map.copyOf(looks),
                columns.map(EntryColumns::facts).orElseGet(CellFacts.Columns::none),
                HiddenNames.numbers(rows.enrolments()));
    }

    /** A class with no lesson keeps no register. */
    private Optional<Register> register(
            TeacherId teacher, long classId, ClassRows rows, Map<Long, StudentId> students) {
        if (rows.lessons().isEmpty()) {
            return Optional.empty();
        }
        // One id for each lesson and student, not one for each of their thousands of entries.
        Map<Long, LessonId> lessons = new HashMap<>();
        rows.lessons().forEach(row -> lessons.put(row.id(), lessonId(row.id())));
        List<RegisterEntry> entries = new ArrayList<>();
        mapper.findRegister(teacher, classId).ifPresent(columns -> {
            for (int i = 0; i < columns.size(); i++) {
                LessonId lesson = lessons.get(columns.lessons()[i]);
                StudentId student = students.get(columns.enrolments()[i]);
                if (lesson != null && student != null) {
                    entries.add(columns.entry(i, lesson, student));
                }
            }
        });
        return Optional.of(new Register(
                rows.excusedAbsence(),
                rows.lessons().stream()
                        .map(row -> new Lesson(Objects.requireNonNull(lessons.get(row.id())), row.date(), row.at()))
                        .toList(),
                entries));
    }

    static LessonId lessonId(long id) {
        return new LessonId(Long.toString(id));
    }

    private static CategoryId categoryId(long id) {
        return new CategoryId(Long.toString(id));
    }

    static AssessmentId assessmentId(long id) {
        return new AssessmentId(Long.toString(id));
    }

    static TermId termId(long id) {
        return new TermId(Long.toString(id));
    }

    private static Optional<StartingScores> scores(ClassRows rows) {
        Map<StudentId, Mark> scores = new HashMap<>();
        rows.enrolments().stream()
                .filter(row -> row.startingScore() != null)
                .forEach(row -> scores.put(studentId(row.id()), row.startingScore()));
        return scores.isEmpty() ? Optional.empty() : Optional.of(new StartingScores(rows.startingTop(), scores));
    }

    static StudentId studentId(long enrolmentId) {
        return new StudentId(Long.toString(enrolmentId));
    }

    private static Optional<String> stated(String text) {
        return Optional.of(text).filter(own -> !own.isEmpty());
    }

    /** A class that takes no results has no weights to make 100. */
    private static Rules rules(Rows.RulesRow row, boolean takesResults) {
        return new Rules(
                takesResults ? row.method() : Method.ALL_POINTS,
                new Places(row.places()),
                row.gradeOn(),
                row.borderline(),
                row.movementAt(),
                stated(row.pass()),
                Optional.ofNullable(row.notHandedIn()),
                row.lateDeduction(),
                row.yearResult(),
                row.termResults(),
                row.ranking());
    }

    private static Category category(Rows.CategoryRow row, boolean takesResults) {
        return new Category(
                categoryId(row.id()),
                row.name(),
                row.weight(),
                row.averaging(),
                takesResults ? row.dropLowest() : 0,
                takesResults && row.counts(),
                row.retired());
    }

    /** The bands of one set of boundaries. */
    @Transactional(readOnly = true)
    public Boundaries boundaries(TeacherId teacher, long boundariesId) {
        return boundaries(mapper.findBands(teacher, boundariesId).stream());
    }

    private static Boundaries boundaries(ClassRows rows, long boundariesId) {
        return boundaries(rows.bands().stream().filter(band -> band.boundariesId() == boundariesId));
    }

    private static Boundaries boundaries(Stream<Rows.BandRow> bands) {
        return Boundaries.of(bands.map(Rows.BandRow::band).toList());
    }

    private static List<Assessment> assessments(ClassRows rows, Map<Long, AssessmentId> ids) {
        Map<Long, List<Part>> parts = new HashMap<>();
        for (Rows.PartRow part : rows.parts()) {
            parts.computeIfAbsent(part.assessmentId(), none -> new ArrayList<>())
                    .add(new Part(partId(part.id()), part.title(), part.outOf(), part.weight()));
        }
        Map<Long, List<Ceiling>> ceilings = ceilings(rows.gates());
        Map<Long, Boundaries> bands = new HashMap<>();
        return rows.assessments().stream()
                .map(row -> assessment(row, Objects.requireNonNull(ids.get(row.id())))
                        .parts(parts.getOrDefault(row.id(), List.of()))
                        .ceilings(ceilings.getOrDefault(row.id(), List.of()))
                        .bands(Optional.ofNullable(row.boundariesId())
                                .map(id -> bands.computeIfAbsent(id, own -> boundaries(rows, own))))
                        .build())
                .toList();
    }

    private static Map<Long, List<Ceiling>> ceilings(List<Rows.GateRow> rows) {
        Map<List<Long>, List<Rows.GateRow>> gates = new LinkedHashMap<>();
        for (Rows.GateRow gate : rows) {
            gates.computeIfAbsent(List.of(gate.assessmentId(), (long) gate.place()), none -> new ArrayList<>())
                    .add(gate);
        }
        Map<Long, List<Ceiling>> ceilings = new HashMap<>();
        for (List<Rows.GateRow> own : gates.values()) {
            Rows.GateRow first = own.get(0);
            List<PartId> ids = own.stream().map(gate -> partId(gate.partId())).toList();
            ceilings.computeIfAbsent(first.assessmentId(), none -> new ArrayList<>())
                    .add(new Ceiling(ids, first.pass(), first.fewerThan(), first.most()));
        }
        return ceilings;
    }

    static PartId partId(long id) {
        return new PartId(Long.toString(id));
    }

    private static Assessment.Builder assessment(Rows.AssessmentRow row, AssessmentId id) {
        return new Assessment.Builder(id, row.title(), categoryId(row.categoryId()), row.kind(), row.date())
                .outOf(Optional.ofNullable(row.outOf()))
                .term(Optional.ofNullable(row.termId()).map(BookService::termId))
                .due(row.due() == null ? row.date() : row.due())
                .weight(row.weight())
                .bonus(row.bonus())
                .allowOver(row.allowOver());
    }

    private static Student student(Rows.EnrolmentRow row, Map<Long, StudentId> ids) {
        return new Student(
                Objects.requireNonNull(ids.get(row.id())),
                row.family(),
                row.given(),
                row.number(),
                stated(row.setName()),
                Optional.ofNullable(row.joined()),
                Optional.ofNullable(row.leftOn()));
    }
}
