package aestimo.app.school;

import aestimo.app.school.SchoolException.Kind;
import aestimo.app.web.Patience;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Speaks to a school's service: OneRoster 1.2 over REST, with OAuth 2 client credentials. Knows it by address and
 * credentials alone. Each call is one request; trying again is for whoever asks.
 */
@Component
public class SchoolOffice {
    private static final int PAGE = 200;
    private static final int MOST_PAGES = 50;
    private static final String SCOPE = "https://purl.imsglobal.org/spec/or/v1p2/scope/";
    private static final String SCOPES =
            SCOPE + "roster.readonly " + SCOPE + "lineitem.createput " + SCOPE + "results.createput";
    private static final String ROSTERING = "/ims/oneroster/rostering/v1p2";
    private static final String GRADEBOOK = "/ims/oneroster/gradebook/v1p2";
    private static final int LONGEST_WORDS = 300;
    /** Two hundred records of the longest kind are a fraction of it. */
    private static final long LARGEST_ANSWER = 8_000_000;

    private final HttpClient http;
    private final Duration patience;
    private final JsonMapper json;
    private final SchoolHosts hosts;
    private final Map<Connection, String> tokens = new ConcurrentHashMap<>();

    SchoolOffice(JsonMapper json, Patience patience, SchoolHosts hosts) {
        this.hosts = hosts;
        this.json = json;
        this.patience = patience.office();
        this.http = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .connectTimeout(this.patience)
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
    }

    /**
     * All records of a rostering collection, page after page.
     *
     * @param path such as {@code /classes}
     * @param name of the list in the answer, such as {@code classes}
     * @param filter such as {@code class.sourcedId='c1'}; empty for all
     * @throws SchoolException when the service does not answer as OneRoster 1.2 says
     */
    public List<JsonNode> all(Connection connection, String path, String name, String filter) {
        List<JsonNode> found = new ArrayList<>();
        for (int page = 0; page < MOST_PAGES; page++) {
            String query = "?limit=" + PAGE + "&offset=" + page * PAGE
                    + (filter.isEmpty() ? "" : "&filter=" + URLEncoder.encode(filter, StandardCharsets.UTF_8));
            JsonNode answer = read(send(connection, "GET", ROSTERING + path + query, null), name);
            answer.forEach(found::add);
            if (answer.size() < PAGE) {
                return found;
            }
        }
        throw new SchoolException(Kind.HELD, "The school's service has over " + PAGE * MOST_PAGES + " " + name + ".");
    }

    private JsonNode read(String body, String name) {
        try {
            JsonNode list = json.readTree(body).get(name);
            if (list != null && list.isArray()) {
                return list;
            }
        } catch (JacksonException broken) {
            // Told below in the same words as another form.
        }
        throw new SchoolException(
                Kind.HELD,
                "What answers there does not speak OneRoster 1.2: the answer holds no list of " + name + ".");
    }

    /**
     * Puts one gradebook record in place; the same once more changes nothing.
     *
     * @param collection such as {@code results}
     * @param name of the record in the body, such as {@code result}
     */
    public void put(Connection connection, String collection, String name, String id, Map<String, Object> record) {
        send(
                connection,
                "PUT",
                GRADEBOOK + "/" + collection + "/" + URLEncoder.encode(id, StandardCharsets.UTF_8),
                json.writeValueAsString(Map.of(name, record)));
    }

    private String send(Connection connection, String method, String path, @Nullable String body) {
        String token = tokens.computeIfAbsent(connection, this::token);
        HttpResponse<String> answer = ask(request(connection, path, token, method, body));
        if (answer.statusCode() == 401) {
            // Out of date, or forgotten by a service that was started anew: once more with a fresh one.
            tokens.remove(connection, token);
            token = tokens.computeIfAbsent(connection, this::token);
            answer = ask(request(connection, path, token, method, body));
        }
        if (answer.statusCode() / 100 == 2) {
            return answer.body();
        }
        throw refused(answer);
    }

    private HttpRequest request(
            Connection connection, String path, String token, String method, @Nullable String body) {
        HttpRequest.Builder request = builder(connection.address() + path)
                .header("Authorization", "Bearer " + token)
                .header("Accept", "application/json");
        return body == null
                ? request.GET().build()
                : request.header("Content-Type", "application/json")
                        .method(method, BodyPublishers.ofString(body))
                        .build();
    }

    private HttpRequest.Builder builder(String address) {
        try {
            return HttpRequest.newBuilder(URI.create(address)).timeout(patience);
        } catch (IllegalArgumentException none) {
            throw new SchoolException(Kind.HELD, "The address of the school's service is none: " + address);
        }
    }

    private String token(Connection connection) {
        String pair = connection.client() + ":" + connection.secret();
        HttpRequest request = builder(connection.address() + "/token")
                .header(
                        "Authorization",
                        "Basic " + Base64.getEncoder().encodeToString(pair.getBytes(StandardCharsets.UTF_8)))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(BodyPublishers.ofString(
                        "grant_type=client_credentials&scope=" + URLEncoder.encode(SCOPES, StandardCharsets.UTF_8)))
                .build();
        HttpResponse<String> answer = ask(request);
        if (answer.statusCode() >= 500 || answer.statusCode() == 429) {
            throw new SchoolException(Kind.BUSY, "The school's service answered " + answer.statusCode() + ".");
        }
        try {
            JsonNode token = json.readTree(answer.body()).get("access_token");
            if (answer.statusCode() == 200 && token != null) {
                return token.asString();
            }
        } catch (JacksonException broken) {
            // Told below.
        }
        throw new SchoolException(
                Kind.HELD,
                "The school's service refused the markbook (" + answer.statusCode()
                        + "). Look at the client's name and secret under The school.");
    }

    /** One call; however slowly its answer trickles, it is over in time. */
    private HttpResponse<String> ask(HttpRequest request) {
        hosts.problem(request.uri()).ifPresent(words -> {
            throw new SchoolException(Kind.HELD, words);
        });
        CompletableFuture<HttpResponse<String>> answer =
                http.sendAsync(request, information -> new BoundedText(LARGEST_ANSWER));
        try {
            return answer.get(patience.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException slow) {
            throw tooSlow();
        } catch (ExecutionException failed) {
            if (failed.getCause() instanceof HttpTimeoutException) {
                throw tooSlow();
            }
            if (failed.getCause() instanceof BoundedText.TooLargeException) {
                throw new SchoolException(
                        Kind.HELD, "What answers there does not speak OneRoster 1.2: its answer is too large.");
            }
            throw new SchoolException(Kind.LATER, "The school's service cannot be reached.");
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new SchoolException(Kind.LATER, "Sending was interrupted.");
        } finally {
            answer.cancel(true);
        }
    }

    private SchoolException tooSlow() {
        return new SchoolException(
                Kind.LATER, "The school's service did not answer within " + patience.toSeconds() + " seconds.");
    }

    private SchoolException refused(HttpResponse<String> answer) {
        int status = answer.statusCode();
        if (status == 429) {
            return new SchoolException(Kind.BUSY, "The school's service is too busy (429).");
        }
        if (status >= 500) {
            return new SchoolException(Kind.BUSY, "The school's service failed (" + status + ").");
        }
        String words = description(answer.body());
        if (words.isEmpty()) {
            words = "The school's service answered " + status + ".";
        }
        return new SchoolException(status == 401 || status == 403 ? Kind.HELD : Kind.REFUSED, words);
    }

    private String description(String body) {
        try {
            JsonNode words = json.readTree(body).get("imsx_description");
            String text = words == null ? "" : words.asString();
            return text.substring(0, Math.min(LONGEST_WORDS, text.length()));
        } catch (JacksonException broken) {
            return "";
        }
    }
}
