package aestimo.bench.load;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Thirty teachers who type while {@code scripts/cluster} takes away one part of the installation after another. It tells
 * in a file what it does and when; at the end each of these is said with how long nobody's entry was kept, and how long
 * the slowest one took, until the next. Ends with an error where an entry was lost or kept twice.
 */
public final class ClusterTyping {
    private static final int TEACHERS = 30;
    private static final int STUDENTS = 28;
    private static final int PIECES = 20;
    private static final long PACE_NANOS = 1_000_000_000L;

    /** @param at when it was kept, in milliseconds of the clock; @param took from when it was due */
    private record Kept(long at, double took) {}

    /** What was done to the installation. */
    private record Event(long at, String words) {}

    private ClusterTyping() {}

    /** @param args the address, the folder in which the script says how far it is, and the owner's password */
    public static void main(String[] args) throws Exception {
        String address = args[0];
        Path folder = Path.of(args[1]);
        Ledger.addAccounts(database(folder, args[2]), "typing", TEACHERS);
        List<TypingTeacher> teachers = new ArrayList<>();
        ExecutorService threads = Executors.newFixedThreadPool(TEACHERS);
        List<Future<TypingTeacher>> made = new ArrayList<>();
        for (int i = 0; i < TEACHERS; i++) {
            String name = "typing" + i;
            made.add(threads.submit(() -> TypingTeacher.withClass(address, name, STUDENTS, PIECES)));
        }
        for (Future<TypingTeacher> one : made) {
            teachers.add(one.get());
        }
        ConcurrentLinkedQueue<Kept> kept = new ConcurrentLinkedQueue<>();
        Path end = folder.resolve("end");
        List<Future<?>> typing = new ArrayList<>();
        for (TypingTeacher teacher : teachers) {
            typing.add(threads.submit(() -> teacher.type(
                    done -> !Files.exists(end),
                    PACE_NANOS,
                    (due, took) -> kept.add(new Kept(System.currentTimeMillis(), took)))));
        }
        Files.createFile(folder.resolve("typing"));
        for (Future<?> one : typing) {
            one.get();
        }
        threads.shutdown();
        tell(events(folder), new ArrayList<>(kept));
        System.out.println(
                teachers.stream().mapToInt(TypingTeacher::again).sum() + " requests had to be sent again by the page");
        System.exit(Ledger.holds(database(folder, args[2]), teachers) ? 0 : 1);
    }

    /** Where the database is by now. */
    private static Connection database(Path folder, String password) throws Exception {
        String port = Files.readString(folder.resolve("primary")).strip();
        return DriverManager.getConnection(
                "jdbc:postgresql://127.0.0.1:" + port + "/aestimo", "aestimo_owner", password);
    }

    private static List<Event> events(Path folder) throws IOException {
        List<Event> events = new ArrayList<>();
        for (String line : Files.readAllLines(folder.resolve("events"))) {
            String[] parts = line.split(" ", 2);
            events.add(new Event(Long.parseLong(parts[0]), parts[1]));
        }
        return events;
    }

    private static void tell(List<Event> events, List<Kept> kept) {
        kept.sort(Comparator.comparingLong(Kept::at));
        for (int i = 0; i < events.size() - 1; i++) {
            Event event = events.get(i);
            long until = events.get(i + 1).at();
            Latencies latencies = new Latencies();
            long before = event.at();
            long gap = 0;
            for (Kept one : kept) {
                if (one.at() >= event.at() && one.at() < until) {
                    gap = Math.max(gap, one.at() - before);
                    before = one.at();
                    latencies.add(one.took());
                }
            }
            gap = Math.max(gap, until - before);
            System.out.printf(
                    Locale.ROOT,
                    "%-46s nothing kept for %5.2f s at most; %d entries, median %.0f ms, p95 %.0f ms, slowest %.1f s%n",
                    event.words(),
                    gap / 1e3,
                    latencies.count(),
                    latencies.percentile(50),
                    latencies.percentile(95),
                    latencies.percentile(100) / 1e3);
        }
    }
}
