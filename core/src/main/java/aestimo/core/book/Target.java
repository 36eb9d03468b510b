package aestimo.core.book;

import java.util.Map;
import java.util.Optional;

/**
 * Where a student is meant to get to, in labels of the class's bands (rules, section 10).
 *
 * @param start the band at the start of the year
 * @param end the band at its end
 * @param terms bands set for single terms; may be empty
 */
public record Target(StudentId student, Optional<String> start, Optional<String> end, Map<TermId, String> terms) {
    public Target {
        terms = Map.copyOf(terms);
    }
}
