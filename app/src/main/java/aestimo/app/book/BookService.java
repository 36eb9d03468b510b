package aestimo.app.book;

import aestimo.app.store.TeacherId;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentId;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.CategoryId;
import aestimo.core.book.Rules;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.book.Term;
import aestimo.core.book.TermId;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Places;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Opens the markbooks of a teacher. */
@Service
public class BookService {
    private final BookMapper mapper;
    private final Clock clock;

    BookService(BookMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** The teacher's classes, newest year first, in the order of their names. */
    @Transactional(readOnly = true)
    public List<ClassRow> classes(TeacherId teacher) {
        return mapper.findClasses(teacher);
    }

    /** @throws NotFoundException when the teacher has no such class */
    @Transactional(readOnly = true)
    public ClassRow classRow(TeacherId teacher, long classId) {
        return mapper.findClass(teacher, classId).orElseThrow(() -> new NotFoundException("class"));
    }

    /**
     * Opens a class as it stands, looked at today.
     *
     * @throws NotFoundException when the teacher has no such class
     */
    @Transactional(readOnly = true)
    public ClassBook open(TeacherId teacher, long classId) {
        ClassRow row = classRow(teacher, classId);
        List<Rows.CategoryRow> categories = mapper.findCategories(teacher, classId);
        Map<CategoryId, CategoryLook> looks = new HashMap<>();
        categories.forEach(
                category -> looks.put(categoryId(category.id()), new CategoryLook(category.shape(), category.tint())));
        Map<ClassBook.Cell, Integer> versions = new HashMap<>();
        List<Book.Placed> entries = new ArrayList<>();
        for (Rows.EntryRow entry : mapper.findEntries(teacher, classId)) {
            versions.put(new ClassBook.Cell(entry.assessmentId(), entry.enrolmentId()), entry.version());
            entries.add(new Book.Placed(
                    new StudentId(Long.toString(entry.enrolmentId())),
                    assessmentId(entry.assessmentId()),
                    entry(entry)));
        }
        Book book = new Book.Builder(LocalDate.now(clock))
                .terms(mapper.findTerms(teacher, row.yearId()).stream()
                        .map(term ->
                                new Term(termId(term.id()), term.name(), term.starts(), term.ends(), term.weight()))
                        .toList())
                .boundaries(Boundaries.of(mapper.findBands(teacher, row.boundariesId()).stream()
                        .map(band -> Band.of(band.label(), band.fromPercent()))
                        .toList()))
                .rules(rules(mapper.findRules(teacher, classId)))
                .categories(categories.stream().map(BookService::category).toList())
                .assessments(mapper.findAssessments(teacher, classId).stream()
                        .map(BookService::assessment)
                        .toList())
                .students(mapper.findEnrolments(teacher, classId).stream()
                        .map(BookService::student)
                        .toList())
                .entries(entries)
                .build();
        return new ClassBook(row, book, looks, versions);
    }

    private static CategoryId categoryId(long id) {
        return new CategoryId(Long.toString(id));
    }

    private static AssessmentId assessmentId(long id) {
        return new AssessmentId(Long.toString(id));
    }

    private static TermId termId(long id) {
        return new TermId(Long.toString(id));
    }

    private static Rules rules(Rows.RulesRow row) {
        return new Rules(
                row.method(),
                new Places(row.places()),
                row.gradeOn(),
                row.borderline(),
                row.movementAt(),
                Optional.of(row.pass()).filter(label -> !label.isEmpty()),
                Optional.ofNullable(row.notHandedIn()),
                row.lateDeduction(),
                row.yearResult(),
                row.termResults(),
                row.ranking());
    }

    private static Category category(Rows.CategoryRow row) {
        return new Category(
                categoryId(row.id()),
                row.name(),
                row.weight(),
                row.averaging(),
                row.dropLowest(),
                row.counts(),
                row.retired());
    }

    private static Assessment assessment(Rows.AssessmentRow row) {
        return new Assessment.Builder(
                        assessmentId(row.id()),
                        row.title(),
                        categoryId(row.categoryId()),
                        AssessmentKind.MARKS,
                        row.date())
                .outOf(Optional.of(row.outOf()))
                .term(Optional.ofNullable(row.termId()).map(BookService::termId))
                .due(row.due() == null ? row.date() : row.due())
                .weight(row.weight())
                .bonus(row.bonus())
                .allowOver(row.allowOver())
                .build();
    }

    private static Student student(Rows.EnrolmentRow row) {
        return new Student(
                new StudentId(Long.toString(row.id())),
                row.family(),
                row.given(),
                row.number(),
                Optional.of(row.setName()).filter(set -> !set.isEmpty()),
                Optional.ofNullable(row.joined()),
                Optional.ofNullable(row.leftOn()));
    }

    private static Entry entry(Rows.EntryRow row) {
        EntryKind kind = EntryKind.valueOf(row.kind());
        Entry plain = switch (kind) {
            case MARK -> Entry.of(row.mark());
            case DOUBT -> Entry.doubt(row.words());
            default -> Entry.of(kind);
        };
        return plain.withLate(row.late()).withToFinish(row.toFinish());
    }
}
