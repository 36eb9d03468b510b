package aestimo.core.attendance;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.id.StudentId;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.register.RegisterEntry;
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
        book.students().forEach(student -> byStudent.put(student.id(), counted(student)));
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

    /** What was said of a student in a lesson of the span; empty for one not taken. */
    public record InLesson(Lesson lesson, Optional<RegisterEntry> entry) {}

    /** The lessons of the span up to today that were meant for a student, or have an entry of theirs. */
    public List<InLesson> lessonsOf(Student student) {
        return lessons.stream()
                .map(lesson -> new InLesson(lesson, register.entry(student.id(), lesson)))
                .filter(own -> own.entry().isPresent()
                        || student.isEnrolledOn(own.lesson().date()))
                .toList();
    }

    private Attendance counted(Student student) {
        Attendance attendance = Attendance.none(register.excusedAbsence());
        for (InLesson own : lessonsOf(student)) {
            attendance = own.entry().map(attendance::with).orElseGet(attendance::withoutEntry);
        }
        return attendance;
    }

    /** The weekday on which a student is away above all. */
    public Optional<OftenAway> oftenAway(Student student) {
        return OftenAway.of(register, lessons, student);
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
