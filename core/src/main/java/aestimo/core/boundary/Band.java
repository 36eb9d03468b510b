package aestimo.core.boundary;

import aestimo.core.value.Percent;
import java.util.Optional;

/**
 * A grade with the percent it starts from, such as 6 from 72 (rules, section 5).
 *
 * @param label the grade as printed; unique among the bands, not blank
 * @param from the lowest percent that has this grade
 * @param raw the raw mark {@code from} was given as; empty: it was given as a percent
 * @param worth the percent this grade counts as when it is entered itself; empty: worked out from its neighbours
 * @param words what the grade means, for families; may be empty
 */
public record Band(String label, Percent from, Optional<RawMark> raw, Optional<Percent> worth, String words) {
    /** @throws IllegalArgumentException when the label is blank, the worth not within 0 to 100, the raw mark another */
    public Band {
        label = label.strip();
        if (label.isEmpty()) {
            throw new IllegalArgumentException("a band needs a label");
        }
        if (worth.isPresent() && !worth.get().isWithinHundred()) {
            throw new IllegalArgumentException(
                    "worth of band " + label + " is " + worth.get() + "; it must be from 0 to 100");
        }
        if (raw.isPresent() && !raw.get().percent().equals(from)) {
            throw new IllegalArgumentException("band " + label + " from " + from + " is not the raw mark " + raw.get());
        }
    }

    /** A band with nothing said but its label and where it starts. */
    public static Band of(String label, Percent from) {
        return new Band(label, from, Optional.empty(), Optional.empty(), "");
    }

    /** A band that starts from a raw mark. */
    public static Band of(String label, RawMark from) {
        return new Band(label, from.percent(), Optional.of(from), Optional.empty(), "");
    }

    public Band withWorth(Optional<Percent> other) {
        return new Band(label, from, raw, other, words);
    }

    public Band withWords(String other) {
        return new Band(label, from, raw, worth, other);
    }
}
