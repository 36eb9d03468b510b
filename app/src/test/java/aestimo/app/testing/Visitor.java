package aestimo.app.testing;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Visits the application over HTTP as a browser without scripts does: keeps cookies, sends the forms' tokens. */
public final class Visitor {
    private static final Pattern TOKEN = Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"");

    /** Whoever waits longer has reloaded the page by then. */
    private static final Duration LONGEST = Duration.ofMinutes(1);

    private final String address;
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .cookieHandler(new CookieManager())
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private String token = "";

    public Visitor(String address) {
        this.address = address;
    }

    /** Signs in; the answer tells by where it leads whether that worked. */
    public HttpResponse<String> signIn(String name, String password) {
        get("/sign-in");
        HttpResponse<String> answer = post("/sign-in", "signIn", name, "password", password);
        get("/");
        return answer;
    }

    public static Visitor signedIn(RunningApp app, String name) {
        Visitor visitor = new Visitor(app.address());
        visitor.signIn(name, "tidewater-lane");
        return visitor;
    }

    public HttpResponse<String> get(String path) {
        return send(request(path).GET());
    }

    /** An answer that is a file. */
    public byte[] download(String path) {
        return file(request(path).GET());
    }

    /** A form that is answered with a file. */
    public byte[] postForFile(String path, String... fields) {
        return file(form(path, fields));
    }

    private byte[] file(HttpRequest.Builder request) {
        try {
            return client.send(request.build(), BodyHandlers.ofByteArray()).body();
        } catch (IOException broken) {
            throw new java.io.UncheckedIOException(broken);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    /** @param fields names and values in turn */
    public HttpResponse<String> post(String path, String... fields) {
        return send(form(path, fields));
    }

    private HttpRequest.Builder form(String path, String... fields) {
        StringBuilder body = new StringBuilder("_csrf=" + encoded(token));
        for (int i = 0; i < fields.length; i += 2) {
            body.append('&').append(encoded(fields[i])).append('=').append(encoded(fields[i + 1]));
        }
        return request(path)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(BodyPublishers.ofString(body.toString()));
    }

    /** Sends a file as a form with a file field does. */
    public HttpResponse<String> upload(String path, String field, byte[] file) {
        return uploadAll(path, field, List.of("list"), List.of(file));
    }

    /**
     * The same with several files.
     *
     * @param names of the files, each as it was chosen
     */
    public HttpResponse<String> uploadAll(String path, String field, List<String> names, List<byte[]> files) {
        String boundary = "aestimo-" + files.size();
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        write(body, "--" + boundary + "\r\nContent-Disposition: form-data; name=\"_csrf\"\r\n\r\n" + token);
        for (int i = 0; i < files.size(); i++) {
            write(
                    body,
                    "\r\n--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + field + "\"; filename=\""
                            + names.get(i) + "\"\r\nContent-Type: application/octet-stream\r\n\r\n");
            body.writeBytes(files.get(i));
        }
        write(body, "\r\n--" + boundary + "--\r\n");
        return send(request(path)
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(BodyPublishers.ofByteArray(body.toByteArray())));
    }

    private static void write(ByteArrayOutputStream body, String text) {
        body.writeBytes(text.getBytes(StandardCharsets.UTF_8));
    }

    public HttpResponse<String> put(String path, String json) {
        return send(script(path).PUT(BodyPublishers.ofString(json)));
    }

    /** Asks as the sheet's script does. */
    public HttpResponse<String> ask(String path, String json) {
        return send(script(path).POST(BodyPublishers.ofString(json)));
    }

    private HttpRequest.Builder script(String path) {
        return request(path)
                .header("Content-Type", "application/json")
                .header("X-CSRF-TOKEN", token)
                .header("X-Aestimo", "entries");
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path)).timeout(LONGEST);
    }

    private HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            HttpResponse<String> answer = client.send(request.build(), BodyHandlers.ofString());
            Matcher matcher = TOKEN.matcher(answer.body());
            if (matcher.find()) {
                token = matcher.group(1);
            }
            return answer;
        } catch (IOException broken) {
            throw new java.io.UncheckedIOException(broken);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}
