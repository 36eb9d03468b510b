package aestimo.app.watching;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.FailingTable;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.app.web.DatabaseWatch;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.util.unit.DataSize;

@ExtendWith(RunningApp.class)
class WatchingTest {
    @TempDir
    Path folder;

    private static Metrics metrics(RunningApp app, String port) {
        return new Metrics(
                app.bean(PrometheusMeterRegistry.class),
                app.bean(DatabaseWatch.class),
                app.bean(DiskRoom.class),
                app.bean(NightlyBackup.class),
                port,
                "127.0.0.1");
    }

    @Test
    void figuresAreGivenByRouteAndHoldNoIdAndNoName(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        assertThat(own.visitor().get(own.base() + "/standing").statusCode()).isEqualTo(200);
        assertThat(own.visitor().get("/no/such/page-of-brandt").statusCode()).isEqualTo(404);
        HttpClient client = HttpClient.newHttpClient();
        client.send(
                HttpRequest.newBuilder(URI.create(app.address() + "/brandt"))
                        .method("BREW", BodyPublishers.noBody())
                        .build(),
                BodyHandlers.discarding());
        HttpResponse<String> answer = client.send(
                HttpRequest.newBuilder(URI.create(app.metricsAddress())).build(), BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body())
                .containsPattern(
                        "http_server_requests_seconds_count\\{method=\"GET\",status=\"200\",uri=\"/classes/\\{\\w+\\}/standing\"")
                .containsPattern("http_server_requests_seconds_bucket\\{.*le=\"0.15\"")
                .contains("aestimo_database_answers 1.0", "aestimo_disk_free_bytes", "aestimo_backup_failed 0.0")
                .contains("hikaricp_connections_active", "jvm_memory_used_bytes")
                .doesNotContainPattern("uri=\"[^\"]*/\\d+[/\"]")
                .doesNotContain("marin", "brandt", "BREW", own.base() + "/");
    }

    @Test
    void aTakenPortKeepsNobodyFromTheirMarks(RunningApp app) throws IOException {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            Metrics metrics = metrics(app, Integer.toString(taken.getLocalPort()));
            metrics.open();
            metrics.close();
            Metrics noNumber = metrics(app, "ninety");
            noNumber.open();
            noNumber.close();
        }
        assertThat(Visitor.signedIn(app, "marin").get("/").statusCode()).isEqualTo(200);
    }

    @Test
    void littleRoomIsToldInMegabytesBeforeThereIsNone() throws IOException {
        DataSize more = DataSize.ofBytes(Files.getFileStore(folder).getTotalSpace() + 1);
        DiskRoom low = new DiskRoom(folder.resolve("not/made/yet").toString(), more);
        assertThat(low.free()).isPresent();
        assertThat(low.littleMegabytes()).isPresent();
        assertThat(low.littleMegabytes().getAsLong()).isBetween(0L, low.free().getAsLong() / 1_000_000);
        assertThat(new DiskRoom(folder.toString(), DataSize.ofBytes(0)).littleMegabytes())
                .isEmpty();
        assertThat(new DiskRoom("", more).littleMegabytes()).isEmpty();
    }

    @Test
    void aFullDiskIsToldAsOneAndNothingIsSaidToBeSaved(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Visitor visitor = own.visitor();
        String base = own.base();
        String sheet = visitor.get(base + "/marks?span=year").body();
        String entry =
                "[{\"id\": \"%s\", \"assessment\": %s, \"student\": %s, \"part\": 0, \"base\": 1, \"text\": \"exempt\"}]"
                        .formatted(
                                UUID.randomUUID(),
                                Html.values(sheet, "thead th.piece[data-a]", "data-a")
                                        .get(0),
                                Html.values(sheet, "tbody tr[data-s]", "data-s").get(0));
        HttpResponse<String> saved = FailingTable.during(
                app, "INSERT OR UPDATE", "change", "53100", () -> visitor.put(base + "/entries", entry));
        assertThat(saved.statusCode()).isEqualTo(503);
        assertThat(saved.headers().firstValue("X-Aestimo")).isPresent();
        assertThat(saved.body())
                .contains("The disk of the database is full. Nothing was changed.")
                .doesNotContain("kept");
        HttpResponse<String> page = FailingTable.during(
                app,
                "INSERT",
                "change",
                "53100",
                () -> visitor.post(base + "/groundwork/students/save", "pasted", "Full, Disk"));
        assertThat(page.statusCode()).isEqualTo(503);
        assertThat(page.body()).contains("<h1>The disk of the database is full</h1>");
        assertThat(visitor.get(base + "/groundwork/students").body()).doesNotContain("Full, Disk");
    }

    @Test
    void aDatabaseThatCanOnlyBeReadIsAwayForAMoment(RunningApp app) throws Exception {
        Visitor visitor = Visitor.signedIn(app, "okello");
        visitor.get("/account");
        HttpResponse<String> page = FailingTable.during(
                app, "UPDATE", "teacher", "25006", () -> visitor.post("/account/margin", "folded", "true"));
        assertThat(page.statusCode()).isEqualTo(503);
        assertThat(page.body()).contains("<h1>The database does not answer</h1>");
    }

    @Test
    void aPageThatFailsWhileTheSessionCannotBeSavedIsOneOfOurs(RunningApp app) throws Exception {
        Visitor visitor = Visitor.signedIn(app, "okello");
        HttpResponse<String> page = FailingTable.during(
                app, "UPDATE", "spring_session", "57P01", () -> visitor.get("/classes/999999/marks"));
        assertThat(page.body()).contains("<h1>The database does not answer</h1>");
        assertThat(page.statusCode()).isEqualTo(503);
    }
}
