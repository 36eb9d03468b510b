package aestimo.app.picture;

import aestimo.app.frame.Days;
import aestimo.core.book.Student;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/**
 * Each piece of a span in the order of dates, from left to right: one student's percents as a line, or the lowest to the
 * highest of the class as strokes, with the class mean broken. Lengths are in units of the drawing.
 *
 * @param days those of the pieces that are named below, as many as there is room for
 * @param line of the student, as SVG takes points; empty for the class alone
 * @param words the same for those who do not see it
 */
public record OverTime(
        double width, List<Level> levels, List<Day> days, String line, String means, List<Point> points, String words) {
    public static final int HEIGHT = 136;
    /** The least between two days that are named, so that they do not run into each other. */
    private static final int APART = 48;

    private static final int LEFT = 26;
    private static final int TOP = 10;
    private static final int BASE = 108;

    /** A percent the picture is ruled at. */
    public record Level(String words, double y) {}

    /** @param anchor how the words lie to {@code x}: {@code start}, {@code middle} or {@code end} */
    public record Day(double x, String words, String anchor) {}

    /**
     * One piece.
     *
     * @param y of the student, or of the mean for the class alone
     * @param top of the stroke from the lower to the upper quartile; equal to {@code base} for a student
     */
    public record Point(double x, double y, double top, double base, String words) {}

    /** The points as a page takes them, each with its words: there are as many as pieces. */
    public String drawnPoints() {
        StringBuilder drawn = new StringBuilder(points.size() * 180);
        for (Point point : points) {
            if (point.base() > point.top()) {
                drawn.append("<line class=\"half\" x1=\"")
                        .append(point.x())
                        .append("\" y1=\"")
                        .append(point.top())
                        .append("\" x2=\"")
                        .append(point.x())
                        .append("\" y2=\"")
                        .append(point.base())
                        .append("\" stroke=\"#4f9a8b\" stroke-width=\"7\"/>");
            }
            drawn.append("<circle class=\"point\" cx=\"")
                    .append(point.x())
                    .append("\" cy=\"")
                    .append(point.y())
                    .append("\" r=\"3.6\" fill=\"#1c7268\"><title>")
                    .append(HtmlUtils.htmlEscape(point.words()))
                    .append("</title></circle>");
        }
        return drawn.toString();
    }

    public static OverTime of(Standing standing, Student student, double width) {
        return make(standing, student, width);
    }

    public static OverTime ofClass(Standing standing, double width) {
        return make(standing, null, width);
    }

    private static OverTime make(Standing standing, @Nullable Student student, double width) {
        List<AssessmentFigures> counted = standing.assessments().stream()
                .filter(figures -> figures.counted() > 0)
                .toList();
        double most = counted.stream()
                .flatMap(figures -> figures.highest().stream())
                .mapToDouble(Axis::number)
                .max()
                .orElse(100);
        double high = Math.max(100, Math.ceil(most / 10) * 10);
        List<Point> points = new ArrayList<>();
        List<String> means = new ArrayList<>();
        for (int i = 0; i < counted.size(); i++) {
            AssessmentFigures figures = counted.get(i);
            double x = x(i, counted.size(), width);
            Percent mean = figures.mean().orElseThrow();
            means.add(x + "," + y(mean, high));
            String title = figures.assessment().title();
            if (student == null) {
                points.add(new Point(
                        x,
                        y(mean, high),
                        y(figures.quartile(3).orElseThrow(), high),
                        y(figures.quartile(1).orElseThrow(), high),
                        title + ": mean " + shown(standing, mean) + " %"));
            } else {
                figures.percentOf(student)
                        .ifPresent(percent -> points.add(new Point(
                                x,
                                y(percent, high),
                                y(percent, high),
                                y(percent, high),
                                title + ": " + shown(standing, percent) + " %, class mean " + shown(standing, mean))));
            }
        }
        return new OverTime(
                width,
                List.of(25, 50, 75, 100).stream()
                        .map(level -> new Level(level.toString(), y(Percent.of(level), high)))
                        .toList(),
                days(counted, width),
                student == null
                        ? ""
                        : points.stream()
                                .map(point -> point.x() + "," + point.y())
                                .collect(Collectors.joining(" ")),
                String.join(" ", means),
                points,
                points.isEmpty()
                        ? "Nothing counts yet"
                        : points.stream().map(Point::words).collect(Collectors.joining("; ")));
    }

    private static List<Day> days(List<AssessmentFigures> counted, double width) {
        List<Day> days = new ArrayList<>();
        double free = 0;
        for (int i = 0; i < counted.size(); i++) {
            double x = x(i, counted.size(), width);
            boolean first = i == 0;
            boolean last = i == counted.size() - 1;
            // The last one lies left of its point; who comes close before it gives way.
            boolean room = first || x >= free && (last || x <= width - APART - APART / 2.0);
            if (room) {
                days.add(new Day(
                        x, Days.brief(counted.get(i).assessment().date()), first ? "start" : last ? "end" : "middle"));
                free = x + (first ? APART * 1.5 : APART);
            }
        }
        return days;
    }

    private static String shown(Standing standing, Percent percent) {
        return percent.shown(standing.book().rules().places());
    }

    private static double x(int i, int count, double width) {
        double share = count < 2 ? 0.5 : (double) i / (count - 1);
        return Axis.tenths(LEFT + 6 + share * (width - LEFT - 14));
    }

    private static double y(Percent percent, double high) {
        return Axis.tenths(BASE - Math.max(0, Axis.number(percent)) / high * (BASE - TOP));
    }
}
