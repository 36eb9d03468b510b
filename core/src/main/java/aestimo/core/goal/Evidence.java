package aestimo.core.goal;

import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import java.util.Optional;

/**
 * A piece, or one part of it, that shows whether a goal is reached (rules, section 14).
 *
 * @param part empty for the whole piece
 */
public record Evidence(AssessmentId assessment, Optional<PartId> part) {
    public static Evidence of(AssessmentId assessment) {
        return new Evidence(assessment, Optional.empty());
    }

    public static Evidence of(AssessmentId assessment, PartId part) {
        return new Evidence(assessment, Optional.of(part));
    }
}
