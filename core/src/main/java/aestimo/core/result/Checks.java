package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.entry.EntryKind;
import java.util.Collection;
import java.util.List;

/**
 * The check columns of a span, and who has done what is checked in them.
 *
 * @param columns by date, as on the sheet
 */
public record Checks(Book book, List<Assessment> columns) {
    public Checks {
        columns = List.copyOf(columns);
    }

    public static Checks of(Book book, Span span) {
        return new Checks(
                book,
                book.assessments().stream()
                        .filter(piece -> piece.kind() == AssessmentKind.CHECK)
                        .filter(piece -> span.holds(book, piece))
                        .toList());
    }

    /** A tick; a cross, a blank and every word such as “absent” are not done. */
    private boolean isDone(Student student, Assessment column) {
        return book.entry(student, column).is(EntryKind.TICK);
    }

    public long doneBy(Student student) {
        return columns.stream().filter(column -> isDone(student, column)).count();
    }

    /** How many of some students have done it. */
    public long doneIn(Assessment column, Collection<Student> students) {
        return students.stream().filter(student -> isDone(student, column)).count();
    }
}
