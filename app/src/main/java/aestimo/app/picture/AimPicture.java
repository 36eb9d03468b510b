package aestimo.app.picture;

import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Attainments;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The grade one student reached against the aim over the terms, in bands from the lowest at the foot: aims broken to a
 * ring at the end, grades as a line with a dot at each term, hollow where the term is not over. Lengths are in units of
 * the drawing.
 *
 * @param aims as SVG takes points; empty without an aim
 * @param line of the grades likewise; empty where there is nothing to join
 * @param ring where the aims end
 * @param terms names under the picture; empty on a small one
 * @param words the same for those who do not see it
 */
public record AimPicture(
        double width,
        double height,
        double left,
        List<Level> levels,
        String aims,
        Optional<Point> ring,
        String line,
        List<Dot> dots,
        List<Label> terms,
        String words) {
    private static final double EDGE = 12;
    private static final double TOP = 10;
    private static final double FOOT = 18;
    /** Labels of bands keep this far apart. */
    private static final double NEAREST = 19;

    private static final double LETTER = 6.6;

    /** How large, and with how much beside the lines. */
    public enum Size {
        /** One of many on a page. */
        SMALL(164, 84, false),
        /** One of many on paper. */
        PAPER(120, 64, false),
        /** Alone, in a margin. */
        MARGIN(264, 168, true);

        private final double width;
        private final double height;
        private final boolean terms;

        Size(double width, double height, boolean terms) {
            this.width = width;
            this.height = height;
            this.terms = terms;
        }
    }

    /** A band the picture is ruled at. */
    public record Level(String words, double y) {}

    public record Point(double x, double y) {
        private String text() {
            return x + "," + y;
        }
    }

    /** A grade reached; {@code soFar} while its term is not over. */
    public record Dot(double x, double y, boolean soFar, String words) {}

    public record Label(double x, String words) {}

    /** @param fromStage whether it begins at the end of the earlier stage, where the student has a band for that */
    public static AimPicture of(Attainments attained, Student student, Size size, boolean fromStage) {
        return new Drawing(attained, student, size, fromStage).picture();
    }

    private static final class Drawing {
        private final Attainments attained;
        private final Boundaries bands;
        private final Student student;
        private final Target target;
        private final Size size;
        private final boolean stage;
        private final double left;
        private final double base;

        Drawing(Attainments attained, Student student, Size size, boolean fromStage) {
            this.attained = attained;
            this.bands = attained.book().boundaries();
            this.student = student;
            this.target = attained.target(student);
            this.size = size;
            this.stage = fromStage && target.stage().isPresent();
            int longest = bands.bands().stream()
                    .mapToInt(band -> band.label().length())
                    .max()
                    .orElse(1);
            this.left = Math.min(size.width / 3, EDGE + longest * LETTER);
            this.base = size.height - (size.terms ? FOOT : TOP);
        }

        AimPicture picture() {
            List<Point> aims = new ArrayList<>();
            List<Point> reached = new ArrayList<>();
            List<Dot> dots = new ArrayList<>();
            List<String> words = new ArrayList<>();
            if (stage) {
                band(target.stage()).ifPresent(band -> begin(aims, reached, x(-1), band));
                words.add("ended the earlier stage at " + target.stage().orElseThrow());
            }
            band(target.start()).ifPresent(band -> begin(aims, reached, x(0), band));
            target.start().ifPresent(label -> words.add("began at " + label));
            List<Term> terms = attained.book().terms();
            List<Attainment> own = attained.of(student);
            for (int term = 0; term < terms.size(); term++) {
                double x = x(term + 1);
                Optional<Band> aim = term < own.size() ? own.get(term).aim() : attained.aim(student, term);
                Boundaries judgedBy = term < own.size() ? own.get(term).bands() : bands;
                aim.ifPresent(band -> aims.add(new Point(x, y(band, judgedBy))));
                if (term < own.size()) {
                    String told = words(own.get(term));
                    words.add(told);
                    Attainment at = own.get(term);
                    at.reached().ifPresent(band -> {
                        double y = y(band, at.bands());
                        reached.add(new Point(x, y));
                        dots.add(new Dot(x, y, attained.isSoFar(at.term()), told));
                    });
                }
            }
            target.end().ifPresent(label -> words.add("aims for " + label));
            boolean aimed = target.hasAim();
            return new AimPicture(
                    size.width,
                    size.height,
                    left,
                    levels(),
                    aimed && aims.size() > 1 ? points(aims) : "",
                    aimed && !aims.isEmpty() ? Optional.of(aims.get(aims.size() - 1)) : Optional.empty(),
                    reached.size() > 1 ? points(reached) : "",
                    dots,
                    size.terms ? labels(terms) : List.of(),
                    words.isEmpty() ? "no target and no grade yet" : String.join("; ", words));
        }

        private void begin(List<Point> aims, List<Point> reached, double x, Band band) {
            aims.add(new Point(x, y(band)));
            reached.add(new Point(x, y(band)));
        }

        private Optional<Band> band(Optional<String> label) {
            return label.flatMap(bands::labelled);
        }

        private String words(Attainment own) {
            return own.term().name()
                    + (attained.isSealed(own.term()) ? ", sealed" : attained.isSoFar(own.term()) ? " so far" : "")
                    + ": "
                    + own.aim().map(band -> "aim " + band.label() + ", ").orElse("")
                    + own.reached().map(band -> "reached " + band.label()).orElse("no grade");
        }

        private static String points(List<Point> points) {
            return points.stream().map(Point::text).collect(Collectors.joining(" "));
        }

        /** @param place 0 for the start of the year, 1 for the first term, −1 for the earlier stage */
        private double x(int place) {
            int steps = attained.book().terms().size() + (stage ? 1 : 0);
            double share = steps == 0 ? 0 : (place + (stage ? 1.0 : 0)) / steps;
            return Axis.tenths(left + share * (size.width - left - EDGE));
        }

        private double y(Band band) {
            return y(band, bands);
        }

        /** A term sealed with other bands stands by its place among those. */
        private double y(Band band, Boundaries judgedBy) {
            int most = judgedBy.bands().size() - 1;
            double share = most == 0 ? 0.5 : (double) judgedBy.stepOf(band) / most;
            return Axis.tenths(base - share * (base - TOP));
        }

        private List<Level> levels() {
            int most = bands.bands().size() - 1;
            int each = most == 0 ? 1 : (int) Math.max(1, Math.ceil(NEAREST * most / (base - TOP)));
            List<Level> levels = new ArrayList<>();
            for (int step = 0; step <= most; step += each) {
                levels.add(new Level(bands.atStep(step).label(), y(bands.atStep(step))));
            }
            return levels;
        }

        private List<Label> labels(List<Term> terms) {
            List<Label> labels = new ArrayList<>();
            if (stage) {
                labels.add(new Label(x(-1), "before"));
            }
            labels.add(new Label(x(0), "start"));
            for (int term = 0; term < terms.size(); term++) {
                labels.add(new Label(x(term + 1), "T" + (term + 1)));
            }
            return labels;
        }
    }
}
