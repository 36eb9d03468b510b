package aestimo.core.book;

import aestimo.core.id.StudentId;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.Map;

/**
 * Standardised scores at entry (rules, section 11).
 *
 * @param top the highest score there is
 * @param scores from 0 to {@code top}; students without one are left out
 */
public record StartingScores(OutOf top, Map<StudentId, Mark> scores) {
    public StartingScores {
        scores = Map.copyOf(scores);
    }
}
