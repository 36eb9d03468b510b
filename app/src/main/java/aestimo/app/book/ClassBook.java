package aestimo.app.book;

import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentId;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.CategoryId;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.entry.Entry;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * One class with its book, and what pages need beside it. Students go by their enrolment: the id of a {@link Student}
 * here is that of the enrolment row.
 */
public final class ClassBook {
    private final ClassRow row;
    private final Book book;
    private final Map<CategoryId, CategoryLook> looks;
    private final Map<Cell, Integer> versions;

    /** One cell of the markbook. */
    public record Cell(long assessmentId, long enrolmentId) {}

    ClassBook(ClassRow row, Book book, Map<CategoryId, CategoryLook> looks, Map<Cell, Integer> versions) {
        this.row = row;
        this.book = book;
        this.looks = Map.copyOf(looks);
        this.versions = Map.copyOf(versions);
    }

    /** The same class with one entry altered, as it stands after a save. */
    public ClassBook with(Student student, Assessment assessment, Entry entry, int version) {
        Map<Cell, Integer> later = new HashMap<>(versions);
        later.put(new Cell(id(assessment), id(student)), version);
        Book altered = book.withEntries(List.of(new Book.Placed(student.id(), assessment.id(), entry)));
        return new ClassBook(row, altered, looks, later);
    }

    public ClassRow row() {
        return row;
    }

    public Book book() {
        return book;
    }

    public CategoryLook look(Category category) {
        return looks.get(category.id());
    }

    public CategoryLook look(Assessment assessment) {
        return looks.get(assessment.category());
    }

    /** The entry's version; 0 for a cell never touched. */
    public int version(Assessment assessment, Student student) {
        return version(id(assessment), id(student));
    }

    /** The same by ids. */
    public int version(long assessmentId, long enrolmentId) {
        return versions.getOrDefault(new Cell(assessmentId, enrolmentId), 0);
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
