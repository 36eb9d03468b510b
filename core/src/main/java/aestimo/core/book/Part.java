package aestimo.core.book;

import aestimo.core.id.PartId;
import aestimo.core.refusal.RefusedException;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;

/**
 * A piece of an assessment with an entry of its own, such as the warm-up of a weekly quiz (rules, section 2).
 *
 * @param weight its say within the assessment, above 0
 */
public record Part(PartId id, String title, OutOf outOf, Weight weight) {
    /** @throws RefusedException when the weight is 0 */
    public Part {
        if (weight.isZero()) {
            throw RefusedException.of("weight", "the weight of part " + title + " is 0; it must be above 0");
        }
    }
}
