package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.CategoryCopyService.Proposal;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.BoundariesForm;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.boundary.Boundaries;
import aestimo.core.result.Span;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Gives the boundaries of one class to others; where they are a scale of the library, those use it too. */
@Service
public class BoundaryCopyService {
    private final BoundaryService boundaries;
    private final BookService books;

    BoundaryCopyService(BoundaryService boundaries, BookService books) {
        this.boundaries = boundaries;
        this.books = books;
    }

    /** What it would do to every other class that takes results; saves nothing. */
    public List<Proposal> proposals(TeacherId teacher, ClassBook from) {
        return books.classes(teacher).stream()
                .filter(row -> row.id() != from.row().id() && row.takesResults())
                .map(row -> proposal(from, books.open(teacher, row.id())))
                .toList();
    }

    private static Proposal proposal(ClassBook from, ClassBook to) {
        ClassRow row = to.row();
        Boundaries own = from.book().boundaries();
        Boundaries before = to.book().boundaries();
        if (own.equals(before)) {
            return new Proposal(row, List.of(), Optional.empty(), "");
        }
        Optional<String> pass =
                to.book().rules().pass().filter(label -> own.labelled(label).isEmpty());
        if (pass.isPresent()) {
            return new Proposal(row, List.of(), Optional.empty(), BoundaryService.lacksPass(pass.get(), row));
        }
        try {
            WouldMove move = WouldMove.between(to.book(), BoundaryService.tried(to, form(from, to)), new Span.Year());
            return new Proposal(
                    row,
                    List.of(BoundaryService.words(before) + " → " + BoundaryService.words(own)),
                    Optional.of(move),
                    "");
        } catch (FormException refused) {
            return new Proposal(row, List.of(), Optional.empty(), String.join(" ", refused.problems()));
        }
    }

    private static BoundariesForm form(ClassBook from, ClassBook to) {
        List<BandLine> bands = from.book().boundaries().bands().stream()
                .map(BoundaryService::line)
                .toList();
        return new BoundariesForm(to.row().version(), bands);
    }

    /** Gives them to the chosen classes; each takes them or is refused by itself. */
    public List<Applied> apply(TeacherId teacher, ClassBook from, List<Long> chosen) {
        return Applied.toEach(
                books,
                teacher,
                from.row().id(),
                chosen,
                to -> boundaries.saveOrShare(teacher, to.row().id(), form(from, to)));
    }
}
