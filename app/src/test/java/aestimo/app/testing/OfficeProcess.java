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
import java.util.List;
import java.util.Map;

/** One of the packaged stand-ins in a process of its own, and the schema in which both keep what they receive. */
abstract class OfficeProcess {
    private final TestCluster cluster;
    private final String name;
    private final int port = TestCluster.freePort();
    private Process process;

    /** @param name as it is told in messages and in the name of its log */
    OfficeProcess(TestCluster cluster, String name) {
        this.cluster = cluster;
        this.name = name;
        Runtime.getRuntime().addShutdownHook(new Thread(this::kill));
    }

    public final String address() {
        return "http://localhost:" + port;
    }

    final boolean isStarted() {
        return process != null;
    }

    /** Arguments after the jar. */
    abstract List<String> arguments();

    /** Puts its ports into the environment. */
    abstract void settings(int pagePort, Map<String, String> environment);

    public final void start() {
        try {
            List<String> command = new ArrayList<>(List.of(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Xmx128m",
                    "-XX:+UseSerialGC",
                    "-XX:TieredStopAtLevel=1",
                    "-jar",
                    TestCluster.home()
                            .resolve("office/target/aestimo-office-exec.jar")
                            .toString()));
            command.addAll(arguments());
            ProcessBuilder builder = new ProcessBuilder(command);
            builder.environment().putAll(cluster.environment());
            builder.environment().put("AESTIMO_TODAY", "2027-02-24");
            settings(port, builder.environment());
            process = builder.redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(log().toFile()))
                    .start();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        Await.until("the " + name + " answers", this::answers);
    }

    private Path log() {
        return Path.of("target", name.replace(' ', '-') + "-" + port + ".log");
    }

    private boolean answers() {
        if (!process.isAlive()) {
            throw new IllegalStateException("the " + name + " ended; see " + log());
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
    public final void kill() {
        if (process != null) {
            process.destroyForcibly().onExit().join();
        }
    }

    final void run(String sql) {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
    }

    /** The first column of every row. */
    final List<String> lines(String sql) {
        List<String> lines = new ArrayList<>();
        try (Connection connection = connection();
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
                lines.add(rows.getString(1));
            }
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
        return lines;
    }

    final Connection connection() throws SQLException {
        return DriverManager.getConnection(
                cluster.url() + "?currentSchema=office", "aestimo_office", cluster.password("office"));
    }
}
