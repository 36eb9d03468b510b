package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.PageFrame;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.Sent;
import aestimo.core.book.Book;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What the pages of a class's groundwork have in common. */
@Component
class GroundworkPages {
    private final BookService books;
    private final FrameService frames;

    GroundworkPages(BookService books, FrameService frames) {
        this.books = books;
        this.frames = frames;
    }

    /** Puts the frame of one of the class's pages into the model. */
    void frame(OpenClass open, String page, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "groundwork/" + page));
    }

    ClassBook book(TeacherId teacher, long classId) {
        return books.open(teacher, classId);
    }

    /** To a page of the class's groundwork, over the part of the year looked at. */
    static String redirect(long classId, String page, Model model) {
        String query = frame(model).query();
        return "redirect:/classes/" + classId + "/groundwork/" + page + (query.isEmpty() ? "" : "?" + query);
    }

    /**
     * The part of a page that says what a form would move, as it is filled in.
     *
     * @param tried the book as the form would leave it
     */
    static String wouldMove(ClassBook classBook, Supplier<Book> tried, Model model) {
        try {
            model.addAttribute(
                    "move",
                    WouldMove.between(
                            classBook.book(),
                            tried.get(),
                            frame(model).span().orElseThrow().span()));
        } catch (FormException refused) {
            Sent.refuse(model, Sent.PROBLEMS, refused);
        }
        return "groundwork/would-move :: said";
    }

    private static PageFrame frame(Model model) {
        return PageFrame.of(model);
    }
}
