package aestimo.app.picture;

import aestimo.app.frame.Plain;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The boundary rail: bands as stretches of one scale, the part just below each boundary shaded, each student present a
 * dot, the class mean marked. Lengths are in units of the drawing, {@link #width} by {@value #HEIGHT}.
 *
 * @param words the same for those who do not see it
 */
public record Rail(
        int width, List<Stretch> stretches, List<Peg> pegs, List<Dot> dots, Optional<Mark> mean, String words) {
    public static final int HEIGHT = 150;
    private static final int EDGE = 18;
    private static final int TOP = 24;
    private static final int BASE = 122;
    private static final double DOT = 12;
    private static final double NARROWEST_LABEL = 26;
    private static final double NARROWEST_COUNT = 45;
    /** About as wide as a letter of a label. */
    private static final double LETTER = 8;

    private static final int LETTERS_OF_COUNT = 4;

    /** A band with how many have it; its label is left out where the stretch is too narrow for it. */
    public record Stretch(String label, int count, double x, double width, boolean odd, boolean shown) {
        /** Whether the count fits behind the label. */
        public boolean counted() {
            return width >= Math.max(NARROWEST_COUNT, LETTER * (label.length() + LETTERS_OF_COUNT));
        }
    }

    /**
     * A boundary, and the stretch just below it.
     *
     * @param from percent, as a form holds it
     * @param label of the band that starts here
     * @param perPercent units for each percentage point, for dragging
     */
    public record Peg(String from, String label, double x, double near, double perPercent) {}

    /** One student's result. */
    public record Dot(String student, String name, double x, double y, boolean near) {}

    public record Mark(double x, String words) {}

    /** Over those present; {@code width} of a wide or a narrow page. */
    public static Rail of(Standing standing, int width) {
        List<StudentStanding> shown = standing.students().stream()
                .filter(own -> own.present() && own.result().isPresent())
                .sorted(Comparator.comparing(own -> own.result().orElseThrow().exact()))
                .toList();
        Axis axis = Axis.holding(held(standing, shown), EDGE, width - 2 * EDGE);
        List<Stretch> stretches = stretches(standing, axis);
        return new Rail(
                width,
                stretches,
                pegs(standing, axis),
                dots(shown, axis),
                standing.mean().mean().map(mean -> new Mark(axis.x(mean.rounded()), "class mean " + mean.inWords())),
                words(stretches, shown.size()));
    }

    /** What must lie on the rail: every result, and every boundary but the lowest band's. */
    private static List<Percent> held(Standing standing, List<StudentStanding> shown) {
        List<Percent> held = new ArrayList<>();
        shown.forEach(own -> held.add(own.result().orElseThrow().rounded()));
        standing.book().boundaries().bands().stream()
                .map(Band::from)
                .filter(from -> from.compareTo(Percent.ZERO) > 0)
                .forEach(held::add);
        return held;
    }

    private static List<Stretch> stretches(Standing standing, Axis axis) {
        List<Stretch> stretches = new ArrayList<>();
        double end = axis.end();
        for (var count : standing.countsByBand().entrySet()) {
            boolean lowest = standing.book().boundaries().stepOf(count.getKey()) == 0;
            double x = lowest ? axis.left() : axis.x(count.getKey().from());
            double width = Axis.tenths(end - x);
            stretches.add(
                    0,
                    new Stretch(
                            count.getKey().label(),
                            count.getValue(),
                            x,
                            width,
                            stretches.size() % 2 == 1,
                            width
                                    >= Math.max(
                                            NARROWEST_LABEL,
                                            LETTER * count.getKey().label().length())));
            end = x;
        }
        return stretches;
    }

    private static List<Peg> pegs(Standing standing, Axis axis) {
        double perPercent = axis.width() / (axis.high() - axis.low());
        double near = Axis.number(standing.book().rules().borderline()) * perPercent;
        List<Peg> pegs = new ArrayList<>();
        for (Band band : standing.book().boundaries().bands()) {
            if (standing.book().boundaries().stepOf(band) > 0) {
                double x = axis.x(band.from());
                pegs.add(
                        0,
                        new Peg(
                                Plain.words(band.from()),
                                band.label(),
                                x,
                                Axis.tenths(Math.min(near, x - axis.left())),
                                perPercent));
            }
        }
        return pegs;
    }

    /** Each as low as it can lie without touching another; more than fit are drawn closer. */
    private static List<Dot> dots(List<StudentStanding> ascending, Axis axis) {
        int[] levels = Stack.levels(
                ascending.stream()
                        .mapToDouble(own -> axis.x(own.result().orElseThrow().rounded()))
                        .toArray(),
                DOT);
        int most = Arrays.stream(levels).max().orElse(0);
        double step = most == 0 ? DOT : Math.min(DOT, (BASE - TOP - DOT) / most);
        List<Dot> dots = new ArrayList<>();
        for (int i = 0; i < levels.length; i++) {
            Result result = ascending.get(i).result().orElseThrow();
            Student student = ascending.get(i).student();
            dots.add(new Dot(
                    student.id().text(),
                    student.listName() + ", " + result.inWords(),
                    axis.x(result.rounded()),
                    Axis.tenths(BASE - DOT / 2 - levels[i] * step),
                    result.justBelow()));
        }
        return dots;
    }

    private static String words(List<Stretch> stretches, int students) {
        if (stretches.isEmpty()) {
            return students + " results, no grades";
        }
        List<String> counts = new ArrayList<>();
        stretches.forEach(stretch -> counts.add("grade " + stretch.label() + " " + stretch.count()));
        return "Results on the boundaries: " + String.join(", ", counts);
    }
}
