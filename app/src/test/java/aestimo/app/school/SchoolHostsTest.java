package aestimo.app.school;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.school.SchoolException.Kind;
import aestimo.app.testing.RunningApp;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.UnknownHostException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Where the application lets itself be sent, and how much of an answer it takes. */
@ExtendWith(RunningApp.class)
class SchoolHostsTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "10.0.0.1",
                "172.16.3.4",
                "192.168.1.1",
                "127.0.0.1",
                "127.9.9.9",
                "169.254.169.254",
                "100.64.0.1",
                "0.0.0.0",
                "224.0.0.1",
                "255.255.255.255",
                "::1",
                "fe80::1",
                "fc00::1",
                "fd12:3456::1",
                "::",
                "::ffff:10.0.0.1",
                "ff02::1"
            })
    void anAddressWithinANetworkIsPrivate(String address) throws UnknownHostException {
        assertThat(SchoolHosts.isPrivate(InetAddress.getByName(address))).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"192.0.2.1", "172.32.0.1", "100.128.0.1", "11.0.0.1", "2001:db8::1"})
    void othersAreNot(String address) throws UnknownHostException {
        assertThat(SchoolHosts.isPrivate(InetAddress.getByName(address))).isFalse();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // The hosts that are allowed | whether it serves more than this machine | the address | what is said
                "''|https://m.example|http://192.0.2.1/|must begin with https",
                "''|https://m.example|https://192.0.2.1/|''",
                "''|https://m.example|https://10.1.2.3/|within a private network",
                "''|https://m.example|https://127.0.0.1:8421/|within a private network",
                "''|https://m.example|https://localhost/|within a private network",
                "''|https://m.example|https://[::1]/|within a private network",
                "''|https://m.example|https://0x7f.1/|within a private network",
                "''|''|http://localhost:8422/|''",
                "''|''|http://192.168.0.9/|within a private network",
                "records.example, 10.1.2.3|https://m.example|http://10.1.2.3:8080/|''",
                "records.example, 10.1.2.3|https://m.example|https://RECORDS.example/|''",
                "records.example, 10.1.2.3|''|https://192.0.2.1/|named others",
                "records.example, 10.1.2.3|''|https://records.example.evil.example/|named others"
            })
    void onlyWhereItMayBeAsked(String allowed, String own, String address, String said) {
        SchoolHosts hosts = new SchoolHosts(allowed, aestimo.app.guard.PublicAddressOf.text(own));
        assertThat(hosts.problem(java.net.URI.create(address)).orElse("")).contains(said);
        if (said.isEmpty()) {
            assertThat(hosts.problem(java.net.URI.create(address))).isEmpty();
        }
    }

    private interface Answer {
        void write(OutputStream out) throws IOException, InterruptedException;
    }

    private static void asked(RunningApp app, Answer answer, Kind kind, String words) throws IOException {
        HttpServer service = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        service.setExecutor(Executors.newCachedThreadPool(work -> {
            Thread thread = new Thread(work);
            thread.setDaemon(true);
            return thread;
        }));
        service.createContext("/", (HttpExchange exchange) -> {
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                answer.write(out);
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        });
        service.start();
        try {
            Connection connection =
                    new Connection("http://127.0.0.1:" + service.getAddress().getPort(), "c", "s", "");
            assertThatThrownBy(() -> app.bean(SchoolOffice.class).all(connection, "/classes", "classes", ""))
                    .isInstanceOfSatisfying(SchoolException.class, refused -> {
                        assertThat(refused.kind()).isEqualTo(kind);
                        assertThat(refused).hasMessageContaining(words);
                    });
        } finally {
            service.stop(0);
        }
    }

    @Test
    void anAnswerThatTricklesIsNotWaitedFor(RunningApp app) throws IOException {
        CountDownLatch never = new CountDownLatch(1);
        asked(
                app,
                out -> {
                    // A byte now and then, as long as anybody listens.
                    while (!never.await(100, TimeUnit.MILLISECONDS)) {
                        out.write(' ');
                        out.flush();
                    }
                },
                Kind.LATER,
                "did not answer within 3 seconds");
    }

    @Test
    void anAnswerWithoutEndIsNotTaken(RunningApp app) throws IOException {
        byte[] much = new byte[1 << 20];
        asked(
                app,
                out -> {
                    for (int i = 0; i < 200; i++) {
                        out.write(much);
                    }
                },
                Kind.HELD,
                "its answer is too large");
    }
}
