package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.goals.GoalMapper.EvidenceRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.GoalId;
import aestimo.core.id.PartId;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps which pieces, and parts of pieces, are evidence of which goals. */
@Service
public class EvidenceService {
    private final GoalMapper mapper;
    private final BookService books;
    private final GoalService goals;
    private final ChangeService changes;

    EvidenceService(GoalMapper mapper, BookService books, GoalService goals, ChangeService changes) {
        this.mapper = mapper;
        this.books = books;
        this.goals = goals;
        this.changes = changes;
    }

    /**
     * Saves what is evidence of which goal, as a page of them holds it.
     *
     * @param stamp of the goals the page was shown from
     * @param shown which links the page decides; the others stay as they are
     * @param links all there are to be among those shown
     * @throws FormException where a piece would be evidence whole and in part; nothing is saved then
     * @throws NotFoundException where a goal, piece or part is not of the class
     */
    @Transactional
    public void link(TeacherId teacher, long classId, String stamp, Predicate<Link> shown, Set<Link> links) {
        Book book = goals.opened(teacher, classId, stamp);
        Set<Link> all = new HashSet<>(Link.of(GoalService.of(book)));
        all.removeIf(shown);
        links.stream().filter(shown).forEach(all::add);
        write(teacher, classId, book, all);
    }

    /**
     * Saves of which goals one piece is evidence, as its form holds it. What another window linked meanwhile stays.
     *
     * @param were ticked when the form was shown
     * @param ticked now
     * @throws FormException as {@link #link}
     */
    @Transactional
    public void relink(TeacherId teacher, long classId, long assessmentId, Set<Link> were, Set<Link> ticked) {
        if (were.equals(ticked)) {
            return;
        }
        Book book = books.open(teacher, classId).book();
        Set<Link> all = new HashSet<>(Link.of(GoalService.of(book)));
        were.stream()
                .filter(link -> !ticked.contains(link))
                .map(link -> link.withAssessment(assessmentId))
                .forEach(all::remove);
        ticked.stream()
                .filter(link -> !were.contains(link))
                .map(link -> link.withAssessment(assessmentId))
                .forEach(all::add);
        write(teacher, classId, book, all);
    }

    private void write(TeacherId teacher, long classId, Book book, Set<Link> links) {
        Goals all = GoalService.of(book);
        links.forEach(link -> check(book, all, link, links));
        Set<Link> before = Link.of(all);
        before.stream()
                .filter(link -> !links.contains(link))
                .forEach(link -> mapper.deleteEvidence(teacher, row(classId, link)));
        // New ones in the order of the book, so that those of one day are judged in that order.
        for (Assessment piece : book.assessments()) {
            links.stream()
                    .filter(link -> link.assessment() == ClassBook.id(piece) && !before.contains(link))
                    .sorted(Comparator.comparingLong(Link::goal).thenComparingLong(Link::part))
                    .forEach(link -> mapper.insertEvidence(teacher, row(classId, link)));
        }
        changes.recordGroundwork(
                teacher,
                classId,
                "evidence of goals",
                onlyIn(book, all, before, links),
                onlyIn(book, all, links, before));
    }

    /** The links of one set that the other has not, in words. */
    private static String onlyIn(Book book, Goals goals, Set<Link> one, Set<Link> other) {
        return ChangeService.listed(one.stream()
                .filter(link -> !other.contains(link))
                .map(link -> words(book, goals, link))
                .sorted()
                .toList());
    }

    /** “Reads contours: Week 13, Warm-up”. */
    private static String words(Book book, Goals goals, Link link) {
        Assessment piece = book.assessments()
                .get(book.placeOf(new AssessmentId(Long.toString(link.assessment())))
                        .orElseThrow());
        return goals.find(new GoalId(Long.toString(link.goal()))).orElseThrow().title() + ": " + piece.title()
                + piece.indexOf(new PartId(Long.toString(link.part())))
                        .map(at -> ", " + piece.parts().get(at).title())
                        .orElse("");
    }

    private static void check(Book book, Goals all, Link link, Set<Link> links) {
        Goal goal = all.find(new GoalId(Long.toString(link.goal()))).orElseThrow(() -> new NotFoundException("goal"));
        Assessment piece = book.placeOf(new AssessmentId(Long.toString(link.assessment())))
                .map(book.assessments()::get)
                .orElseThrow(() -> new NotFoundException("assessment"));
        if (!all.under(goal).isEmpty()) {
            throw new FormException("“" + goal.title()
                    + "” is judged by the goals under it. Link the piece to one of these; nothing was saved.");
        }
        if (!piece.kind().isMarked()) {
            throw new FormException(
                    piece.title() + " has no marks or grades, so it cannot be evidence of a goal. Untick its goals.");
        }
        if (link.part() != 0
                && piece.indexOf(new PartId(Long.toString(link.part()))).isEmpty()) {
            throw new FormException(
                    piece.title() + " has no such part any more. Untick the goals of that part; nothing was saved.");
        }
        if (link.part() != 0 && links.contains(new Link(link.goal(), link.assessment(), 0))) {
            throw new FormException(piece.title() + " would be evidence of “" + goal.title()
                    + "” whole and in part. Choose one of them; nothing was saved.");
        }
    }

    private static EvidenceRow row(long classId, Link link) {
        return new EvidenceRow(classId, link.goal(), link.assessment(), link.part() == 0 ? null : link.part());
    }
}
