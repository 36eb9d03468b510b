package aestimo.app.goals;

import aestimo.core.goal.Goals;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/**
 * A piece, or a part of it, as the evidence of a goal.
 *
 * @param part 0 for the whole piece
 */
public record Link(long goal, long assessment, long part) {
    /** “12:34:0”; nothing where it is written otherwise. */
    static Optional<Link> of(String text) {
        String[] ids = text.split(":", -1);
        return ids.length == 3 && text.matches("[0-9:]{5,60}")
                ? Optional.of(new Link(number(ids[0]), number(ids[1]), number(ids[2])))
                : Optional.empty();
    }

    private static long number(String digits) {
        return digits.matches("[0-9]{1,18}") ? Long.parseLong(digits) : 0;
    }

    /** All there are. */
    static Set<Link> of(Goals goals) {
        Set<Link> links = new HashSet<>();
        goals.all()
                .forEach(goal -> goal.evidence()
                        .forEach(own -> links.add(new Link(
                                GoalService.id(goal.id()),
                                Long.parseLong(own.assessment().text()),
                                own.part()
                                        .map(part -> Long.parseLong(part.text()))
                                        .orElse(0L)))));
        return links;
    }

    /** The same with another piece: a new one has its id only once it is saved. */
    Link withAssessment(long other) {
        return new Link(goal, other, part);
    }

    /** As {@link #of(String)} reads it. */
    @Override
    public String toString() {
        return goal + ":" + assessment + ":" + part;
    }
}
