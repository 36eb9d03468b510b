package aestimo.core.judging;

import aestimo.core.book.Assessment;
import aestimo.core.book.Part;
import aestimo.core.counting.Reason;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.value.Percent;
import java.util.List;
import java.util.Optional;

/**
 * How far one student is with a goal over a span (rules, section 14).
 *
 * @param counted how much of its evidence counts; of a goal with others under it: how many of these are secure
 * @param linked how much of its evidence counts, or is meant for the student and not excused
 * @param needed how much of it there has to be before it is judged
 * @param value what the evidence says: the latest percent, the mean or the best; empty where nothing counts, and on a goal
 *     with others under it
 * @param byHand the level set by hand that holds; empty where the evidence decides
 * @param overtaken the level set by hand that held until later evidence counted; empty where there is none
 * @param pieces the evidence within the span, in the order of its days
 */
public record GoalStanding(
        Level level,
        int counted,
        int linked,
        int needed,
        Optional<Percent> value,
        Optional<LevelByHand> byHand,
        Optional<LevelByHand> overtaken,
        List<Piece> pieces) {
    /**
     * One piece of evidence.
     *
     * @param part empty for a whole piece
     * @param percent empty where it does not count
     * @param reason why it does not
     * @param linked whether it counts towards what is needed
     * @param judged whether it is among those the level was judged by
     */
    public record Piece(
            Assessment assessment,
            Optional<Part> part,
            Optional<Percent> percent,
            Reason reason,
            boolean linked,
            boolean judged) {
        /** “Cliff section”, “Weekly quiz: Warm-up”. */
        public String title() {
            return assessment.title() + part.map(own -> ": " + own.title()).orElse("");
        }
    }

    /** Whether it says anything of the goal: there is evidence for this student, or a level by hand. */
    public boolean isTold() {
        return linked > 0 || byHand.isPresent() || overtaken.isPresent();
    }
}
