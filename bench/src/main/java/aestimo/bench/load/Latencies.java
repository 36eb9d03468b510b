package aestimo.bench.load;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/** Durations in milliseconds, and what is told of them. Safe for many threads. */
final class Latencies {
    private final List<Double> all = Collections.synchronizedList(new ArrayList<>());

    void add(double milliseconds) {
        all.add(milliseconds);
    }

    int count() {
        return all.size();
    }

    /** The smallest duration that so many of a hundred do not exceed. */
    double percentile(int of100) {
        List<Double> sorted = new ArrayList<>(all);
        Collections.sort(sorted);
        int place = (int) Math.ceil(sorted.size() * of100 / 100.0) - 1;
        return sorted.get(Math.max(0, place));
    }

    @Override
    public String toString() {
        return all.isEmpty()
                ? "nothing measured"
                : String.format(
                        Locale.ROOT,
                        "%d, median %.1f ms, p95 %.1f ms, p99 %.1f ms, most %.1f ms",
                        count(),
                        percentile(50),
                        percentile(95),
                        percentile(99),
                        percentile(100));
    }
}
