package aestimo.app.picture;

import aestimo.core.boundary.Band;
import aestimo.core.result.Prospects;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a result may still become, on the boundaries: the stretch from worst to best, the result a dot. Lengths are in
 * units of the drawing.
 */
public record PossibleBar(
        List<Double> pegs,
        List<Label> labels,
        double from,
        double to,
        Optional<Double> result,
        Optional<Label> worst,
        Optional<Label> best) {
    public static final int WIDTH = 300;
    private static final int EDGE = 6;
    private static final double NARROWEST = 14;
    /** About as wide as a letter of a label. */
    private static final double LETTER = 6.2;

    /** Some words, centred at a place. */
    public record Label(double x, String words) {}

    public static PossibleBar of(Standing standing, StudentStanding own) {
        List<Percent> held = new ArrayList<>();
        Prospects prospects = own.prospects();
        prospects.worst().ifPresent(held::add);
        prospects.best().ifPresent(held::add);
        own.result().ifPresent(result -> held.add(result.rounded()));
        List<Band> bands = standing.book().boundaries().bands();
        bands.stream()
                .map(Band::from)
                .filter(from -> from.compareTo(Percent.ZERO) > 0)
                .forEach(held::add);
        Axis axis = Axis.holding(held, EDGE, WIDTH - 2 * EDGE);
        List<Double> pegs = new ArrayList<>();
        List<Label> labels = new ArrayList<>();
        double end = axis.end();
        for (Band band : bands) {
            double x = standing.book().boundaries().stepOf(band) == 0 ? axis.left() : axis.x(band.from());
            // One that is wider than its band would lie over its neighbour or be cut at the edge.
            if (end - x >= Math.max(NARROWEST, LETTER * band.label().length())) {
                labels.add(new Label(Axis.tenths((x + end) / 2), band.label()));
            }
            if (x > axis.left()) {
                pegs.add(x);
            }
            end = x;
        }
        boolean open = prospects.remaining() > 0;
        Optional<Percent> worst = prospects.worst().filter(it -> open);
        Optional<Percent> best = prospects.best().filter(it -> open);
        return new PossibleBar(
                pegs,
                labels,
                worst.map(axis::x).orElse(axis.left()),
                best.map(axis::x).orElse(axis.left()),
                own.result().map(result -> axis.x(result.rounded())),
                worst.map(it -> label(standing, axis, it)),
                best.map(it -> label(standing, axis, it)));
    }

    private static Label label(Standing standing, Axis axis, Percent percent) {
        double x = Math.max(34, Math.min(WIDTH - 34, axis.x(percent)));
        return new Label(x, percent.shown(standing.book().rules().places()));
    }
}
