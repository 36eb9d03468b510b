package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Book;
import aestimo.core.refusal.RefusedException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What every save of a class's groundwork does: no window overwrites another unseen, and the book stays a book. */
@Component
class ClassSave {
    private final GroundworkMapper mapper;
    private final BookService books;

    ClassSave(GroundworkMapper mapper, BookService books) {
        this.mapper = mapper;
        this.books = books;
    }

    /**
     * Counts one save.
     *
     * @param now what stands there, in words
     * @throws FormException when the class was saved since that version
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void advance(TeacherId teacher, long classId, int version, String now) {
        if (mapper.advanceClass(teacher, classId, version) == 0) {
            throw new FormException("This was changed in another window meanwhile; there are now " + now
                    + ". What you typed is still here, not saved: save again to replace it.");
        }
    }

    /** @throws FormException when what was just written is refused by the rules of calculation; nothing is kept then */
    @Transactional(propagation = Propagation.MANDATORY)
    public void check(TeacherId teacher, long classId) {
        books.open(teacher, classId);
    }

    /** @throws FormException in the words of the refusal */
    static Book tried(Book.Builder builder) {
        try {
            return builder.build();
        } catch (RefusedException refused) {
            throw FormException.of(refused);
        }
    }
}
