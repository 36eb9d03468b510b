package aestimo.core.attendance;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.id.StudentId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.result.Span;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;

/** The attendance of a class over a span (rules, section 13). Immutable. */
public final class ClassAttendance {
    private final Book book;
    private final Register register;
    private final List<Lesson> lessons;
    private final Span span;
    private final Map<StudentId, Attendance> byStudent = new LinkedHashMap<>();

    private ClassAttendance(Book book, Register register, Span span) {
        this.book = book;
        this.register = register;
        this.span = span;
        this.lessons = register.inOrder().stream()
                .filter(lesson -> !lesson.date().isAfter(book.today()) && span.holds(book, lesson.date()))
                .toList();
        book.students().forEach(student -> byStudent.put(student.id(), over(student, lesson -> true)));
    }

    /** Empty where the class keeps no register, and over pieces picked one by one. */
    public static Optional<ClassAttendance> of(Book book, Span span) {
        return span instanceof Span.Pieces
                ? Optional.empty()
                : book.register().map(register -> new ClassAttendance(book, register, span));
    }

    /** The lessons of the span up to today, in their order. */
    public List<Lesson> lessons() {
        return lessons;
    }

    /** One student's. */
    public Attendance of(Student student) {
        return Objects.requireNonNull(byStudent.get(student.id()));
    }

    /** One student's in some lessons of the span, such as those of a week. */
    public Attendance over(Student student, Predicate<Lesson> which) {
        Attendance attendance = Attendance.none(register.excusedAbsence());
        for (Lesson lesson : lessons) {
            if (!which.test(lesson)) {
                continue;
            }
            var entry = register.entry(student.id(), lesson);
            if (entry.isPresent()) {
                attendance = attendance.with(entry.get());
            } else if (student.isEnrolledOn(lesson.date())) {
                attendance = attendance.withoutEntry();
            }
        }
        return attendance;
    }

    /** That of all students present together. */
    public Attendance ofClass() {
        return ofAll(student -> true);
    }

    /** That of the students of a set present together. */
    public Attendance ofSet(String set) {
        return ofAll(student -> student.set().filter(set::equals).isPresent());
    }

    private Attendance ofAll(Predicate<Student> which) {
        return book.students().stream()
                .filter(student -> student.isEnrolledOn(span.presenceDay(book)))
                .filter(which)
                .map(this::of)
                .reduce(Attendance.none(register.excusedAbsence()), Attendance::plus);
    }
}
