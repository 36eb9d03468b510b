package aestimo.core.targets;

import aestimo.core.book.StartingScores;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.id.StudentId;
import aestimo.core.result.Movement;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.rules.Rules;
import aestimo.core.statistics.Deviation;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;

/**
 * How a student moved against the starting score: the distance from the mean now − the distance at the start (rules,
 * section 11), over those present who have both a score and a result.
 *
 * @param start 100·b/B
 * @param result exact
 * @param startRank among those compared, by the starting score (rules, section 7)
 * @param resultRank among those compared, by the rounded result
 * @param gain in percentage points, exact; above 0: further up than at the start
 * @param gainInDeviations the difference of the two z-scores; empty where a deviation is 0. Floating point: decides
 *     nothing
 */
public record Gain(
        StudentId student,
        Percent start,
        Percent result,
        Rank startRank,
        Rank resultRank,
        Percent gain,
        OptionalDouble gainInDeviations) {
    /** Further up than at the start, further down, or neither: held against the class's movement setting. */
    public Movement.Direction direction(Rules rules) {
        return Movement.of(gain, rules.movementAt()).direction();
    }

    /** In the book's order; empty for a class without starting scores. */
    public static List<Gain> of(Standing standing) {
        return standing.book()
                .startingScores()
                .map(scores -> of(standing, scores))
                .orElse(List.of());
    }

    private static List<Gain> of(Standing standing, StartingScores scores) {
        List<StudentStanding> both = standing.students().stream()
                .filter(own -> own.present() && own.result().isPresent())
                .filter(own -> scores.scores().containsKey(own.student().id()))
                .toList();
        if (both.isEmpty()) {
            return List.of();
        }
        List<Percent> starts = both.stream()
                .map(own -> scores.top()
                        .percentOf(Objects.requireNonNull(
                                scores.scores().get(own.student().id()))))
                .toList();
        List<Percent> results = both.stream()
                .map(own -> own.result().map(Result::exact).orElseThrow())
                .toList();
        List<Rank> startRanks = Rank.of(starts, standing.book().rules().ranking());
        List<Rank> resultRanks = Rank.of(
                both.stream()
                        .map(own -> own.result().map(Result::rounded).orElseThrow())
                        .toList(),
                standing.book().rules().ranking());
        Fraction startMean = Mean.of(starts).orElseThrow().exact();
        Fraction resultMean = Mean.of(results).orElseThrow().exact();
        // The difference of the means once: its fraction has hundreds of digits in a large class.
        Fraction means = resultMean.minus(startMean);
        double[] startOffs = Deviation.offs(starts, startMean);
        double[] resultOffs = Deviation.offs(results, resultMean);
        double startDeviation = Deviation.of(startOffs);
        double resultDeviation = Deviation.of(resultOffs);
        boolean spread = startDeviation != 0 && resultDeviation != 0;
        List<Gain> gains = new ArrayList<>();
        for (int i = 0; i < both.size(); i++) {
            Fraction start = starts.get(i).exact();
            Fraction result = results.get(i).exact();
            gains.add(new Gain(
                    both.get(i).student().id(),
                    starts.get(i),
                    results.get(i),
                    startRanks.get(i),
                    resultRanks.get(i),
                    new Percent(result.minus(start).minus(means)),
                    spread
                            ? OptionalDouble.of(resultOffs[i] / resultDeviation - startOffs[i] / startDeviation)
                            : OptionalDouble.empty()));
        }
        return gains;
    }
}
