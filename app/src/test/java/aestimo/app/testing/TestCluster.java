package aestimo.app.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;

/** A PostgreSQL cluster of the tests' own, made by the launcher as any other, gone when the tests are over. */
public final class TestCluster {
    /** What whoever makes the first account is asked for. */
    public static final String FIRST_CODE = "TEST-CODE-2345";

    /** The system property with other options of the database server. */
    public static final String OPTIONS = "aestimo.pg.options";

    private final Path folder;
    private final int port;
    private final Map<String, String> secrets;
    /** Where the application sends its mail; whether anybody takes it there is up to the test. */
    private final int mailPort = freePort();

    private TestCluster(Path folder, int port) throws IOException {
        this.folder = folder;
        this.port = port;
        this.secrets = Files.readAllLines(folder.resolve("secrets")).stream()
                .map(line -> line.split("=", 2))
                .collect(Collectors.toMap(pair -> pair[0], pair -> pair[1]));
    }

    /** Starts a new, empty cluster on a free port. */
    public static TestCluster start() {
        return started(false);
    }

    /** Starts a cluster that has the demo, where one was kept; else an empty one, into which the application loads it. */
    static TestCluster startForDemo() {
        return started(Files.isDirectory(keptDemo()));
    }

    private static TestCluster started(boolean fromKept) {
        try {
            Path folder = Files.createTempDirectory("aestimo-test-");
            folder.toFile().setExecutable(true, false);
            folder.toFile().setReadable(true, false);
            if (fromKept) {
                run(List.of("cp", "-a", keptDemo() + "/.", folder.toString()));
            }
            int port = freePort();
            launcher("cluster", "start", folder.toString(), Integer.toString(port));
            TestCluster cluster = new TestCluster(folder, port);
            Runtime.getRuntime().addShutdownHook(new Thread(cluster::remove));
            return cluster;
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** Where the demo of the classes as they are compiled now is kept; migrating and loading it takes most of a start. */
    private static Path keptDemo() {
        Path classes = home().resolve("app/target/classes");
        try (var files = Files.walk(classes)) {
            long newest = files.filter(Files::isRegularFile)
                    .mapToLong(file -> file.toFile().lastModified())
                    .max()
                    .orElse(0);
            return home().resolve("app/target/demo-" + newest);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** Keeps a copy for those that start later, once the demo is loaded; the database is away for a moment. */
    void keepDemo() {
        Path kept = keptDemo();
        Path lock = kept.resolveSibling(kept.getFileName() + ".lock");
        try (FileChannel channel = FileChannel.open(lock, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                FileLock only = channel.tryLock()) {
            if (only == null || Files.isDirectory(kept)) {
                return;
            }
            stop();
            Path copy = kept.resolveSibling(kept.getFileName() + ".new");
            run(List.of("cp", "-a", folder.toString(), copy.toString()));
            Files.move(copy, kept);
            startAgain();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** A port nobody listens on at this moment. */
    public static int freePort() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** What the application must be told to use this cluster, as environment variables. */
    public Map<String, String> environment() {
        Map<String, String> environment = new HashMap<>(secrets);
        environment.put("AESTIMO_DB_PORT", Integer.toString(port));
        environment.put("AESTIMO_MIGRATES", "true");
        environment.put("AESTIMO_QUICK_HASHES", "true");
        environment.put("AESTIMO_FIRST_CODE", FIRST_CODE);
        environment.put("SPRING_MAIL_HOST", "127.0.0.1");
        environment.put("SPRING_MAIL_PORT", Integer.toString(mailPort));
        environment.put("AESTIMO_MAIL_FROM", "markbook@tidewater.example");
        environment.put("AESTIMO_MAIL_PER_MINUTE", "6000");
        // No test waits as long for others as people do.
        environment.put("AESTIMO_MAIL_TIMEOUT_MS", "3000");
        environment.put("AESTIMO_PATIENCE_BODY", "4s");
        environment.put("AESTIMO_PATIENCE_OFFICE", "3s");
        environment.put("AESTIMO_PATIENCE_DELIVERY", "8s");
        environment.put("AESTIMO_PATIENCE_PAUSE", "100ms");
        return environment;
    }

    int mailPort() {
        return mailPort;
    }

    /** Where it lives; a launcher's folder for one installation. */
    public Path folder() {
        return folder;
    }

    public String url() {
        return "jdbc:postgresql://127.0.0.1:" + port + "/aestimo";
    }

    public String password(String role) {
        return secrets.get("AESTIMO_" + role.toUpperCase(java.util.Locale.ROOT) + "_PASSWORD");
    }

    /** Stops the database as an administrator would; {@link #startAgain} brings it back. */
    public void stop() {
        launcher("cluster", "stop", folder.toString());
    }

    /** Ends every process of the database without any warning, as kill -9 does. */
    public void kill() {
        try {
            long postmaster = Long.parseLong(
                    Files.readAllLines(folder.resolve("cluster/postmaster.pid")).get(0));
            ProcessHandle.of(postmaster).ifPresent(first -> {
                List<ProcessHandle> all = new ArrayList<>(first.descendants().toList());
                all.add(0, first);
                all.forEach(ProcessHandle::destroyForcibly);
                all.forEach(one -> one.onExit().join());
            });
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    public void startAgain() {
        launcher("cluster", "start", folder.toString(), Integer.toString(port));
    }

    private void remove() {
        launcher("cluster", "stop", folder.toString());
        try (var files = Files.walk(folder)) {
            files.sorted(java.util.Comparator.reverseOrder())
                    .forEach(file -> file.toFile().delete());
        } catch (IOException left) {
            System.err.println("left behind: " + folder);
        }
    }

    private static void launcher(String... arguments) {
        List<String> command = new ArrayList<>(List.of(home().resolve("aestimo").toString()));
        command.addAll(List.of(arguments));
        run(command);
    }

    private static void run(List<String> command) {
        try {
            Path output = Files.createTempFile("aestimo-launcher", ".log");
            ProcessBuilder builder =
                    new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(output.toFile());
            // This cluster need not outlive the machine's next power cut, and waiting for the disk takes most of the
            // time.
            builder.environment()
                    .put("AESTIMO_PG_OPTIONS", System.getProperty(OPTIONS, "-c fsync=off -c full_page_writes=off"));
            Process process = builder.start();
            if (!process.waitFor(2, TimeUnit.MINUTES) || process.exitValue() != 0) {
                throw new IllegalStateException(command + ": " + Files.readString(output));
            }
            Files.delete(output);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    /** The project's folder: the nearest one up from here that holds the launcher. */
    public static Path home() {
        Path folder = Path.of("").toAbsolutePath();
        while (!Files.isExecutable(folder.resolve("aestimo"))) {
            folder = folder.getParent();
        }
        return folder;
    }
}
