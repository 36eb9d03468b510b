package aestimo.app.book;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

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

    /**
     * The book as it is shown now. A student's number is their place in the order in which the class took them in, so it
     * stays when others come, go or change their names; the rows stand in that order too, since that of the names would
     * give them away.
     */
    static Book shown(Book book) {
        if (!areHidden()) {
            return book;
        }
        List<Student> byEnrolment = book.students().stream()
                .sorted(Comparator.comparingLong(ClassBook::id))
                .toList();
        List<Student> numbered = new ArrayList<>();
        for (Student student : byEnrolment) {
            numbered.add(new Student(
                    student.id(),
                    "Student %02d".formatted(numbered.size() + 1),
                    "",
                    "",
                    student.set(),
                    student.joined(),
                    student.left()));
        }
        return book.toBuilder().students(numbered).build();
    }
}
