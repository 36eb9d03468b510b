package aestimo.app.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/** The packaged application in a process of its own, so that it can be killed as a machine would kill it. */
public final class Server {
    /** The system property with another size of its memory, as Java takes it. */
    public static final String MEMORY = "aestimo.server.memory";

    private static final String QUICK = "-XX:TieredStopAtLevel=1";
    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final TestCluster cluster;
    private final int port = TestCluster.freePort();
    private final boolean demo;
    private final Map<String, String> more;
    private Process process;

    /** The one that runs; those of test classes that are over would only take memory and time from it. */
    private static Server running;

    private Server(boolean demo, Map<String, String> more) {
        this.more = more;
        if (running != null) {
            running.kill();
        }
        running = this;
        this.demo = demo;
        this.cluster = demo ? TestCluster.startForDemo() : TestCluster.start();
        Runtime.getRuntime().addShutdownHook(new Thread(this::kill));
    }

    /** A new, empty installation. */
    public static Server empty() {
        return empty(Map.of());
    }

    /** @param more settings, as environment variables */
    public static Server empty(Map<String, String> more) {
        Server server = new Server(false, more);
        server.start();
        return server;
    }

    /** An installation with the demo data, at the demo's date. */
    public static Server withDemo() {
        return withDemo(Map.of());
    }

    /** @param more settings, as environment variables */
    public static Server withDemo(Map<String, String> more) {
        Server server = new Server(true, more);
        server.start();
        server.cluster.keepDemo();
        Await.until("the application has its database", server::answers);
        return server;
    }

    public TestCluster cluster() {
        return cluster;
    }

    public String address() {
        return "http://localhost:" + port;
    }

    /** What it writes, and those before it on the same port. */
    public Path log() {
        return Path.of("target", "server-" + port + ".log");
    }

    public void start() {
        try {
            Path run = unpacked();
            List<String> command = new ArrayList<>(List.of(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Xmx" + System.getProperty(MEMORY, "256m"),
                    "-XX:+UseSerialGC"));
            // It lives for a minute or two beside tests that compile quickly; under load it is to compile well.
            if (ManagementFactory.getRuntimeMXBean().getInputArguments().contains(QUICK)) {
                command.add(QUICK);
            }
            command.addAll(List.of("-jar", run.resolve("aestimo-app-exec.jar").toString()));
            ProcessBuilder builder = new ProcessBuilder(command);
            Map<String, String> environment = builder.environment();
            environment.putAll(cluster.environment());
            environment.put("AESTIMO_PORT", Integer.toString(port));
            environment.put("AESTIMO_TODAY", "2027-02-24");
            environment.put("AESTIMO_DEMO", Boolean.toString(demo));
            environment.putAll(more);
            process = builder.redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(log().toFile()))
                    .start();
            Instant end = Instant.now().plus(PATIENCE);
            while (!answers()) {
                if (!process.isAlive() || Instant.now().isAfter(end)) {
                    throw new IllegalStateException("the application did not start; see " + log());
                }
                LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
            }
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** How much memory the process holds, in MB. */
    public long memory() {
        try (var lines = Files.lines(Path.of("/proc", Long.toString(process.pid()), "status"))) {
            return lines.filter(line -> line.startsWith("VmRSS"))
                            .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")))
                            .sum()
                    / 1024;
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }

    /** Ends the process without any warning, as kill -9 does. */
    public void kill() {
        if (process != null) {
            process.destroyForcibly().onExit().join();
        }
    }

    private boolean answers() {
        try {
            HttpURLConnection ask = (HttpURLConnection)
                    URI.create(address() + "/actuator/health").toURL().openConnection();
            ask.setConnectTimeout(500);
            return ask.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    /** The packaged application, unpacked once for all servers of a run. */
    public static synchronized Path unpacked() throws IOException {
        Path jar = TestCluster.home().resolve("app/target/aestimo-app-exec.jar");
        Path run = Path.of("target", "run").toAbsolutePath();
        // Tests run in two processes, and one of them unpacks.
        Path lock = Path.of("target", "run.lock");
        try (FileChannel channel = FileChannel.open(lock, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            channel.lock();
            unpackWhereOlder(jar, run);
        }
        return run;
    }

    private static void unpackWhereOlder(Path jar, Path run) throws IOException {
        Path marker = run.resolve("aestimo-app-exec.jar");
        if (!Files.exists(marker) || Files.getLastModifiedTime(marker).compareTo(Files.getLastModifiedTime(jar)) < 0) {
            List<String> unpack = List.of(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Djarmode=tools",
                    "-jar",
                    jar.toString(),
                    "extract",
                    "--force",
                    "--destination",
                    run.toString());
            Process process = new ProcessBuilder(unpack).inheritIO().start();
            if (process.onExit().join().exitValue() != 0) {
                throw new IllegalStateException("could not unpack " + jar);
            }
        }
    }
}
