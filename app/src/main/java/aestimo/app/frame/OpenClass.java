package aestimo.app.frame;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.result.Standing;
import java.util.Map;

/**
 * The class an address names, opened for the teacher who is signed in: any handler whose path has a {@code classId} may ask
 * for it. A class that is not theirs is not found before the handler is reached.
 *
 * @param parameters of the address, the first value of each; the handler's own, to alter as it likes
 */
public record OpenClass(SignedInTeacher signedIn, ClassBook classBook, Map<String, String> parameters) {
    public TeacherId teacher() {
        return signedIn.id();
    }

    public long id() {
        return classBook.row().id();
    }

    /** “9B Geography”. */
    public String title() {
        return classBook.row().title();
    }

    public Book book() {
        return classBook.book();
    }

    /** The same class, looked at over one term. */
    public OpenClass over(Term term) {
        return new OpenClass(signedIn, classBook, Map.of("span", term.id().text()));
    }

    /** The part of the year that is looked at. */
    public SpanChoice span() {
        return SpanChoice.read(parameters, book());
    }

    /** How everybody stands over the span. */
    public Standing standing() {
        return Standing.of(book(), span().span());
    }
}
