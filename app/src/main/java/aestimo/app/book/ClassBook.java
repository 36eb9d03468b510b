package aestimo.app.book;

import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.entry.Entry;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;

/**
 * One class with its book, and what pages need beside it. Students go by their enrolment: the id of a {@link Student}
 * here is that of the enrolment row.
 */
public final class ClassBook {
    private final OpenedClasses.Opened opened;
    private final Book book;
    private final CellFacts cells;

    /**
     * @param opened what was read
     * @param book what it is shown as, or has become since
     */
    ClassBook(OpenedClasses.Opened opened, Book book, CellFacts cells) {
        this.opened = opened;
        this.book = book;
        this.cells = cells;
    }

    OpenedClasses.Opened opened() {
        return opened;
    }

    CellFacts cells() {
        return cells;
    }

    /** The same class with one entry altered, as it stands after a save. */
    public ClassBook with(CellId cell, Entry entry, int version) {
        Assessment assessment = assessment(cell.assessmentId());
        Book.Placed placed = new Book.Placed(
                student(cell.enrolmentId()).id(),
                assessment.id(),
                assessment.partAt(part(cell)).map(Part::id),
                entry);
        return new ClassBook(opened, book.withEntries(List.of(placed)), cells.with(cell, version));
    }

    public ClassRow row() {
        return opened.row();
    }

    public Book book() {
        return book;
    }

    public CategoryStyle look(Category category) {
        return Objects.requireNonNull(opened.looks().get(category.id()));
    }

    public CategoryStyle look(Assessment assessment) {
        return Objects.requireNonNull(opened.looks().get(assessment.category()));
    }

    /** The entry's version; 0 for a cell never touched. */
    public int version(CellId cell) {
        return cells.version(cell);
    }

    /** Whether a note or a memo stands with the entry. */
    public boolean isNoted(CellId cell) {
        return cells.isNoted(cell);
    }

    /** How many cells of an assessment hold something. */
    public int filled(long assessmentId) {
        Assessment assessment = assessment(assessmentId);
        return (int) book.students().stream()
                .flatMap(student -> cells(student, assessment).stream())
                .filter(cell -> !entry(cell).isNothing())
                .count();
    }

    /** @throws NotFoundException when the class has no such cell */
    public Entry entry(CellId cell) {
        Assessment assessment = assessment(cell.assessmentId());
        return book.entry(
                book.placeOf(student(cell.enrolmentId()).id()).orElseThrow(),
                book.placeOf(assessment.id()).orElseThrow(),
                part(cell));
    }

    /**
     * The place of a cell's part; 0 for a piece without parts.
     *
     * @throws NotFoundException when the assessment has no such part, or has parts and the cell names none
     */
    public int part(CellId cell) {
        Assessment assessment = assessment(cell.assessmentId());
        if (!assessment.hasParts() && cell.partId() == 0) {
            return 0;
        }
        return assessment
                .indexOf(new PartId(Long.toString(cell.partId())))
                .orElseThrow(() -> new NotFoundException("part"));
    }

    /** @param part the part's place; 0 for a piece without parts */
    public static CellId cell(Student student, Assessment assessment, int part) {
        return new CellId(
                id(assessment),
                id(student),
                assessment
                        .partAt(part)
                        .map(own -> Long.parseLong(own.id().text()))
                        .orElse(0L));
    }

    /** The cells of a student in an assessment, one for each part. */
    public static List<CellId> cells(Student student, Assessment assessment) {
        return IntStream.range(0, assessment.entryCount())
                .mapToObj(part -> cell(student, assessment, part))
                .toList();
    }

    /** @throws NotFoundException when the class has no such student */
    public Student student(long enrolmentId) {
        return book.placeOf(new StudentId(Long.toString(enrolmentId)))
                .map(book.students()::get)
                .orElseThrow(() -> new NotFoundException("student"));
    }

    /** @throws NotFoundException when the class has no such assessment */
    public Assessment assessment(long assessmentId) {
        return book.placeOf(new AssessmentId(Long.toString(assessmentId)))
                .map(book.assessments()::get)
                .orElseThrow(() -> new NotFoundException("assessment"));
    }

    public static long id(Student student) {
        return Long.parseLong(student.id().text());
    }

    public static long id(Assessment assessment) {
        return Long.parseLong(assessment.id().text());
    }

    public static long id(Category category) {
        return Long.parseLong(category.id().text());
    }
}
