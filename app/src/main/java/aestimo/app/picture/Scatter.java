package aestimo.app.picture;

import aestimo.app.frame.Signs;
import aestimo.core.result.Standing;
import aestimo.core.targets.Gain;
import aestimo.core.targets.StartLine;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Starting score from left to right, result from the foot up: each student with both a dot, the least-squares line
 * through them, the two means crossing. Lengths are in units of the drawing.
 *
 * @param mean where the means cross; empty without dots
 * @param lowScore shown at the left end, with {@code highScore} at the right
 * @param corners what lies in each quarter; empty on a small picture
 */
public record Scatter(
        int width,
        int height,
        double base,
        List<Dot> dots,
        Optional<Line> line,
        Optional<Point> mean,
        String lowScore,
        String highScore,
        String lowResult,
        String highResult,
        List<Corner> corners) {
    static final double LEFT = 34;
    static final double EDGE = 12;
    private static final double TOP = 12;
    private static final double FOOT = 30;
    private static final int STEP = 10;
    private static final int SMALLEST_WITH_WORDS = 400;

    public record Point(double x, double y) {}

    /** One student; {@code css} of the way the student moved. */
    public record Dot(String student, String name, double x, double y, String css) {}

    public record Line(double x1, double y1, double x2, double y2) {}

    /** @param anchor {@code start} or {@code end} */
    public record Corner(String words, double x, double y, String anchor) {}

    /** @param gains of the standing */
    public static Scatter of(Standing standing, List<Gain> gains, int width, int height) {
        return new Drawing(standing, gains, width, height).picture();
    }

    private static final class Drawing {
        private final Standing standing;
        private final List<Gain> gains;
        private final int width;
        private final int height;
        private final double base;
        private final double top;
        private final double lowStart;
        private final double highStart;
        private final double lowResult;
        private final double highResult;

        Drawing(Standing standing, List<Gain> gains, int width, int height) {
            this.standing = standing;
            this.gains = gains;
            this.width = width;
            this.height = height;
            this.base = height - FOOT;
            this.top = standing.book()
                    .startingScores()
                    .map(scores -> scores.top().value().doubleValue())
                    .orElse(100.0);
            double[] starts = gains.stream()
                    .mapToDouble(gain -> score(Axis.number(gain.start())))
                    .toArray();
            double[] results =
                    gains.stream().map(Gain::result).mapToDouble(Axis::number).toArray();
            this.lowStart = low(starts);
            this.highStart = high(starts);
            this.lowResult = low(results);
            this.highResult = high(results);
        }

        private static double low(double[] percents) {
            double least = percents.length == 0 ? 0 : percents[0];
            for (double percent : percents) {
                least = Math.min(least, percent);
            }
            return Math.max(0, Math.floor((least - 2) / STEP) * STEP);
        }

        private static double high(double[] percents) {
            double most = percents.length == 0 ? 100 : percents[0];
            for (double percent : percents) {
                most = Math.max(most, percent);
            }
            return Math.ceil((most + 2) / STEP) * STEP;
        }

        Scatter picture() {
            return new Scatter(
                    width,
                    height,
                    base,
                    gains.stream().map(this::dot).toList(),
                    StartLine.through(gains).map(this::line),
                    gains.isEmpty() ? Optional.empty() : Optional.of(mean()),
                    Long.toString((long) lowStart),
                    Long.toString((long) highStart),
                    Long.toString((long) lowResult),
                    Long.toString((long) highResult),
                    width < SMALLEST_WITH_WORDS || gains.isEmpty() ? List.of() : corners());
        }

        /** The axis is in scores, of which starts are percents. */
        private double score(double percent) {
            return percent * top / 100;
        }

        private double x(double start) {
            return Axis.tenths(LEFT + (start - lowStart) / (highStart - lowStart) * (width - LEFT - EDGE));
        }

        private double y(double result) {
            return Axis.tenths(base - (result - lowResult) / (highResult - lowResult) * (base - TOP));
        }

        private Dot dot(Gain gain) {
            String name = standing.of(gain.student()).student().listName();
            return new Dot(
                    gain.student().text(),
                    name + ": "
                            + Signs.difference(
                                    gain.gain(), standing.book().rules().places()),
                    x(score(Axis.number(gain.start()))),
                    y(Axis.number(gain.result())),
                    Signs.css(gain.direction(standing.book().rules())));
        }

        /** Cut off where it leaves the picture. */
        private Line line(StartLine through) {
            double slope = through.slope() * 100 / top;
            double from = lowStart;
            double to = highStart;
            if (slope != 0) {
                double atLow = (lowResult - through.atZero()) / slope;
                double atHigh = (highResult - through.atZero()) / slope;
                from = Math.max(from, Math.min(atLow, atHigh));
                to = Math.min(to, Math.max(atLow, atHigh));
            }
            return new Line(x(from), y(through.atZero() + slope * from), x(to), y(through.atZero() + slope * to));
        }

        private Point mean() {
            Percent start = Mean.of(gains.stream().map(Gain::start).toList()).orElseThrow();
            Percent result = Mean.of(gains.stream().map(Gain::result).toList()).orElseThrow();
            return new Point(x(score(Axis.number(start))), y(Axis.number(result)));
        }

        private List<Corner> corners() {
            List<Corner> corners = new ArrayList<>();
            double right = width - EDGE - 4;
            corners.add(new Corner("began low, now high", LEFT + 8, TOP + 12, "start"));
            corners.add(new Corner("high from the start", right, TOP + 12, "end"));
            corners.add(new Corner("low from the start", LEFT + 8, base - 8, "start"));
            corners.add(new Corner("began high, now low", right, base - 8, "end"));
            return corners;
        }
    }
}
