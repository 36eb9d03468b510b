package aestimo.app.goals;

import aestimo.app.web.FormFields;
import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Part;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Of which goals one piece, or its parts, are evidence, as the form of the piece holds it.
 *
 * @param were ticked when the form was shown
 * @param ticked now
 */
public record PieceGoals(Set<Link> were, Set<Link> ticked) {
    public PieceGoals {
        were = Set.copyOf(were);
        ticked = Set.copyOf(ticked);
    }

    /** A column of the form: the whole piece, or a part that has been saved. */
    public record Column(long part, String title) {}

    /** @param piece empty for a new one */
    public static PieceGoals of(Book book, Optional<Assessment> piece) {
        Set<Link> links = piece.map(own -> Long.parseLong(own.id().text())).stream()
                .flatMap(id -> Link.of(GoalService.of(book)).stream().filter(link -> link.assessment() == id))
                .collect(Collectors.toSet());
        return new PieceGoals(links, links);
    }

    public static PieceGoals read(FormFields fields) {
        return new PieceGoals(links(fields.texts("goalWas")), links(fields.texts("goalLink")));
    }

    private static Set<Link> links(List<String> texts) {
        return texts.stream().flatMap(text -> Link.of(text).stream()).collect(Collectors.toSet());
    }

    /** Goals that evidence can be linked to, in the order of the class. */
    public static List<Goal> offered(Book book) {
        Goals all = GoalService.of(book);
        return all.all().stream().filter(goal -> all.under(goal).isEmpty()).toList();
    }

    /** @param piece empty for a new one, whose parts have no ids yet */
    public static List<Column> columns(Optional<Assessment> piece) {
        List<Column> columns = new ArrayList<>(List.of(new Column(0, "whole")));
        for (Part part : piece.map(Assessment::parts).orElse(List.of())) {
            columns.add(new Column(Long.parseLong(part.id().text()), part.title()));
        }
        return columns;
    }

    public boolean isTicked(Goal goal, Column column) {
        return ticked.stream()
                .anyMatch(link -> link.goal() == GoalService.id(goal.id()) && link.part() == column.part());
    }
}
