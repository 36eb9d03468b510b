package aestimo.core.grading;

import aestimo.core.boundary.Band;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.Optional;

/**
 * A percent with all that the boundaries say of it (rules, section 5): a student's result, or a mean.
 *
 * @param exact never rounded
 * @param rounded as shown; ranks compare this
 * @param places the class's decimals
 * @param graded the value held against the boundaries: the rounded percent or the exact one, as the class says
 * @param grade empty only where the class has no bands
 * @param toNext percentage points missing to the next band; empty in the top band and without bands
 * @param pass empty where the class names no pass band
 */
public record Result(
        Percent exact,
        Percent rounded,
        Places places,
        Percent graded,
        Optional<Band> grade,
        Optional<Percent> toNext,
        boolean justBelow,
        Optional<Pass> pass) {
    /** Where a result stands against the pass band. */
    public enum Pass {
        BELOW,
        /** Less than the borderline above it. */
        JUST,
        CLEAR
    }

    /** The rounded percent in the class's decimals, such as {@code "67.5"}. */
    public String shown() {
        return exact.shown(places);
    }

    /** What is missing to the next band in the class's decimals; empty in the top band and without bands. */
    public Optional<String> toNextShown() {
        return toNext.map(gap -> gap.shown(places));
    }

    /** “67.5, grade 5”; without bands “67.5” alone. */
    public String inWords() {
        return shown() + grade.map(band -> ", grade " + band.label()).orElse("");
    }
}
