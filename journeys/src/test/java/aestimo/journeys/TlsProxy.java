package aestimo.journeys;

import aestimo.app.testing.TestCluster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLServerSocket;

/** A proxy in front of the application, as a school's: speaks TLS to the browser, and says whom it speaks for. */
final class TlsProxy implements AutoCloseable {
    /** Whom it says its browsers are. */
    static final String BROWSER = "203.0.113.9";

    private static final char[] PASSWORD = "changeit".toCharArray();

    private final SSLServerSocket listening;
    private final ExecutorService hands = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work);
        thread.setDaemon(true);
        return thread;
    });

    /** Listens with a certificate of its own making; to whom, is said later. */
    TlsProxy(Path folder) throws IOException, GeneralSecurityException, InterruptedException {
        Path store = folder.resolve("proxy.p12");
        Process made = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "keytool")
                                .toString(),
                        "-genkeypair",
                        "-alias",
                        "proxy",
                        "-keyalg",
                        "EC",
                        "-dname",
                        "CN=localhost",
                        "-ext",
                        "SAN=dns:localhost",
                        "-storetype",
                        "PKCS12",
                        "-keystore",
                        store.toString(),
                        "-storepass",
                        new String(PASSWORD))
                .inheritIO()
                .start();
        if (made.waitFor() != 0) {
            throw new IOException("no certificate was made");
        }
        KeyStore keys = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(store)) {
            keys.load(in, PASSWORD);
        }
        KeyManagerFactory managers = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        managers.init(keys, PASSWORD);
        SSLContext tls = SSLContext.getInstance("TLS");
        tls.init(managers.getKeyManagers(), null, null);
        listening = (SSLServerSocket) tls.getServerSocketFactory()
                .createServerSocket(TestCluster.freePort(), 100, InetAddress.getLoopbackAddress());
    }

    String address() {
        return "https://localhost:" + listening.getLocalPort();
    }

    /** Hands on to a port of this machine from now on. */
    void serve(int port) {
        hands.execute(() -> {
            while (!listening.isClosed()) {
                try {
                    Socket browser = listening.accept();
                    hands.execute(() -> pass(browser, port));
                } catch (IOException closed) {
                    return;
                }
            }
        });
    }

    /** One request for each connection, so that every head is seen. */
    private void pass(Socket browser, int port) {
        try (browser;
                Socket application = new Socket(InetAddress.getLoopbackAddress(), port)) {
            String head = head(browser.getInputStream());
            if (head.isEmpty()) {
                return;
            }
            String passed = head.replaceAll("(?im)^connection:.*\r\n", "")
                    .replaceFirst(
                            "\r\n",
                            "\r\nX-Forwarded-Proto: https\r\nX-Forwarded-For: " + BROWSER
                                    + "\r\nConnection: close\r\n");
            application.getOutputStream().write(passed.getBytes(StandardCharsets.ISO_8859_1));
            hands.execute(() -> copy(browser, application));
            application.getInputStream().transferTo(browser.getOutputStream());
        } catch (IOException gone) {
            // A browser that closes a connection, or an application that is not there yet: the browser asks again.
        }
    }

    private static void copy(Socket from, Socket to) {
        try {
            OutputStream out = to.getOutputStream();
            from.getInputStream().transferTo(out);
        } catch (IOException closed) {
            // The other side has all it wanted.
        }
    }

    private static String head(InputStream in) throws IOException {
        ByteArrayOutputStream head = new ByteArrayOutputStream();
        for (int next = in.read(); next >= 0; next = in.read()) {
            head.write(next);
            if (next == '\n' && head.toString(StandardCharsets.ISO_8859_1).endsWith("\r\n\r\n")) {
                return head.toString(StandardCharsets.ISO_8859_1);
            }
        }
        return "";
    }

    @Override
    public void close() {
        hands.shutdownNow();
        try {
            listening.close();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }
}
