package aestimo.core.book;

import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Where a student is meant to get to, in labels of the class's bands (rules, section 10), with what it was before it was
 * changed.
 *
 * @param start the band at the start of the year
 * @param end the band at its end
 * @param terms bands set for single terms; may be empty
 * @param stage the band reached at the end of an earlier stage; moves no figure
 * @param earlier what stood before, the oldest first; each until its own last day
 */
public record Target(
        StudentId student,
        Optional<String> start,
        Optional<String> end,
        Map<TermId, String> terms,
        Optional<String> stage,
        List<Earlier> earlier) {
    /**
     * What a target was before a change.
     *
     * @param until the last day on which it stood
     */
    public record Earlier(LocalDate until, Optional<String> start, Optional<String> end, Map<TermId, String> terms) {
        public Earlier {
            terms = Map.copyOf(terms);
        }
    }

    public Target {
        terms = Map.copyOf(terms);
        earlier = List.copyOf(earlier);
    }

    /** One that was never changed. */
    public Target(StudentId student, Optional<String> start, Optional<String> end, Map<TermId, String> terms) {
        this(student, start, end, terms, Optional.empty(), List.of());
    }

    /** The target as it stood on a day; the first ever set stands for all days before it too. */
    public Target on(LocalDate day) {
        return earlier.stream()
                .filter(stood -> !stood.until().isBefore(day))
                .findFirst()
                .map(stood -> new Target(student, stood.start(), stood.end(), stood.terms(), stage, List.of()))
                .orElse(this);
    }

    /** Whether it says where to get to, by the end or by some term. */
    public boolean hasAim() {
        return end.isPresent() || !terms.isEmpty();
    }
}
