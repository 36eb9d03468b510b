package aestimo.core.boundary;

import aestimo.core.value.Percent;
import java.util.Optional;

/**
 * A grade with the percent it starts from, such as 6 from 72.
 *
 * @param label the grade as printed; unique among the bands, not blank
 * @param from the lowest percent that has this grade
 * @param worth the percent this grade counts as when it is entered itself; empty: worked out from its neighbours
 * @param words what the grade means, for families; may be empty
 */
public record Band(String label, Percent from, Optional<Percent> worth, String words) {
    /** @throws IllegalArgumentException when the label is blank or the worth is not within 0 to 100 */
    public Band {
        label = label.strip();
        if (label.isEmpty()) {
            throw new IllegalArgumentException("a band needs a label");
        }
        String name = label;
        worth.filter(percent -> percent.compareTo(Percent.ZERO) < 0 || percent.compareTo(Percent.HUNDRED) > 0)
                .ifPresent(percent -> {
                    throw new IllegalArgumentException(
                            "worth of band " + name + " is " + percent + "; it must be from 0 to 100");
                });
    }

    /** A band with nothing said but its label and where it starts. */
    public static Band of(String label, Percent from) {
        return new Band(label, from, Optional.empty(), "");
    }
}
