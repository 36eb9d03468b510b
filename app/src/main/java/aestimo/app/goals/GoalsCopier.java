package aestimo.app.goals;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Part;
import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.id.PartId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Copies the goals of a class to other classes, with their evidence where pieces have the same titles there. */
@Service
public class GoalsCopier {
    private final BookService books;
    private final GoalService goals;
    private final EvidenceService evidence;

    GoalsCopier(BookService books, GoalService goals, EvidenceService evidence) {
        this.books = books;
        this.goals = goals;
        this.evidence = evidence;
    }

    /**
     * Adds the goals that another class lacks, told by their words. Those it has stay as they are there, evidence included.
     *
     * @return what became of each class, in words
     * @throws FormException where one of them cannot have them; none has been altered then
     */
    @Transactional
    public List<String> copy(TeacherId teacher, long classId, List<Long> classes) {
        Book from = books.open(teacher, classId).book();
        if (classes.isEmpty()) {
            throw FormException.at("to", "Tick the classes the goals are copied to.");
        }
        return classes.stream().map(other -> copy(teacher, from, other)).toList();
    }

    private String copy(TeacherId teacher, Book from, long other) {
        ClassBook to = books.open(teacher, other);
        String name = to.row().title();
        Goals there = GoalService.of(to.book());
        List<GoalLine> lines = new ArrayList<>(GoalLine.of(there));
        Set<String> added = new HashSet<>();
        Goals own = GoalService.of(from);
        for (Goal goal : own.all()) {
            if (goal.parent().isEmpty()) {
                add(lines, added, GoalLine.of(goal), lines.size());
                int at = place(lines, goal.title()).orElseThrow() + 1;
                for (Goal under : own.under(goal)) {
                    while (at < lines.size() && lines.get(at).under()) {
                        at++;
                    }
                    add(lines, added, GoalLine.of(under), at);
                }
            }
        }
        if (added.isEmpty()) {
            return name + " already has all of them.";
        }
        try {
            goals.save(teacher, other, GoalService.stamp(to.book()), lines, false);
        } catch (FormException refused) {
            throw FormException.at("to", name + ": " + String.join(" ", refused.problems()) + " Nothing was copied.");
        }
        return name + ": " + GoalService.count(added.size()) + (added.size() == 1 ? " is" : " are") + " copied, "
                + link(teacher, from, other, added) + ".";
    }

    /** Where it is not there yet. */
    private static void add(List<GoalLine> lines, Set<String> added, GoalLine line, int at) {
        if (place(lines, line.title()).isEmpty()) {
            lines.add(at, line.copied());
            added.add(line.title());
        }
    }

    private static Optional<Integer> place(List<GoalLine> lines, String title) {
        for (int i = 0; i < lines.size(); i++) {
            if (lines.get(i).title().equalsIgnoreCase(title)) {
                return Optional.of(i);
            }
        }
        return Optional.empty();
    }

    /** Links what was added to pieces and parts of the same titles; says how many of them there are. */
    private String link(TeacherId teacher, Book from, long other, Set<String> added) {
        Book to = books.open(teacher, other).book();
        Set<Link> links = new HashSet<>(Link.of(GoalService.of(to)));
        int asked = 0;
        int before = links.size();
        for (Goal goal : GoalService.of(to).all()) {
            if (!added.contains(goal.title())) {
                continue;
            }
            List<Evidence> own = GoalService.of(from).all().stream()
                    .filter(each -> each.title().equals(goal.title()))
                    .findFirst()
                    .map(Goal::evidence)
                    .orElse(List.of());
            asked += own.size();
            own.forEach(each -> same(from, to, each, GoalService.id(goal.id())).ifPresent(links::add));
        }
        evidence.link(teacher, other, GoalService.stamp(to), link -> true, links);
        int linked = links.size() - before;
        return asked == 0
                ? "without evidence"
                : linked == asked
                        ? "with all their evidence"
                        : linked + " of " + asked
                                + " links to pieces with them; it has no piece of the same title for the others";
    }

    private static Optional<Link> same(Book from, Book to, Evidence evidence, long goal) {
        Assessment piece =
                from.assessments().get(from.placeOf(evidence.assessment()).orElseThrow());
        Optional<Assessment> there = to.assessments().stream()
                .filter(own -> own.title().equalsIgnoreCase(piece.title())
                        && own.kind().isMarked())
                .findFirst();
        if (evidence.part().isEmpty()) {
            return there.map(own -> new Link(goal, ClassBook.id(own), 0));
        }
        PartId wanted = evidence.part().get();
        String title = piece.parts().get(piece.indexOf(wanted).orElseThrow()).title();
        return there.flatMap(own -> own.parts().stream()
                .filter(part -> part.title().equalsIgnoreCase(title))
                .findFirst()
                .map(Part::id)
                .map(part -> new Link(goal, ClassBook.id(own), Long.parseLong(part.text()))));
    }
}
