package aestimo.app.book;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.id.StudentId;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Whether the present request shows students by stable numbers instead of their names, as for a projector. A book opened
 * meanwhile holds no name and no number of the school's, so no page can give one away.
 */
public final class HiddenNames {
    private static final ThreadLocal<Boolean> HIDDEN = ThreadLocal.withInitial(() -> false);

    private HiddenNames() {}

    /** Until {@link #show}, on this thread. */
    public static void hide() {
        HIDDEN.set(true);
    }

    public static void show() {
        HIDDEN.remove();
    }

    public static boolean areHidden() {
        return HIDDEN.get();
    }

    /** The numbers by which students go: drawn by chance as each joined the class, and theirs from then on. */
    static Map<StudentId, Integer> numbers(List<Rows.EnrolmentRow> enrolments) {
        Map<StudentId, Integer> numbers = new HashMap<>();
        enrolments.forEach(row -> numbers.put(BookService.studentId(row.id()), row.chanceNumber()));
        return Map.copyOf(numbers);
    }

    /**
     * The book as it is shown now. Where names are hidden, the rows stand in the order of the numbers, since that of the
     * names would give them away.
     */
    static Book shown(Book book, Map<StudentId, Integer> numbers) {
        if (!areHidden()) {
            return book;
        }
        return book.toBuilder()
                .students(book.students().stream()
                        .sorted(Comparator.comparing(student -> numbers.get(student.id())))
                        .map(student -> new Student(
                                student.id(),
                                "Student " + numbers.get(student.id()),
                                "",
                                "",
                                student.set(),
                                student.joined(),
                                student.left()))
                        .toList())
                .build();
    }
}
