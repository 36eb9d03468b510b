package aestimo.core.book;

import aestimo.core.id.PartId;
import aestimo.core.refusal.RefusedException;
import aestimo.core.value.Percent;
import java.util.HashSet;
import java.util.List;

/**
 * The most an assessment can give when gate parts were missed: when fewer than {@code fewerThan} of the gates are
 * passed, at most {@code most} (rules, section 2).
 *
 * @param gates the parts that open the way to more; at least one, none twice
 * @param pass the percent from which a gate is passed, 0 to 100
 * @param fewerThan from 1 to the number of gates
 * @param most the ceiling, 0 to 100
 */
public record Ceiling(List<PartId> gates, Percent pass, int fewerThan, Percent most) {
    /** @throws RefusedException when one of the ranges above is left, or a gate is named twice */
    public Ceiling {
        gates = List.copyOf(gates);
        if (gates.isEmpty()) {
            throw RefusedException.of("gates", "a ceiling needs at least one gate");
        }
        if (new HashSet<>(gates).size() < gates.size()) {
            throw RefusedException.of("gates", "a gate is named twice in " + gates);
        }
        if (fewerThan < 1 || fewerThan > gates.size()) {
            throw RefusedException.of(
                    "fewerThan", fewerThan + " must be from 1 to the number of gates, " + gates.size());
        }
        checkRange("pass", pass);
        checkRange("ceiling", most);
    }

    private static void checkRange(String place, Percent percent) {
        if (!percent.isWithinHundred()) {
            throw RefusedException.of(place, percent + " must be from 0 to 100");
        }
    }
}
