package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/**
 * What became of one class that something of another was given to.
 *
 * @param refused why not; empty text where it was done
 */
public record Applied(String className, String refused) {
    /**
     * Gives it to the chosen classes; each takes it or is refused by itself.
     *
     * @throws NotFoundException when the class it comes from is among them
     */
    static List<Applied> toEach(
            BookService books, TeacherId teacher, long from, List<Long> chosen, Consumer<ClassBook> give) {
        List<Applied> applied = new ArrayList<>();
        for (long other : chosen) {
            if (other == from) {
                throw new NotFoundException("class");
            }
            ClassBook to = books.open(teacher, other);
            String refused = "";
            try {
                give.accept(to);
            } catch (FormException why) {
                refused = String.join(" ", why.problems());
            }
            applied.add(new Applied(to.row().title(), refused));
        }
        return applied;
    }
}
