package aestimo.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Everything in one file and back, into an installation of another folder and port; what is damaged touches nothing. */
class BackupJourney {
    @TempDir
    Path folder;

    private record Answer(int exit, String words) {}

    @BeforeEach
    void openTheFolder() {
        folder.toFile().setExecutable(true, false);
        folder.toFile().setReadable(true, false);
    }

    private static Answer run(Map<String, String> settings, String... arguments) throws Exception {
        Path output = Files.createTempFile("launcher", ".log");
        ProcessBuilder builder = new ProcessBuilder(Stream.concat(
                                Stream.of(TestCluster.home().resolve("aestimo").toString()), Stream.of(arguments))
                        .toList())
                .redirectErrorStream(true)
                .redirectOutput(output.toFile());
        builder.environment().putAll(settings);
        builder.environment()
                .put(
                        "AESTIMO_JAR",
                        Server.unpacked().resolve("aestimo-app-exec.jar").toString());
        Process process = builder.start();
        assertThat(process.waitFor(3, TimeUnit.MINUTES)).isTrue();
        String words = Files.readString(output);
        Files.delete(output);
        return new Answer(process.exitValue(), words);
    }

    /** An installation of its own, under a folder of the test. */
    private Map<String, String> installation(String name) {
        Map<String, String> settings = new HashMap<>();
        settings.put("AESTIMO_VAR", folder.resolve(name).toString());
        settings.put("AESTIMO_PORT", Integer.toString(TestCluster.freePort()));
        settings.put("AESTIMO_DB_PORT", Integer.toString(TestCluster.freePort()));
        return settings;
    }

    /** Of each table how many rows it has, and the hash of all of them. */
    private static Map<String, String> tables(String url, String password) throws SQLException {
        Map<String, String> tables = new TreeMap<>();
        try (Connection connection = DriverManager.getConnection(url, "aestimo_super", password);
                Statement statement = connection.createStatement()) {
            List<String> names = new ArrayList<>();
            try (ResultSet all = statement.executeQuery(
                    "SELECT table_name FROM information_schema.tables"
                            + " WHERE table_schema = 'public' AND table_type = 'BASE TABLE' AND table_name NOT LIKE 'spring_session%'")) {
                while (all.next()) {
                    names.add(all.getString(1));
                }
            }
            for (String name : names) {
                try (ResultSet row = statement.executeQuery(
                        "SELECT count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' ORDER BY t::text)), '') FROM "
                                + name + " t")) {
                    row.next();
                    tables.put(name, row.getString(1));
                }
            }
        }
        return tables;
    }

    private static String secret(Path installation) throws IOException {
        return Files.readAllLines(installation.resolve("secrets")).stream()
                .filter(line -> line.startsWith("AESTIMO_SUPER_PASSWORD="))
                .findFirst()
                .orElseThrow()
                .split("=", 2)[1];
    }

    @Test
    void everyTableComesBackAndWhatIsDamagedTouchesNothing() throws Exception {
        Server server = Server.withDemo();
        TestCluster cluster = server.cluster();
        Map<String, String> here = installation("here");
        Files.createDirectories(folder.resolve("here"));
        Files.createSymbolicLink(folder.resolve("here/own"), cluster.folder());
        Path file = folder.resolve("all.backup");
        // While the application runs.
        Answer written = run(here, "backup", file.toString());
        assertThat(written.exit()).as(written.words()).isZero();
        assertThat(run(here, "backup", file.toString()).words()).contains("is there already");
        Map<String, String> before = tables(cluster.url(), cluster.password("super"));
        assertThat(before).hasSizeGreaterThan(60);
        assertThat(before.get("school_return")).doesNotStartWith("0 ");

        Map<String, String> there = installation("there");
        byte[] whole = Files.readAllBytes(file);
        Path odd = folder.resolve("odd.backup");
        for (int place : new int[] {20, whole.length / 3, whole.length / 2}) {
            byte[] damaged = whole.clone();
            damaged[place] ^= 0x5a;
            Files.write(odd, damaged);
            Answer refused = run(there, "restore", odd.toString());
            assertThat(refused.exit()).as("%d: %s", place, refused.words()).isEqualTo(1);
            assertThat(refused.words()).contains("Nothing was changed.");
        }
        Files.write(odd, Arrays.copyOf(whole, whole.length / 2));
        assertThat(run(there, "restore", odd.toString()).words()).contains("is damaged", "Nothing was changed.");
        Files.writeString(odd, "no backup at all");
        assertThat(run(there, "restore", odd.toString()).words()).contains("is no backup of Aestimo");
        assertThat(folder.resolve("there/own/cluster")).doesNotExist();

        Answer restored = run(there, "restore", file.toString());
        assertThat(restored.exit()).as(restored.words()).isZero();
        assertThat(restored.words()).contains("Restored: everything of", "is kept as the database aestimo_before_");
        Path own = folder.resolve("there/own");
        Map<String, String> cluster2 = new HashMap<>(there);
        assertThat(run(cluster2, "cluster", "start", own.toString(), there.get("AESTIMO_DB_PORT"))
                        .exit())
                .isZero();
        try {
            String url = "jdbc:postgresql://127.0.0.1:" + there.get("AESTIMO_DB_PORT") + "/aestimo";
            assertThat(tables(url, secret(own))).isEqualTo(before);
        } finally {
            run(cluster2, "cluster", "stop", own.toString());
        }
        assertThat(run(there, "start").words()).contains("application started").doesNotContain("first account");
        assertThat(run(there, "restore", file.toString()).words()).contains("your markbook is running.");
        assertThat(run(there, "stop").words()).contains("application stopped");
        assertThat(run(there, "restore", "--forget").words()).contains("is deleted.");
    }

    @Test
    void anEncryptedOneNeedsItsPassphrase() throws Exception {
        Map<String, String> own = installation("own");
        assertThat(run(own, "start").exit()).isZero();
        own.put("AESTIMO_BACKUP_PASSPHRASE", "a stone in the harbour");
        Path file = folder.resolve("sealed.backup");
        assertThat(run(own, "backup", file.toString()).words()).contains("encrypted");
        assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
                .startsWith("Salted__")
                .doesNotContain("manifest", "PGDMP");
        run(own, "stop");
        own.put("AESTIMO_BACKUP_PASSPHRASE", "another");
        assertThat(run(own, "restore", file.toString()).words()).contains("another passphrase", "Nothing was changed.");
        own.put("AESTIMO_BACKUP_PASSPHRASE", "a stone in the harbour");
        assertThat(run(own, "restore", file.toString()).words()).contains("Restored: everything of");
    }

    @Test
    void sevenDaysFourWeeksAndSixMonthsAreKept() throws Exception {
        LocalDate last = LocalDate.of(2027, 3, 31);
        for (int i = 0; i < 400; i++) {
            Files.createFile(folder.resolve(last.minusDays(i) + ".backup"));
        }
        Files.createFile(folder.resolve("mine.backup"));
        assertThat(run(Map.of(), "keep-backups", folder.toString()).exit()).isZero();
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left.map(file -> file.getFileName().toString().replace(".backup", "")))
                    .containsExactlyInAnyOrder(
                            // Seven days, in which two of the four weeks and the first month end …
                            "2027-03-31",
                            "2027-03-30",
                            "2027-03-29",
                            "2027-03-28",
                            "2027-03-27",
                            "2027-03-26",
                            "2027-03-25",
                            // … two more weeks, and five more months.
                            "2027-03-21",
                            "2027-03-14",
                            "2027-02-28",
                            "2027-01-31",
                            "2026-12-31",
                            "2026-11-30",
                            "2026-10-31",
                            "mine");
        }
    }
}
