package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.CategoryService.CategoryCount;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.Forms.WeightsForm;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.result.Span;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;

/** Gives the categories of one class to others: same names are altered, new ones added, those not named taken out. */
@Service
public class CategoryCopyService {
    private final CategoryService categories;
    private final BookService books;

    CategoryCopyService(CategoryService categories, BookService books) {
        this.categories = categories;
        this.books = books;
    }

    /**
     * What it would do to one class.
     *
     * @param changes in words, one for each category; empty where nothing changes
     * @param move what it would do to the results of the year; empty where it is refused
     * @param refused why it cannot be; empty text where it can
     */
    public record Proposal(ClassRow row, List<String> changes, Optional<WouldMove> move, String refused) {}

    /** What it would do to every other class that takes results; keeps nothing. */
    public List<Proposal> proposals(TeacherId teacher, long classId) {
        List<CategoryLine> own = lines(teacher, classId);
        List<Proposal> proposals = new ArrayList<>();
        for (ClassRow row : books.classes(teacher)) {
            if (row.id() != classId && row.takesResults()) {
                proposals.add(proposal(teacher, own, row));
            }
        }
        return proposals;
    }

    private List<CategoryLine> lines(TeacherId teacher, long classId) {
        return categories.categories(teacher, classId).stream()
                .map(CategoryCount::line)
                .filter(line -> !line.retired())
                .toList();
    }

    private Proposal proposal(TeacherId teacher, List<CategoryLine> own, ClassRow row) {
        ClassBook classBook = books.open(teacher, row.id());
        List<String> changes = new ArrayList<>();
        try {
            WeightsForm form = form(teacher, own, classBook, changes);
            return new Proposal(
                    row,
                    changes,
                    Optional.of(
                            WouldMove.between(classBook.book(), categories.tried(classBook, form), new Span.Year())),
                    "");
        } catch (FormException refused) {
            return new Proposal(row, List.of(), Optional.empty(), String.join(" ", refused.problems()));
        }
    }

    /**
     * The weights of a class as they would be.
     *
     * @param changes is filled with what differs from now
     * @throws FormException when a category that is not among those given holds assessments
     */
    private WeightsForm form(TeacherId teacher, List<CategoryLine> own, ClassBook classBook, List<String> changes) {
        List<CategoryCount> there =
                categories.categories(teacher, classBook.row().id());
        List<CategoryLine> lines = new ArrayList<>();
        Set<Long> met = new HashSet<>();
        for (CategoryLine line : own) {
            Optional<CategoryLine> same = there.stream()
                    .map(CategoryCount::line)
                    .filter(other -> other.name().equalsIgnoreCase(line.name()))
                    .findFirst();
            long id = same.map(CategoryLine::id).orElse(0L);
            met.add(id);
            CategoryLine then = new CategoryLine(
                    id,
                    line.name(),
                    line.weight(),
                    line.shape(),
                    line.tint(),
                    line.averaging(),
                    line.dropLowest(),
                    line.counts(),
                    false);
            if (same.isEmpty()) {
                changes.add(line.name() + " is new, " + words(line));
            } else if (!words(same.get()).equals(words(line))) {
                changes.add(line.name() + ": " + words(same.get()) + " → " + words(line));
            }
            lines.add(then);
        }
        for (CategoryCount other : there) {
            if (met.contains(other.line().id())) {
                continue;
            }
            if (other.assessments() > 0 && !other.line().retired()) {
                throw new FormException(other.line().name() + " is not among them and holds "
                        + (other.assessments() == 1 ? "1 assessment" : other.assessments() + " assessments")
                        + ". Move them first, or retire it.");
            }
            if (other.line().retired()) {
                lines.add(other.line());
            } else {
                changes.add(other.line().name() + " is deleted");
            }
        }
        return new WeightsForm(classBook.row().version(), lines);
    }

    private static String words(CategoryLine line) {
        return (line.counts() ? line.weight() : "practice")
                + (line.averaging().equals("POINTS") ? " by points" : "")
                + (line.dropLowest() == 0 ? "" : " less the lowest " + line.dropLowest());
    }

    /** Applies them to the chosen classes; each is kept or refused by itself. */
    public List<Applied> apply(TeacherId teacher, long classId, List<Long> chosen) {
        List<CategoryLine> own = lines(teacher, classId);
        return Applied.toEach(
                books,
                teacher,
                classId,
                chosen,
                to -> categories.saveWeights(teacher, to.row().id(), form(teacher, own, to, new ArrayList<>())));
    }
}
