package aestimo.core.targets;

import aestimo.core.value.Fraction;
import aestimo.core.value.Mean;
import java.util.List;
import java.util.Optional;

/**
 * The least-squares line through (start, result) of a class (rules, section 11): floating point, for the chart alone.
 *
 * @param slope percentage points of result for one of start
 * @param atZero the result where start is 0
 */
public record StartLine(double slope, double atZero) {
    /** @return empty where all starts are the same, as they are for fewer than two students */
    public static Optional<StartLine> through(List<Gain> gains) {
        if (gains.isEmpty()) {
            return Optional.empty();
        }
        Fraction meanStart =
                Mean.of(gains.stream().map(Gain::start).toList()).orElseThrow().exact();
        Fraction meanResult =
                Mean.of(gains.stream().map(Gain::result).toList()).orElseThrow().exact();
        double products = 0;
        double squares = 0;
        for (Gain own : gains) {
            double across = own.start().exact().minus(meanStart).toApproximation();
            products += across * own.result().exact().minus(meanResult).toApproximation();
            squares += across * across;
        }
        if (squares == 0) {
            return Optional.empty();
        }
        double slope = products / squares;
        return Optional.of(new StartLine(slope, meanResult.toApproximation() - slope * meanStart.toApproximation()));
    }
}
