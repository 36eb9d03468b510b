package aestimo.core.result;

import aestimo.core.value.Percent;
import java.util.Optional;

/**
 * What average on all that remains would reach a band (rules, section 8).
 *
 * @param percent from 0.1 to 100.0 in steps of 0.1; only for {@link Kind#PERCENT}
 */
public record Needed(Kind kind, Optional<Percent> percent) {
    /** What can be said of it. */
    public enum Kind {
        /** The band is reached whatever happens. */
        SECURED,
        PERCENT,
        OUT_OF_REACH
    }

    static Needed secured() {
        return new Needed(Kind.SECURED, Optional.empty());
    }

    static Needed outOfReach() {
        return new Needed(Kind.OUT_OF_REACH, Optional.empty());
    }

    /** The percent with its one decimal, such as {@code "78.0"}; empty unless it is a percent. */
    public Optional<String> shown() {
        return percent.map(value -> value.exact().toDecimal(1).toPlainString());
    }
}
