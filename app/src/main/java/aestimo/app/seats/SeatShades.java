package aestimo.app.seats;

import aestimo.app.figures.Value;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** How dark the seats are by one figure: five shades, the highest values the darkest; none for words and for nothing. */
final class SeatShades {
    private static final int SHADES = 5;

    private SeatShades() {}

    static Map<Long, Integer> of(Map<Long, Value> values) {
        List<Value> distinct = values.values().stream()
                .filter(value -> !value.isEmpty())
                .sorted(Value.order(false))
                .distinct()
                .toList();
        Map<Long, Integer> shades = new HashMap<>();
        values.forEach((student, value) -> {
            int at = distinct.indexOf(value);
            if (at >= 0 && distinct.size() > 1) {
                shades.put(student, 1 + at * (SHADES - 1) / (distinct.size() - 1));
            }
        });
        return shades;
    }
}
