package aestimo.app.picture;

import aestimo.core.result.Standing;
import aestimo.core.value.Percent;
import java.util.Collection;

/**
 * A stretch of percents laid out from left to right, in units of the drawing.
 *
 * @param low percent at the left end
 * @param high percent at the right end
 * @param left where the left end lies
 */
public record Axis(double low, double high, double left, double width) {
    private static final double STEP = 10;

    /** From the ten below the least to 100, or the ten above the most where that is higher. */
    static Axis holding(Collection<Percent> percents, double left, double width) {
        double least = percents.stream().mapToDouble(Axis::number).min().orElse(0);
        double most = percents.stream().mapToDouble(Axis::number).max().orElse(100);
        double low = Math.max(0, Math.floor((least - STEP / 2) / STEP) * STEP);
        return new Axis(low, Math.max(100, Math.ceil(most / STEP) * STEP), left, width);
    }

    /** From 0 to 100, or the ten above the highest percent in any piece of the span. */
    public static Axis ofPieces(Standing standing, double left, double width) {
        double most = standing.assessments().stream()
                .flatMap(figures -> figures.highest().stream())
                .mapToDouble(Axis::number)
                .max()
                .orElse(100);
        return new Axis(0, Math.max(100, Math.ceil(most / STEP) * STEP), left, width);
    }

    static double number(Percent percent) {
        return percent.exact().toDecimal(4).doubleValue();
    }

    /** In tenths of a unit, within the axis. */
    public double x(double percent) {
        double share = high > low ? (percent - low) / (high - low) : 0.5;
        return tenths(left + Math.max(0, Math.min(1, share)) * width);
    }

    public double x(Percent percent) {
        return x(number(percent));
    }

    double end() {
        return left + width;
    }

    static double tenths(double units) {
        return Math.round(units * 10) / 10.0;
    }
}
