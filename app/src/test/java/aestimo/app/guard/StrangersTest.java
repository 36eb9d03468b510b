package aestimo.app.guard;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Those who connect and mean no good: seen from the wire, from an address of their own. */
@ExtendWith(RunningApp.class)
class StrangersTest {
    private static final int PATIENCE_MS = 60_000;

    private static Socket connect(RunningApp app, String from) throws IOException {
        Socket socket = new Socket(
                InetAddress.getByName("127.0.0.1"),
                URI.create(app.address()).getPort(),
                InetAddress.getByName(from),
                0);
        socket.setSoTimeout(PATIENCE_MS);
        return socket;
    }

    private static void send(Socket socket, String text) throws IOException {
        socket.getOutputStream().write(text.getBytes(StandardCharsets.ISO_8859_1));
        socket.getOutputStream().flush();
    }

    private static String answer(Socket socket) throws IOException {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        InputStream in = socket.getInputStream();
        try {
            in.transferTo(all);
        } catch (java.net.SocketException cut) {
            // What came before it was cut off counts.
        }
        return all.toString(StandardCharsets.ISO_8859_1);
    }

    private static String asked(RunningApp app, String request) throws IOException {
        try (Socket socket = connect(app, "127.0.0.3")) {
            send(socket, request + "Connection: close\r\n\r\n");
            return answer(socket);
        }
    }

    @Test
    void aForeignNameInFrontIsRefused(RunningApp app) throws IOException {
        assertThat(asked(app, "GET /sign-in HTTP/1.1\r\nHost: evil.example\r\n"))
                .startsWith("HTTP/1.1 421")
                .contains("not reached by this address")
                .doesNotContain("<form", "Set-Cookie");
        assertThat(asked(app, "GET /sign-in HTTP/1.1\r\nHost: LOCALHOST:8420\r\n"))
                .startsWith("HTTP/1.1 200");
        // Without a proxy in front nobody says whom a request is from.
        assertThat(
                        asked(
                                app,
                                "GET / HTTP/1.1\r\nHost: localhost\r\nX-Forwarded-Host: evil.example\r\nX-Forwarded-Proto: https\r\n"))
                .startsWith("HTTP/1.1 302")
                .containsPattern("Location: (http://localhost)?/sign-in")
                .doesNotContain("evil", "https:");
    }

    @Test
    void twoHundredSlowSendersStopNobodyElse(RunningApp app) throws IOException {
        List<Socket> slow = new ArrayList<>();
        try {
            for (int i = 0; i < 230; i++) {
                Socket socket = connect(app, "127.0.0.2");
                slow.add(socket);
                send(
                        socket,
                        "POST /sign-in HTTP/1.1\r\nHost: localhost\r\n"
                                + "Content-Type: application/x-www-form-urlencoded\r\nContent-Length: 1000\r\n\r\na");
            }
            // The last ones are told at once that there are too many.
            assertThat(answer(slow.get(229))).startsWith("HTTP/1.1 429").contains("Too many requests at once");
            Visitor marin = Visitor.signedIn(app, "marin");
            assertThat(marin.get("/").statusCode()).isEqualTo(200);
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    /** What is answered to somebody who announces a body and sends a byte of it now and then. */
    private static String trickled(RunningApp app, long announced) throws IOException {
        ScheduledExecutorService trickle = Executors.newSingleThreadScheduledExecutor();
        try (Socket socket = connect(app, "127.0.0.4")) {
            send(
                    socket,
                    "POST /sign-in HTTP/1.1\r\nHost: localhost\r\n"
                            + "Content-Type: application/x-www-form-urlencoded\r\nContent-Length: " + announced
                            + "\r\n\r\n");
            trickle.scheduleAtFixedRate(
                    () -> {
                        try {
                            send(socket, "a");
                        } catch (IOException cut) {
                            throw new IllegalStateException(cut);
                        }
                    },
                    0,
                    200,
                    TimeUnit.MILLISECONDS);
            return answer(socket);
        } finally {
            trickle.shutdownNow();
        }
    }

    @Test
    void aBodyThatTricklesIsCutOff(RunningApp app) throws IOException {
        // Cut off: what was said to somebody who still sends may be lost on the way.
        assertThat(trickled(app, 10_000)).matches("(?s)|HTTP/1.1 4.*");
    }

    @Test
    void aLargeBodyOfAStrangerIsNotReadAtAll(RunningApp app) throws IOException {
        assertThat(trickled(app, 100_000_000)).matches("(?s)|HTTP/1.1 403.*");
    }

    @Test
    void afterAllThatNothingIsHeld(RunningApp app) throws IOException {
        for (int i = 0; i < 250; i++) {
            try (Socket socket = connect(app, "127.0.0.5")) {
                send(socket, "GET /actuator/health HTTP/1.1\r\nHost: localhost\r\n");
                // Gone in the middle of its request.
            }
        }
        Await.until("an address that left everything in the middle is served again", () -> {
            try (Socket socket = connect(app, "127.0.0.5")) {
                send(socket, "GET /actuator/health HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n");
                return answer(socket).startsWith("HTTP/1.1 200");
            } catch (IOException refused) {
                return false;
            }
        });
    }
}
