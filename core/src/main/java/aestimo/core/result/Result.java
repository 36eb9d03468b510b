package aestimo.core.result;

import aestimo.core.boundary.Band;
import aestimo.core.value.Percent;
import java.util.Optional;

/**
 * A percent with all that the boundaries say of it (rules, section 5): a student's result, or a mean.
 *
 * @param exact never rounded
 * @param rounded as shown; ranks compare this
 * @param shown the rounded percent in the class's decimals, such as {@code "67.5"}
 * @param grade empty only where the class has no bands
 * @param toNext percentage points missing to the next band; empty in the top band and without bands
 * @param toNextShown the same in the class's decimals
 * @param pass empty where the class names no pass band
 */
public record Result(
        Percent exact,
        Percent rounded,
        String shown,
        Optional<Band> grade,
        Optional<Percent> toNext,
        Optional<String> toNextShown,
        boolean justBelow,
        Optional<Pass> pass) {
    /** Where a result stands against the pass band. */
    public enum Pass {
        BELOW,
        /** Less than the borderline above it. */
        JUST,
        CLEAR
    }
}
