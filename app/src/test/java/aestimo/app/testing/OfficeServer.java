package aestimo.app.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The packaged school office in a process of its own, and what it keeps. */
public final class OfficeServer {
    private static final Map<TestCluster, OfficeServer> ALL = new HashMap<>();

    private final TestCluster cluster;
    private final int port = TestCluster.freePort();
    private Process process;

    private OfficeServer(TestCluster cluster) {
        this.cluster = cluster;
        Runtime.getRuntime().addShutdownHook(new Thread(this::kill));
    }

    /** Keeps what it receives in its own schema of a cluster; one office for each. */
    public static synchronized OfficeServer on(TestCluster cluster) {
        OfficeServer office = ALL.computeIfAbsent(cluster, OfficeServer::new);
        if (office.process == null) {
            office.start();
        }
        return office;
    }

    public String address() {
        return "http://localhost:" + port;
    }

    public void start() {
        try {
            ProcessBuilder builder = new ProcessBuilder(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Xmx128m",
                    "-XX:+UseSerialGC",
                    "-XX:TieredStopAtLevel=1",
                    "-jar",
                    TestCluster.home()
                            .resolve("office/target/aestimo-office-exec.jar")
                            .toString());
            Map<String, String> environment = builder.environment();
            environment.putAll(cluster.environment());
            environment.put("AESTIMO_OFFICE_PORT", Integer.toString(port));
            environment.put("AESTIMO_TODAY", "2027-02-24");
            process = builder.redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(
                            Path.of("target", "office-" + port + ".log").toFile()))
                    .start();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        Await.until("the school office answers", this::answers);
    }

    private boolean answers() {
        if (!process.isAlive()) {
            throw new IllegalStateException("the school office ended; see target/office-" + port + ".log");
        }
        try {
            HttpURLConnection ask = (HttpURLConnection)
                    URI.create(address() + "/health").toURL().openConnection();
            ask.setConnectTimeout(500);
            return ask.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    /** Ends the process without any warning. */
    public void kill() {
        if (process != null) {
            process.destroyForcibly().onExit().join();
        }
    }

    /** @param how {@code 500}, {@code 429}, {@code hang} or {@code after} keeping it */
    public void behave(int delayMs, int failEvery, String how) {
        run("UPDATE temper SET delay_ms = " + delayMs + ", fail_every = " + failEvery + ", fail_how = '" + how + "'");
    }

    /** The days between which the results of Term 2 are taken. */
    public void takeTermTwo(String from, String to) {
        run("INSERT INTO takes VALUES ('tls-g2', '" + from + "', '" + to
                + "') ON CONFLICT (session_id) DO UPDATE SET from_day = excluded.from_day, to_day = excluded.to_day");
    }

    public void refuse(String number, String reason) {
        run("INSERT INTO refused VALUES ('tls-s" + number + "', '" + reason + "')");
    }

    public void refuseNobody() {
        run("DELETE FROM refused");
    }

    /** What was received: “Term 2 result 2201 84.0 6 ×1”, a line for each, in order. */
    public List<String> received() {
        List<String> lines = new ArrayList<>();
        try (Connection connection = connection();
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("""
                        SELECT concat_ws(' ', k.body ->> 'title', replace(r.student_id, 'tls-s', ''), r.body ->> 'score',
                                         r.body ->> 'textScore', '×' || r.times)
                          FROM office.result r JOIN office.kept k ON k.kind = 'lineItems' AND k.id = r.line_item_id ORDER BY 1""")) {
            while (rows.next()) {
                lines.add(rows.getString(1));
            }
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
        return lines;
    }

    /** Forgets all that was received, and how to misbehave. */
    public void beginAnew() {
        run("DELETE FROM result; DELETE FROM kept; DELETE FROM refused; DELETE FROM takes");
        behave(0, 0, "500");
    }

    private void run(String sql) {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
    }

    private Connection connection() throws SQLException {
        return DriverManager.getConnection(
                cluster.url() + "?currentSchema=office", "aestimo_office", cluster.password("office"));
    }
}
