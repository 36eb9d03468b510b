package aestimo.app.groundwork;

import aestimo.app.frame.Plain;
import aestimo.core.boundary.Band;
import aestimo.core.result.Standing;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * The boundaries drawn on one scale from 0 to 100: each band a stretch, each boundary a peg. Lengths are in units of
 * the drawing.
 */
public record BoundaryRail(List<Stretch> stretches) {
    public static final int WIDTH = 860;

    /**
     * One band.
     *
     * @param from shown on its peg
     * @param students how many of those present have it over the year
     */
    public record Stretch(String label, String from, double x, double width, int students) {
        public String studentWords() {
            return students == 0 ? "" : students == 1 ? "1 student" : students + " students";
        }
    }

    /** Lowest band first, from left to right. */
    static BoundaryRail of(Standing year) {
        List<Stretch> stretches = new ArrayList<>();
        double end = WIDTH;
        for (Map.Entry<Band, Integer> count : year.countsByBand().entrySet()) {
            Percent from = count.getKey().from();
            double x = from.exact().toDecimal(4).doubleValue() * WIDTH / 100;
            stretches.add(
                    0,
                    new Stretch(
                            count.getKey().label(),
                            Plain.words(from),
                            Math.round(x * 10) / 10.0,
                            Math.round((end - x) * 10) / 10.0,
                            count.getValue()));
            end = x;
        }
        return new BoundaryRail(stretches);
    }
}
