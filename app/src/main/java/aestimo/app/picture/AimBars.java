package aestimo.app.picture;

import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.targets.AttainmentCounts;
import aestimo.core.targets.Attainments;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/**
 * Terms as bars: how many are well below, below, on and above their aims, to scale. Lengths are in units of the drawing,
 * {@value #WIDTH} wide.
 */
public record AimBars(List<Bar> bars) {
    public static final int WIDTH = 600;
    private static final double NARROWEST_SIGN = 46;

    /**
     * One term.
     *
     * @param label “Term 2, so far”
     * @param words the same for those who do not see it
     */
    public record Bar(String label, List<Part> parts, AttainmentCounts counts, String words) {}

    /**
     * A stretch of a bar.
     *
     * @param css of what it stands for
     * @param shown the count, with its sign where there is room
     */
    public record Part(double x, double width, String css, String shown) {}

    /** @param of which students; all of them for the class */
    public static AimBars of(Attainments attained, Predicate<Student> of) {
        return new AimBars(attained.terms().stream()
                .map(term -> bar(attained, term, attained.counts(term, of)))
                .toList());
    }

    private static Bar bar(Attainments attained, Term term, AttainmentCounts counts) {
        int all = counts.compared() + counts.without();
        List<Part> parts = new ArrayList<>();
        double x = 0;
        x = part(parts, x, all, counts.wellBelow(), "is-well-below", "▼▼");
        x = part(parts, x, all, counts.below(), "is-below", "▼");
        x = part(parts, x, all, counts.on(), "is-on", "=");
        x = part(parts, x, all, counts.above(), "is-above", "▲");
        part(parts, x, all, counts.without(), "is-without", "–");
        return new Bar(
                term.name() + (attained.isSealed(term) ? ", sealed" : attained.isSoFar(term) ? " so far" : ""),
                parts,
                counts,
                counts.wellBelow() + " well below, " + counts.below() + " below, " + counts.on() + " on, "
                        + counts.above() + " above their aims, " + counts.without() + " without aim or grade");
    }

    private static double part(List<Part> parts, double x, int all, int count, String css, String sign) {
        if (count == 0) {
            return x;
        }
        double width = Axis.tenths((double) WIDTH * count / all);
        parts.add(new Part(x, width, css, width >= NARROWEST_SIGN ? sign + " " + count : Integer.toString(count)));
        return Axis.tenths(x + width);
    }
}
