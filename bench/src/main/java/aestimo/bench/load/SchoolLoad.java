package aestimo.bench.load;

import aestimo.app.testing.Html;
import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import aestimo.app.testing.Visitor;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;

/**
 * A school's load on one process of 512 MB, as the unit for a school gives it, and its database, both on this machine,
 * whoever asks included: 100 teachers with five classes each of 24 students and 125 assessments, which makes 12 000 students
 * and 1.5 million entries. Fifty of them work at once, half of the time as on a marking evening, half as on the last day
 * before the return.
 *
 * <p>A marking evening: the desk, a class's sheet, then ten entries two seconds apart, each with its margin asked for every
 * third time, Standing, one student's page, the loose ends; three to seven seconds are looked at each page. The last day
 * before the return: the desk, Standing, ten students' pages one after the other, the spread, targets, the return's page,
 * the list across classes, the results as CSV, and two entries corrected.
 *
 * <p>What was asked while the host of a virtual machine took over 2 % of a processor away is told apart.
 */
public final class SchoolLoad {
    private static final int TEACHERS = 100;
    private static final int CLASSES = 5;
    private static final int STUDENTS = 24;
    private static final int PIECES = 125;
    private static final int AT_ONCE = 50;
    private static final int TYPED = 10;
    private static final long MORE_IDS = 1_000_000;
    /**
     * After how many minutes the figures so far are told, and others begin: what a process does for the first time is
     * compiled meanwhile, pages that are seldom asked for later than others.
     */
    private static final Set<Integer> TOLD_AFTER = Set.of(4, 10, 20);

    private static final int BEGUN_WITHIN = 120;
    private static final long SECOND = 1_000_000_000L;

    private final Server server;
    private final Map<String, Latencies> latencies = new ConcurrentHashMap<>();
    private final Map<String, Latencies> whileStolen = new ConcurrentHashMap<>();
    private final StolenTime stolen = new StolenTime();
    private final AtomicInteger failed = new AtomicInteger();
    private volatile boolean over;

    private SchoolLoad(Server server) {
        this.server = server;
    }

    /** @param args for how many minutes they work; 30 without any */
    public static void main(String[] args) throws Exception {
        System.setProperty(
                TestCluster.OPTIONS,
                "-c shared_preload_libraries=pg_stat_statements -c shared_buffers=512MB -c max_wal_size=2GB");
        System.setProperty(Server.MEMORY, "512m");
        int minutes = args.length == 0 ? 30 : Integer.parseInt(args[0]);
        SchoolLoad school = new SchoolLoad(Server.empty(Map.of("AESTIMO_REQUESTS_AT_ONCE", "190")));
        school.make();
        school.workFor(minutes);
        school.tellSql();
        System.exit(0);
    }

    private Connection connection(String role) throws SQLException {
        TestCluster cluster = server.cluster();
        return DriverManager.getConnection(cluster.url(), "aestimo_" + role, cluster.password(role));
    }

    /** One class through the forms, four more through the import a teacher uses, and all of it once for each colleague. */
    private void make() throws Exception {
        long start = System.nanoTime();
        Ledger.addAccounts(connection("owner"), "school", TEACHERS);
        TypingTeacher first = TypingTeacher.withClass(server.address(), "school0", STUDENTS, PIECES);
        first.fillAll();
        first.setBands();
        String book = new String(
                first.visitor().download(first.base() + "/groundwork/class/markbook?memos=true"),
                StandardCharsets.UTF_8);
        for (int i = 1; i < CLASSES; i++) {
            String own = book.replace("\"9B\"", "\"" + (i + 6) + "C\"").replace("Student", "Family" + i);
            HttpResponse<String> made =
                    first.visitor().upload("/classes/import", "file", own.getBytes(StandardCharsets.UTF_8));
            if (made.statusCode() != 302) {
                throw new IllegalStateException("a class was not imported: " + made.statusCode());
            }
        }
        try (Connection connection = connection("super");
                Statement statement = connection.createStatement()) {
            statement.execute("SET session_replication_role = replica");
            List<Long> teachers = new ArrayList<>();
            try (ResultSet rows = statement.executeQuery("SELECT id FROM teacher ORDER BY id")) {
                while (rows.next()) {
                    teachers.add(rows.getLong(1));
                }
            }
            for (String copy : copies(statement)) {
                for (int i = 1; i < TEACHERS; i++) {
                    statement.execute(copy.replace("$from", teachers.get(0).toString())
                            .replace("$to", teachers.get(i).toString())
                            .replace("$more", Long.toString(i * MORE_IDS)));
                }
            }
            statement.execute("VACUUM ANALYZE");
            statement.execute("CREATE EXTENSION pg_stat_statements");
            try (ResultSet counts = statement.executeQuery(
                    "SELECT (SELECT count(*) FROM entry), (SELECT count(*) FROM student), (SELECT count(*) FROM school_class),"
                            + " pg_size_pretty(pg_database_size(current_database()))")) {
                counts.next();
                System.out.printf(
                        "%d entries, %d students, %d classes, database %s; made in %.0f s%n",
                        counts.getLong(1),
                        counts.getLong(2),
                        counts.getLong(3),
                        counts.getString(4),
                        (System.nanoTime() - start) / 1e9);
            }
        }
    }

    /** For each table what copies a teacher's rows to another: every id and what refers to one is higher by the same. */
    private static List<String> copies(Statement statement) throws SQLException {
        List<String> copies = new ArrayList<>();
        try (ResultSet rows = statement.executeQuery("""
                SELECT format('INSERT INTO %I (%s) OVERRIDING SYSTEM VALUE SELECT %s FROM %I WHERE teacher_id = $from', table_name,
                              string_agg(quote_ident(column_name), ', ' ORDER BY ordinal_position),
                              string_agg(CASE WHEN column_name = 'teacher_id' THEN '$to'
                                              WHEN data_type = 'bigint' AND (column_name = 'id' OR right(column_name, 3) = '_id')
                                              THEN quote_ident(column_name) || ' + $more' ELSE quote_ident(column_name) END,
                                         ', ' ORDER BY ordinal_position), table_name)
                  FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
                 WHERE table_schema = 'public' AND table_type = 'BASE TABLE' AND is_generated = 'NEVER'
                   AND EXISTS (SELECT FROM information_schema.columns o WHERE o.table_schema = c.table_schema
                                  AND o.table_name = c.table_name AND o.column_name = 'teacher_id')
                 GROUP BY table_name""")) {
            while (rows.next()) {
                copies.add(rows.getString(1));
            }
        }
        return copies;
    }

    private void workFor(int minutes) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE);
        List<Future<?>> working = new ArrayList<>();
        for (int i = 0; i < AT_ONCE; i++) {
            int number = i;
            working.add(threads.submit(() -> work(number)));
        }
        for (int minute = 0; minute < minutes; minute += 1) {
            for (int second = 0; second < 60; second++) {
                LockSupport.parkNanos(SECOND);
                stolen.note();
            }
            if (TOLD_AFTER.contains(minute + 1)) {
                tell("up to minute " + (minute + 1));
                latencies.clear();
                whileStolen.clear();
            }
            if (minute % 5 == 4 || minute == minutes - 1) {
                System.out.printf("after %d minutes the process holds %d MB%n", minute + 1, server.memory());
            }
        }
        over = true;
        for (Future<?> one : working) {
            one.get();
        }
        threads.shutdown();
        tell("from then on");
        System.out.println(failed.get() + " requests failed");
    }

    private void tell(String words) {
        System.out.println(words);
        tell(latencies);
        if (!whileStolen.isEmpty()) {
            System.out.println(" while the host took part of the processor away");
            tell(whileStolen);
        }
    }

    private static void tell(Map<String, Latencies> measured) {
        new TreeMap<>(measured).forEach((what, own) -> System.out.printf("  %-28s %s%n", what, own));
    }

    private void work(int number) {
        Random random = new Random(number);
        Visitor visitor = new Visitor(server.address());
        pause(random, 0, BEGUN_WITHIN);
        List<String> classes = List.of();
        while (classes.isEmpty() && !over) {
            visitor.signIn("school" + number, TypingTeacher.PASSWORD);
            classes = Html.values(visitor.get("/").body(), ".desk-class", "href").stream()
                    .map(at -> at.replaceAll("(/classes/\\d+).*", "$1"))
                    .toList();
        }
        while (!over) {
            String base = classes.get(random.nextInt(classes.size()));
            try {
                if (number % 2 == 0) {
                    evening(visitor, base, random);
                } else {
                    lastDay(visitor, base, random);
                }
            } catch (UncheckedIOException broken) {
                failed.incrementAndGet();
            } catch (NotShown refused) {
                // Counted where it was asked; the teacher begins again at the desk.
                pause(random, 3, 4);
            }
        }
    }

    private void evening(Visitor visitor, String base, Random random) {
        ask(visitor, "desk", "/", random);
        String sheet = ask(visitor, "sheet", base + "/marks?span=year", random);
        Sheet own = new Sheet(sheet);
        for (int i = 0; i < TYPED && !over; i++) {
            own.type(visitor, base, random);
            if (i % 3 == 0) {
                ask(visitor, "margin", base + "/margin?span=year&part=0&" + own.at, random);
            }
            pause(random, 2, 2);
        }
        ask(visitor, "standing", base + "/standing", random);
        ask(visitor, "student", base + "/standing/" + own.students.get(random.nextInt(STUDENTS)), random);
        ask(visitor, "loose ends", "/loose-ends", random);
    }

    private void lastDay(Visitor visitor, String base, Random random) {
        ask(visitor, "desk", "/", random);
        Sheet own = new Sheet(ask(visitor, "sheet", base + "/marks?span=year", random));
        ask(visitor, "standing", base + "/standing", random);
        for (int i = 0; i < TYPED && !over; i++) {
            ask(visitor, "student", base + "/standing/" + own.students.get(i), random);
        }
        ask(visitor, "spread", base + "/standing/spread", random);
        ask(visitor, "targets", base + "/targets", random);
        ask(visitor, "return", base + "/to-school", random);
        ask(visitor, "across classes", "/across", random);
        ask(visitor, "results as CSV", base + "/standing.csv", random);
        for (int i = 0; i < 2 && !over; i++) {
            own.type(visitor, base, random);
            pause(random, 2, 2);
        }
    }

    /** A page, looked at for some seconds. */
    private String ask(Visitor visitor, String what, String path, Random random) {
        long start = System.nanoTime();
        HttpResponse<String> answer = visitor.get(path);
        measured(what, start, answer.statusCode());
        if (answer.statusCode() != 200) {
            throw new NotShown();
        }
        pause(random, 3, 4);
        return answer.body();
    }

    /** Once it is over nobody looks at a page any more, and all the rest comes at the same moment: that is no load of a school. */
    private void measured(String what, long start, int status) {
        if (over) {
            return;
        }
        if (status == 200) {
            double milliseconds = (System.nanoTime() - start) / 1e6;
            (stolen.isMuchSince(start) ? whileStolen : latencies)
                    .computeIfAbsent(what, any -> new Latencies())
                    .add(milliseconds);
        } else {
            failed.incrementAndGet();
            System.out.println(what + ": " + status);
        }
    }

    private void pause(Random random, int least, int more) {
        long end = System.nanoTime() + (long) ((least + random.nextDouble() * more) * SECOND);
        while (!over && System.nanoTime() < end) {
            LockSupport.parkNanos(Math.min(SECOND / 2, end - System.nanoTime()));
        }
    }

    /** A page that did not come, so that nothing can be done on it. */
    private static final class NotShown extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    /** A sheet as its page holds it: what each cell's version is, and so what may be typed over it. */
    private final class Sheet {
        private final List<String> pieces;
        private final List<String> students;
        private final List<String> versions;
        private String at = "";

        Sheet(String page) {
            pieces = Html.values(page, "thead th.piece[data-a]", "data-a");
            students = Html.values(page, "tbody tr[data-s]", "data-s");
            versions = new ArrayList<>(Html.values(page, "tbody tr[data-s] td.cell", "data-v"));
        }

        void type(Visitor visitor, String base, Random random) {
            int cell = random.nextInt(versions.size());
            String piece = pieces.get(cell % pieces.size());
            String student = students.get(cell / pieces.size());
            at = "student=" + student + "&assessment=" + piece;
            String body = String.format(
                    Locale.ROOT,
                    "[{\"id\": \"%s\", \"assessment\": %s, \"student\": %s, \"part\": 0, \"base\": %s, \"text\": \"%d\"}]",
                    UUID.randomUUID(),
                    piece,
                    student,
                    versions.get(cell),
                    random.nextInt(50));
            versions.set(cell, Integer.toString(Integer.parseInt(versions.get(cell)) + 1));
            long start = System.nanoTime();
            HttpResponse<String> answer = visitor.put(base + "/entries", body);
            measured("save", start, answer.statusCode());
        }
    }

    /** The statements that took most time, all together. */
    private void tellSql() throws SQLException {
        try (Connection connection = connection("super");
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(
                        "SELECT calls, round(total_exec_time), round(mean_exec_time::numeric, 2), round(max_exec_time::numeric, 1),"
                                + " regexp_replace(left(query, 150), '\\s+', ' ', 'g') FROM pg_stat_statements"
                                + " ORDER BY total_exec_time DESC LIMIT 15")) {
            System.out.println("SQL by total time: calls, ms in all, mean ms, longest ms");
            while (rows.next()) {
                System.out.printf(
                        "  %7d %8s %8s %8s  %s%n",
                        rows.getLong(1), rows.getString(2), rows.getString(3), rows.getString(4), rows.getString(5));
            }
        }
    }
}
