package aestimo.bench.load;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/**
 * How much of the processor the host of a virtual machine gave to others. What is measured meanwhile tells of the host,
 * not of the application, and is told apart.
 */
final class StolenTime {
    private static final Path COUNTERS = Path.of("/proc/stat");
    /** Where the kernel's first line has it: behind user, nice, system, idle, iowait, irq and softirq. */
    private static final int STEAL = 8;

    private static final long NANOS_OF_A_COUNT = 10_000_000;
    private static final long SECOND = 1_000_000_000;
    private static final long KEPT = 60 * SECOND;
    /** Of one processor. */
    private static final double NOTHING_TO_SPEAK_OF = 0.02;

    private final NavigableMap<Long, Long> countsByTime = new TreeMap<>();

    private static long count() {
        try (var lines = Files.lines(COUNTERS)) {
            String[] counts = lines.findFirst().orElse("").split("\\s+");
            return counts.length > STEAL ? Long.parseLong(counts[STEAL]) : 0;
        } catch (IOException notThisSystem) {
            throw new UncheckedIOException(notThisSystem);
        }
    }

    /** Notes how much it is by now; asked for once a second, any moment can be compared later. */
    synchronized long note() {
        long now = System.nanoTime();
        long count = count();
        countsByTime.put(now, count);
        countsByTime.headMap(now - KEPT).clear();
        return count;
    }

    /** Whether over 2 % of a processor was taken between a second before a moment and now. */
    synchronized boolean isMuchSince(long nanoTime) {
        long count = note();
        Map.Entry<Long, Long> before = countsByTime.floorEntry(nanoTime - SECOND);
        if (before == null) {
            before = countsByTime.firstEntry();
        }
        long stolen = (count - before.getValue()) * NANOS_OF_A_COUNT;
        return stolen > NOTHING_TO_SPEAK_OF * (System.nanoTime() - before.getKey());
    }
}
