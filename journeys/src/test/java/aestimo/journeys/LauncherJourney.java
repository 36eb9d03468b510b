package aestimo.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import aestimo.app.testing.Visitor;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.HttpURLConnection;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.spi.ToolProvider;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The launcher on a folder of its own: what it leaves behind, what it says when something is in its way. */
class LauncherJourney {
    @TempDir
    Path folder;

    private final Map<String, String> settings = new HashMap<>();

    private record Answer(int exit, String words) {}

    @BeforeEach
    void openTheFolder() throws IOException {
        settings.put(
                "AESTIMO_JAR", Server.unpacked().resolve("aestimo-app-exec.jar").toString());
        folder.toFile().setExecutable(true, false);
        folder.toFile().setReadable(true, false);
        settings.put("AESTIMO_VAR", folder.toString());
        settings.put("AESTIMO_PORT", Integer.toString(TestCluster.freePort()));
        settings.put("AESTIMO_DB_PORT", Integer.toString(TestCluster.freePort()));
    }

    @AfterEach
    void leaveNothingRunning() throws Exception {
        run("stop");
    }

    private Answer run(String... arguments) throws Exception {
        return type("", arguments);
    }

    /** Runs the launcher with something on its standard input. */
    private Answer type(String input, String... arguments) throws Exception {
        List<String> command =
                new ArrayList<>(List.of(TestCluster.home().resolve("aestimo").toString()));
        command.addAll(List.of(arguments));
        Path output = Files.createTempFile("launcher", ".log");
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(output.toFile());
        builder.environment().putAll(settings);
        Process process = builder.start();
        try (OutputStream in = process.getOutputStream()) {
            in.write(input.getBytes(StandardCharsets.UTF_8));
        }
        assertThat(process.waitFor(3, TimeUnit.MINUTES)).isTrue();
        String words = Files.readString(output);
        Files.delete(output);
        return new Answer(process.exitValue(), words);
    }

    @Test
    void startsStopsAndTellsAndSurvivesWhatAKilledStartLeft() throws Exception {
        // What a start killed halfway leaves: a half-made cluster, a pid of long ago, a pid of something else.
        Path own = Files.createDirectories(folder.resolve("own"));
        Files.createDirectories(own.resolve("cluster.new/base"));
        Files.writeString(own.resolve("app.pid"), "999999\n");
        assertThat(run("status").words()).isEqualTo("Nothing runs. ./aestimo demo or ./aestimo start begins.\n");
        Files.writeString(own.resolve("app.pid"), "1\n");
        assertThat(run("status", "--json").words())
                .isEqualTo("{\"app\": null, \"office\": null, \"post\": null, \"running\": false}\n");

        Answer start = run("start");
        assertThat(start.exit()).as(start.words()).isZero();
        assertThat(start.words())
                .contains("database made", "application started", "http://localhost:" + settings.get("AESTIMO_PORT"));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(own.resolve("secrets"))))
                .isEqualTo("rw-------");
        assertThat(run("status", "--json").words())
                .isEqualTo("{\"app\": \"http://localhost:" + settings.get("AESTIMO_PORT")
                        + "/\", \"office\": null, \"post\": null, \"running\": true}\n");
        Matcher code = Pattern.compile("make the first account there with the code (\\w{4}-\\w{4}-\\w{4})")
                .matcher(start.words());
        assertThat(code.find()).as(start.words()).isTrue();
        assertThat(run("start").words()).contains("application runs already", code.group(1));
        // The application knows the one password it needs, and so does nobody who reads its memory know another.
        String environment = Files.readString(
                Path.of("/proc", Files.readString(own.resolve("app.pid")).strip(), "environ"));
        assertThat(environment)
                .contains("AESTIMO_APP_PASSWORD=")
                .doesNotContain("AESTIMO_OWNER_PASSWORD", "AESTIMO_SUPER_PASSWORD", "AESTIMO_OFFICE_PASSWORD");
        assertThat(run("demo").words()).contains("your own markbook is running.", "./aestimo stop");
        assertThat(type("long enough to do\n", "account", "add", "finch", "Fay Finch"))
                .isEqualTo(new Answer(0, "The account finch is made.\n"));
        assertThat(type("short\n", "account", "add", "wren", "Wren"))
                .isEqualTo(new Answer(2, "The password needs at least 10 characters.\n"));
        assertThat(run("account", "add").words()).contains("usage: ./aestimo account add");
        assertThat(type("a harbour at six\n", "account", "reset", "finch"))
                .isEqualTo(new Answer(0, "The account finch has its new password, and is signed out everywhere.\n"));
        assertThat(type("a harbour at six\n", "account", "reset", "wren", "--without-second-step"))
                .isEqualTo(new Answer(2, "There is no account with the sign-in name wren.\n"));
        assertThat(run("start").words()).doesNotContain("first account");
        assertThat(run("overview").words())
                .contains("Aestimo 0.1.0, tables of version", "last backup: none", "MB free")
                .containsPattern("finch *\\| Fay Finch *\\| *0 \\| *0 \\| *0")
                .contains("returns being sent", "whole database");
        assertThat(run("status").words()).containsPattern("own \\(\\d+ MB free\\)");

        assertThat(run("stop").words()).contains("application stopped", "database stopped");
        assertThat(run("status").words()).startsWith("Nothing runs.");
    }

    private int asked(String path) throws IOException {
        HttpURLConnection ask =
                (HttpURLConnection) URI.create("http://localhost:" + settings.get("AESTIMO_PORT") + path)
                        .toURL()
                        .openConnection();
        ask.setInstanceFollowRedirects(false);
        return ask.getResponseCode();
    }

    @Test
    void aKilledDatabaseIsToldInALineAndStartedAgain() throws Exception {
        Path own = folder.resolve("own");
        assertThat(run("start").exit()).isZero();
        String database =
                Files.readAllLines(own.resolve("cluster/postmaster.pid")).get(0).strip();
        for (int times = 0; times < 2; times++) {
            ProcessHandle.of(Long.parseLong(database)).orElseThrow().destroyForcibly();
            Await.until("the application says that it has none", () -> {
                try {
                    return asked("/sign-in") == 503 && asked("/actuator/health") == 503;
                } catch (IOException broken) {
                    throw new UncheckedIOException(broken);
                }
            });
            assertThat(asked("/actuator/health/liveness")).isEqualTo(200);
            assertThat(run("status").words())
                    .contains("does not answer at", "Starting it again starts what is missing")
                    .containsPattern("database +does not run")
                    .containsPattern("application +answers on port");
            Answer again = run("start");
            assertThat(again.exit()).as(again.words()).isZero();
            assertThat(again.words()).contains("database started", "application runs already");
            assertThat(run("status").words())
                    .contains("Your markbook runs at")
                    .containsPattern("database +runs on port");
            assertThat(asked("/sign-in")).isEqualTo(302);
            database = Files.readAllLines(own.resolve("cluster/postmaster.pid"))
                    .get(0)
                    .strip();
        }
        List<String> log = Files.readAllLines(own.resolve("app.log"));
        assertThat(log)
                .filteredOn(line -> line.contains("The database does not answer"))
                .hasSize(2);
        assertThat(log).filteredOn(line -> line.startsWith("\tat ")).isEmpty();
    }

    private static String secret(Path own, String role) throws IOException {
        return Files.readAllLines(own.resolve("secrets")).stream()
                .filter(line -> line.startsWith("AESTIMO_" + role + "_PASSWORD="))
                .findFirst()
                .orElseThrow()
                .split("=", 2)[1];
    }

    @Test
    void anEarlierVersionsTablesAreBackedUpAndBroughtUpToDateAndALatersAreRefused() throws Exception {
        Path own = Files.createDirectories(folder.resolve("own"));
        String port = settings.get("AESTIMO_DB_PORT");
        assertThat(run("cluster", "start", own.toString(), port).exit()).isZero();
        String url = "jdbc:postgresql://127.0.0.1:" + port + "/aestimo";
        Flyway.configure()
                .dataSource(url, "aestimo_owner", secret(own, "OWNER"))
                .target("29")
                .load()
                .migrate();
        run("cluster", "stop", own.toString());
        Answer start = run("start");
        assertThat(start.exit()).as(start.words()).isZero();
        assertThat(start.words()).contains("backed up before the new version", "application started");
        try (Stream<Path> backups = Files.list(own.resolve("backups"))) {
            assertThat(backups.map(file -> file.getFileName().toString()))
                    .singleElement()
                    .asString()
                    .matches("before-.*\\.backup");
        }
        try (Connection connection = DriverManager.getConnection(url, "aestimo_super", secret(own, "SUPER"));
                Statement statement = connection.createStatement()) {
            statement.executeUpdate("INSERT INTO flyway_schema_history SELECT installed_rank + 1, '999', 'later', type,"
                    + " 'V999__later.sql', 0, installed_by, now(), 1, true FROM flyway_schema_history"
                    + " ORDER BY installed_rank DESC LIMIT 1");
        }
        run("stop");
        Answer refused = run("start");
        assertThat(refused.exit()).isEqualTo(1);
        assertThat(refused.words())
                .contains("The database was made by a later version of Aestimo. Install that version.");
    }

    /** What is in the tables that were there from the first on, whatever columns have come since. */
    private static String contents(String url, String password) throws SQLException {
        try (Connection connection = DriverManager.getConnection(url, "aestimo_super", password);
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("""
                        SELECT (SELECT count(*) || ' ' || md5(string_agg(concat_ws('|', assessment_id, enrolment_id, kind, mark, words,
                                           late, to_finish, version, note, memo), ';' ORDER BY assessment_id, enrolment_id)) FROM entry)
                            || ' ' || (SELECT count(*) || ' ' || md5(string_agg(concat_ws('|', id, number, family, given), ';' ORDER BY id))
                                         FROM student)
                            || ' ' || (SELECT count(*) || ' ' || md5(string_agg(concat_ws('|', id, at, what, was, became), ';' ORDER BY id))
                                         FROM change)
                            || ' ' || (SELECT count(*) || ' ' || coalesce(md5(string_agg(sealed::text, ';' ORDER BY id)), '')
                                         FROM school_return)""")) {
            row.next();
            return row.getString(1);
        }
    }

    @Test
    void anEarlyVersionsMarkbookIsOpenedWithEverythingInIt() throws Exception {
        Path own = Files.createDirectories(folder.resolve("own"));
        String port = settings.get("AESTIMO_DB_PORT");
        assertThat(run("cluster", "start", own.toString(), port).exit()).isZero();
        Path dump = TestCluster.home().resolve("journeys/src/test/resources/fixtures/early-version.dump");
        ProcessBuilder restore = new ProcessBuilder(
                        "/usr/lib/postgresql/15/bin/pg_restore",
                        "--exit-on-error",
                        "-h",
                        "127.0.0.1",
                        "-p",
                        port,
                        "-U",
                        "aestimo_super",
                        "-d",
                        "aestimo",
                        dump.toString())
                .inheritIO();
        restore.environment().put("PGPASSWORD", secret(own, "SUPER"));
        assertThat(restore.start().waitFor()).isZero();
        String url = "jdbc:postgresql://127.0.0.1:" + port + "/aestimo";
        String before = contents(url, secret(own, "SUPER"));
        run("cluster", "stop", own.toString());
        Answer start = run("start");
        assertThat(start.exit()).as(start.words()).isZero();
        assertThat(start.words()).contains("backed up before the new version", "application started");
        assertThat(contents(url, secret(own, "SUPER"))).isEqualTo(before).doesNotStartWith("0 ");
        Visitor visitor = new Visitor("http://localhost:" + settings.get("AESTIMO_PORT"));
        assertThat(OwnClass.location(visitor.signIn("marin", "tidewater-lane"))).isEqualTo("/");
        for (String page : List.of("/", "/classes/1/marks?span=year", "/classes/1/standing", "/classes/1/changes")) {
            assertThat(visitor.get(page).statusCode()).as(page).isEqualTo(200);
        }
        assertThat(visitor.get("/classes/1/standing").body()).contains("Castellan");
    }

    /** Something that behaves as the application does when its memory is full: ends with 3 once, and serves after that. */
    private static final String OUT_OF_MEMORY_ONCE = """
            public class Main {
                public static void main(String[] args) throws Exception {
                    if (args.length > 0) {
                        return;
                    }
                    java.io.File before = new java.io.File(System.getenv("TEST_MARKER"));
                    if (before.createNewFile()) {
                        System.exit(3);
                    }
                    var server = com.sun.net.httpserver.HttpServer.create(
                            new java.net.InetSocketAddress("127.0.0.1", Integer.parseInt(System.getenv("AESTIMO_PORT"))), 0);
                    server.createContext("/", exchange -> {
                        exchange.sendResponseHeaders(200, -1);
                        exchange.close();
                    });
                    server.start();
                }
            }
            """;

    @Test
    void logsStaySmallAndAClockSetBackIsTold() throws Exception {
        settings.put("AESTIMO_LOG_BYTES", "100");
        settings.put("AESTIMO_LOOKS_EVERY", "1");
        assertThat(run("start").exit()).isZero();
        Path own = folder.resolve("own");
        // It has written more than that by now, is moved aside, and goes on being written where it was.
        Await.until("the log begins anew", () -> Files.exists(own.resolve("app.log.1")));
        // Whatever it writes after its start, such as of a database that was slow, moves that further.
        StringBuilder aside = new StringBuilder();
        for (int i = 5; i >= 1; i--) {
            Path log = own.resolve("app.log." + i);
            aside.append(Files.exists(log) ? Files.readString(log) : "");
        }
        assertThat(aside).contains("Started Aestimo");
        for (int i = 1; i <= 5; i++) {
            Files.writeString(own.resolve("app.log." + i), "older " + i);
        }
        String port = settings.get("AESTIMO_DB_PORT");
        String secret = Files.readAllLines(own.resolve("secrets")).stream()
                .filter(line -> line.startsWith("AESTIMO_SUPER_PASSWORD="))
                .findFirst()
                .orElseThrow()
                .split("=", 2)[1];
        try (Connection connection = DriverManager.getConnection(
                        "jdbc:postgresql://127.0.0.1:" + port + "/aestimo", "aestimo_super", secret);
                Statement statement = connection.createStatement()) {
            statement.execute("SET session_replication_role = replica");
            statement.execute("INSERT INTO change (teacher_id, class_id, at, what, was, became, how)"
                    + " VALUES (1, 1, now() + interval '3 days', 'entry', '', '7', 'typed')");
        }
        run("stop");
        Files.writeString(own.resolve("app.log"), "what the last run said");
        Answer start = run("start");
        assertThat(start.exit()).as(start.words()).isZero();
        assertThat(start.words()).contains("The clock of this machine says", "but marks were saved at");
        assertThat(Files.readString(own.resolve("app.log.5"))).isNotEqualTo("older 5");
        assertThat(own.resolve("app.log.6")).doesNotExist();
    }

    @Test
    void anApplicationWithoutMemoryIsStartedAgain() throws Exception {
        Path classes = Files.createDirectories(folder.resolve("classes"));
        Path source = Files.writeString(classes.resolve("Main.java"), OUT_OF_MEMORY_ONCE);
        assertThat(ToolProvider.findFirst("javac").orElseThrow().run(System.out, System.err, source.toString()))
                .isZero();
        Path jar = folder.resolve("aestimo-app-of-the-test.jar");
        assertThat(ToolProvider.findFirst("jar")
                        .orElseThrow()
                        .run(System.out, System.err, "cfe", jar.toString(), "Main", "-C", classes.toString(), "."))
                .isZero();
        settings.put("AESTIMO_JAR", jar.toString());
        settings.put("TEST_MARKER", folder.resolve("ended-once").toString());
        assertThat(run("start").words()).contains("application started");
        assertThat(folder.resolve("ended-once")).exists();
        assertThat(Files.readString(folder.resolve("own/app.log")))
                .contains("the application ran out of memory and is started again");
        assertThat(asked("/sign-in")).isEqualTo(200);
        assertThat(run("stop").words()).contains("application stopped");
    }

    @Test
    void theDemoServesThisMachineAlone() throws Exception {
        settings.put("AESTIMO_ADDRESS", "https://markbook.school.example");
        Answer answer = run("demo");
        assertThat(answer.exit()).isEqualTo(1);
        assertThat(answer.words()).contains("passwords that everybody knows").contains("./aestimo start");
        settings.remove("AESTIMO_ADDRESS");
    }

    @Test
    void aTakenPortNamesItsHolder() throws Exception {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            settings.put("AESTIMO_DB_PORT", Integer.toString(taken.getLocalPort()));
            Answer answer = run("start");
            assertThat(answer.exit()).isEqualTo(1);
            assertThat(answer.words())
                    .contains("port " + taken.getLocalPort() + " is taken by java (pid "
                            + ProcessHandle.current().pid() + ").")
                    .contains("AESTIMO_DB_PORT=");
        }
    }

    @Test
    void aLostSecretIsSaidAndNothingIsMadeInItsPlace() throws Exception {
        Path own = Files.createDirectories(folder.resolve("own/cluster")).getParent();
        Answer answer = run("start");
        assertThat(answer.exit()).isEqualTo(1);
        assertThat(answer.words()).contains("secrets is missing, but there is a database beside it.");
        assertThat(own.resolve("secrets")).doesNotExist();
        Files.delete(own.resolve("cluster"));
    }

    @Test
    void aFolderThatCannotBeWrittenIsSaid() throws IOException, Exception {
        Path file = Files.writeString(folder.resolve("file"), "in the way");
        settings.put("AESTIMO_VAR", file.resolve("under").toString());
        Answer answer = run("start");
        assertThat(answer.exit()).isEqualTo(1);
        assertThat(answer.words()).contains("cannot be made").contains("AESTIMO_VAR=/some/folder");
        settings.put("AESTIMO_VAR", folder.toString());
    }

    @Test
    void anUnknownCommandIsNamedBesideTheOnesThereAre() throws Exception {
        Answer answer = run("begin");
        assertThat(answer.exit()).isEqualTo(1);
        assertThat(answer.words()).contains("there is no command “begin”.").contains("demo [--fresh]");
        assertThat(run("help").exit()).isZero();
    }

    @Test
    void resultsOfAMarkbookFileNeedNoServer() throws Exception {
        Path file = folder.resolve("one.json");
        Files.writeString(file, """
                {"format": "aestimo-markbook", "version": 1, "class": "9B", "today": "2027-02-24",
                 "terms": [{"id": "t1", "name": "Term 1", "starts": "2026-09-01", "ends": "2027-07-02"}],
                 "bands": [], "categories": [{"id": "c1", "name": "Fieldwork", "weight": "100"}],
                 "assessments": [{"id": "a1", "title": "Walk", "category": "c1", "date": "2026-10-02", "outOf": "40"}],
                 "students": [{"id": "s1", "family": "Brandt", "given": "Ilva"}],
                 "entries": [{"student": "s1", "assessment": "a1", "is": "mark", "value": "33"}]}
                """);
        Answer figures = run("results", file.toString(), "--span", "t1");
        assertThat(figures.exit()).isZero();
        assertThat(figures.words()).startsWith("{\"span\":{\"terms\":[\"t1\"]}").contains("\"exact\":\"165/2\"");
        Answer refused = run("results", file.toString(), "--span", "t9");
        assertThat(refused.exit()).isEqualTo(2);
        assertThat(refused.words())
                .isEqualToIgnoringNewLines(
                        "aestimo: --span: the class has no term “t9”; it is “year”, or of the terms t1 (Term 1)");
        assertThat(run("results", "--help").words()).startsWith("usage: ./aestimo results FILE");
        assertThat(folder)
                .isDirectoryNotContaining(path -> path.getFileName().toString().equals("own"));
    }
}
