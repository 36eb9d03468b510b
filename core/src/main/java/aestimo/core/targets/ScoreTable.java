package aestimo.core.targets;

import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.value.Mark;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Which band a starting score leads to: from 118 up the 7, from 110 up the 6, … (rules, section 11). Such a table
 * suggests targets; it decides none. Immutable.
 */
public final class ScoreTable {
    private final List<Step> highestFirst;

    /** From this score up, the band with this label. */
    public record Step(Mark from, String label) {}

    private ScoreTable(List<Step> steps) {
        this.highestFirst = steps.stream()
                .sorted(Comparator.comparing(Step::from).reversed())
                .toList();
    }

    /**
     * @param steps in any order; may be empty
     * @throws IllegalArgumentException with every reason of {@link #problems} when they make no table
     */
    public static ScoreTable of(List<Step> steps) {
        List<String> problems = problems(steps);
        if (!problems.isEmpty()) {
            throw new IllegalArgumentException(String.join(" ", problems));
        }
        return new ScoreTable(steps);
    }

    /** Every reason, in words for the teacher, why these steps make no table; empty when they do. */
    public static List<String> problems(List<Step> steps) {
        List<String> problems = new ArrayList<>();
        Set<Mark> seen = new HashSet<>();
        for (Step step : steps) {
            if (step.from().isNegative()) {
                problems.add("A score of " + step.from() + " is below 0.");
            }
            if (!seen.add(step.from())) {
                problems.add("The score " + step.from() + " is there twice. Each needs a line of its own.");
            }
        }
        return problems;
    }

    /** The steps, the highest score first. */
    public List<Step> steps() {
        return highestFirst;
    }

    /** The band a score leads to; empty below the lowest step, and where the class has no such band. */
    public Optional<Band> band(Mark score, Boundaries bands) {
        return highestFirst.stream()
                .filter(step -> score.compareTo(step.from()) >= 0)
                .findFirst()
                .flatMap(step -> bands.labelled(step.label()));
    }

    /** The band so many above another, at most the top one. */
    public static Band above(Boundaries bands, Band start, int steps) {
        return bands.atStep(Math.min(bands.bands().size() - 1, bands.stepOf(start) + steps));
    }
}
