package aestimo.app.school;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.RunningApp;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The school office by itself, asked as OneRoster 1.2 says: so that whatever holds against it holds against a real one. */
@ExtendWith(RunningApp.class)
class OfficeTest {
    private static final String SCOPE = "https://purl.imsglobal.org/spec/or/v1p2/scope/";
    private static final String ROSTER = "/ims/oneroster/rostering/v1p2";
    private static final String BOOK = "/ims/oneroster/gradebook/v1p2";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final HttpClient http = HttpClient.newHttpClient();
    private OfficeServer office;
    private String token;

    @BeforeEach
    void begin(RunningApp app) {
        office = OfficeServer.on(app.cluster());
        office.beginAnew();
        token = token("roster.readonly", "lineitem.createput", "results.createput");
    }

    private HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            return http.send(request.build(), BodyHandlers.ofString());
        } catch (IOException | InterruptedException broken) {
            throw new IllegalStateException(broken);
        }
    }

    private HttpResponse<String> askForToken(String pair, String form) {
        return send(HttpRequest.newBuilder(URI.create(office.address() + "/token"))
                .header("Authorization", "Basic " + Base64.getEncoder().encodeToString(pair.getBytes()))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(BodyPublishers.ofString(form)));
    }

    private String token(String... scopes) {
        String asked = String.join(
                " ", List.of(scopes).stream().map(scope -> SCOPE + scope).toList());
        return JSON.readTree(askForToken(
                                "markbook:tidewater-lane",
                                "grant_type=client_credentials&scope="
                                        + URLEncoder.encode(asked, StandardCharsets.UTF_8))
                        .body())
                .get("access_token")
                .asString();
    }

    private HttpResponse<String> ask(String method, String path, String body) {
        return send(HttpRequest.newBuilder(URI.create(office.address() + path))
                .header("Authorization", "Bearer " + token)
                .header("Content-Type", "application/json")
                .method(method, body.isEmpty() ? BodyPublishers.noBody() : BodyPublishers.ofString(body)));
    }

    private JsonNode get(String path) {
        HttpResponse<String> answer = ask("GET", path, "");
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        return JSON.readTree(answer.body());
    }

    /** “404 unknownobject The school has no class x.” */
    private String refusal(String method, String path, String body) {
        HttpResponse<String> answer = ask(method, path, body);
        JsonNode told = JSON.readTree(answer.body());
        assertThat(told.get("imsx_codeMajor").asString()).isEqualTo("failure");
        assertThat(told.get("imsx_severity").asString()).isEqualTo("error");
        String minor = told.get("imsx_CodeMinor")
                .get("imsx_codeMinorField")
                .get(0)
                .get("imsx_codeMinorFieldValue")
                .asString();
        return answer.statusCode() + " " + minor + " "
                + told.get("imsx_description").asString();
    }

    private static List<String> values(JsonNode list, String name) {
        List<String> values = new ArrayList<>();
        list.forEach(one -> values.add(one.get(name).asString()));
        return values;
    }

    @Test
    void tokensAreGivenToTheClientForTheScopesItAsks() {
        assertThat(askForToken("markbook:wrong", "grant_type=client_credentials")
                        .statusCode())
                .isEqualTo(401);
        assertThat(askForToken("markbook:tidewater-lane", "grant_type=password").body())
                .contains("unsupported_grant_type");
        String whole = token;
        token = "none";
        assertThat(refusal("GET", ROSTER + "/classes", ""))
                .isEqualTo("401 unauthorisedrequest The access token is missing, unknown or out of date.");
        token = token("roster.readonly", "something.else");
        assertThat(get(ROSTER + "/schools").get("orgs").get(0).get("name").asString())
                .isEqualTo("Tidewater Lane School");
        assertThat(refusal("PUT", BOOK + "/categories/c1", "{\"category\": {\"sourcedId\": \"c1\"}}"))
                .isEqualTo("403 forbidden The access token is not for the scope " + SCOPE + "lineitem.createput.");
        token = whole;
        assertThat(ask("PUT", BOOK + "/categories/c1", "{\"category\": {\"sourcedId\": \"c1\"}}")
                        .statusCode())
                .isEqualTo(201);
    }

    @Test
    void theRosterIsHandedOutByPagesAndFilters() {
        assertThat(values(get(ROSTER + "/academicSessions").get("academicSessions"), "type"))
                .containsExactly(
                        "schoolYear", "term", "gradingPeriod", "term", "gradingPeriod", "term", "gradingPeriod");
        assertThat(values(get(ROSTER + "/teachers/tls-marin/classes").get("classes"), "sourcedId"))
                .hasSize(5)
                .contains("tls-9b");
        HttpResponse<String> first = ask("GET", ROSTER + "/classes/tls-9b/students?limit=10", "");
        assertThat(first.headers().firstValue("X-Total-Count")).contains("25");
        List<String> all = new ArrayList<>(values(JSON.readTree(first.body()).get("users"), "identifier"));
        assertThat(all).hasSize(10);
        all.addAll(values(
                get(ROSTER + "/classes/tls-9b/students?limit=10&offset=10").get("users"), "identifier"));
        all.addAll(values(
                get(ROSTER + "/classes/tls-9b/students?limit=10&offset=20").get("users"), "identifier"));
        assertThat(all).hasSize(25).doesNotHaveDuplicates();
        assertThat(get(ROSTER + "/classes/tls-9b/students?offset=900").get("users"))
                .isEmpty();
        String filter = URLEncoder.encode("class.sourcedId='tls-9b'", StandardCharsets.UTF_8);
        assertThat(get(ROSTER + "/enrollments?filter=" + filter).get("enrollments"))
                .hasSize(25)
                .allSatisfy(one ->
                        assertThat(one.get("class").get("sourcedId").asString()).isEqualTo("tls-9b"));
        assertThat(refusal("GET", ROSTER + "/classes/tls-x/students", ""))
                .isEqualTo("404 unknownobject The school has no class tls-x.");
        assertThat(refusal("GET", ROSTER + "/teachers/tls-x/classes", ""))
                .isEqualTo("404 unknownobject The school has no teacher tls-x.");
        assertThat(refusal("GET", ROSTER + "/classes?filter=title~x", ""))
                .isEqualTo("400 invalid_filter_field The filter title~x is not understood.");
        assertThat(refusal("GET", ROSTER + "/classes?limit=many", ""))
                .isEqualTo("400 invaliddata limit is “many”, which is no number.");
    }

    private static String lineItem(String classId, String periodId) {
        return """
                {"lineItem": {"sourcedId": "l1", "title": "Term 2 result", "class": {"sourcedId": "%s"},
                 "gradingPeriod": {"sourcedId": "%s"}}}""".formatted(classId, periodId);
    }

    private static String result(String id, String student, String score) {
        return """
                {"sourcedId": "%s", "lineItem": {"sourcedId": "l1"}, "student": {"sourcedId": "tls-s%s"},
                 "scoreStatus": "fully graded", "score": %s, "textScore": "5"}""".formatted(id, student, score);
    }

    @Test
    void resultsAreKeptOnceAndShownToWhoPutThem() {
        assertThat(ask("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g2"))
                        .statusCode())
                .isEqualTo(201);
        String one = "{\"result\": " + result("r1", "2201", "67.1") + "}";
        assertThat(ask("PUT", BOOK + "/results/r1", one).statusCode()).isEqualTo(201);
        assertThat(ask("PUT", BOOK + "/results/r1", one).statusCode()).isEqualTo(200);
        String many = "{\"results\": [" + result("r1", "2201", "68") + "," + result("r2", "2202", "50") + "]}";
        assertThat(JSON.readTree(ask("POST", BOOK + "/lineItems/l1/results", many)
                                .body())
                        .get("sourcedIdPairs"))
                .hasSize(2);
        assertThat(values(get(BOOK + "/lineItems/l1/results").get("results"), "score"))
                .containsExactlyInAnyOrder("68", "50");
        assertThat(office.received()).containsExactly("Term 2 result 2201 68 5 ×3", "Term 2 result 2202 50 5 ×1");
    }

    @Test
    void whatCannotBeKeptIsRefusedWithTheStandardsWords() {
        assertThat(refusal("PUT", BOOK + "/lineItems/l1", lineItem("tls-x", "tls-g2")))
                .isEqualTo("422 invaliddata The school has no class tls-x.");
        assertThat(refusal("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g9")))
                .isEqualTo("422 invaliddata The school has no grading period tls-g9.");
        assertThat(refusal("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g3")))
                .isEqualTo("403 forbidden The school takes results of Term 3 from 2027-06-14 to 2027-07-02.");
        assertThat(refusal("PUT", BOOK + "/results/r1", "{\"result\": " + result("r1", "2201", "1") + "}"))
                .isEqualTo("422 invaliddata There is no line item l1.");
        ask("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g2"));
        assertThat(refusal("PUT", BOOK + "/results/r1", "{\"result\": " + result("r1", "9999", "1") + "}"))
                .isEqualTo("422 unknownobject The school has no student tls-s9999.");
        assertThat(refusal("PUT", BOOK + "/results/r1", "{\"score\": 1}")).startsWith("400 invaliddata");
        assertThat(refusal("PUT", BOOK + "/results/r1", "{\"other\": {}}"))
                .isEqualTo("400 invaliddata The body holds no result.");
        office.behave(0, 1, "429");
        HttpResponse<String> busy = ask("PUT", BOOK + "/results/r1", "{\"result\": " + result("r1", "2201", "1") + "}");
        assertThat(busy.statusCode()).isEqualTo(429);
        assertThat(busy.headers().firstValue("Retry-After")).contains("1");
        assertThat(office.received()).isEmpty();
    }

    @Test
    void ofABodyThatIsRefusedNothingIsKept() {
        ask("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g2"));
        office.refuse("2202", "The record is closed.");
        String good = result("r1", "2201", "68");
        for (String bad : List.of(
                result("r2", "2202", "50"),
                result("r2", "9999", "50"),
                result("r2", "2203", "50").replace("l1", "l9"),
                result("r2", "2203", "50").replace("fully graded", ""))) {
            assertThat(refusal("POST", BOOK + "/lineItems/l1/results", "{\"results\": [" + good + "," + bad + "]}"))
                    .startsWith("422");
            assertThat(office.received()).as(bad).isEmpty();
        }
    }

    /** Whoever sends cannot know from the answer alone: the record is kept after one failure and not after the other. */
    @Test
    void aFailureBeforeKeepsNothingAndOneAfterKeepsIt() {
        ask("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g2"));
        String many = "{\"results\": [" + result("r1", "2201", "68") + "]}";
        office.behave(0, 1, "500");
        assertThat(refusal("POST", BOOK + "/lineItems/l1/results", many)).startsWith("500");
        assertThat(office.received()).isEmpty();
        office.behave(0, 1, "after");
        assertThat(refusal("POST", BOOK + "/lineItems/l1/results", many)).startsWith("500");
        assertThat(office.received()).hasSize(1);
    }

    @Test
    void anOfficeThatWasRestartedAsksForATokenAnewAndHasWhatItKept() {
        ask("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g2"));
        ask("PUT", BOOK + "/results/r1", "{\"result\": " + result("r1", "2201", "67.1") + "}");
        office.kill();
        office.start();
        assertThat(refusal("GET", BOOK + "/lineItems/l1/results", "")).startsWith("401 unauthorisedrequest");
        token = token("results.createput");
        assertThat(values(get(BOOK + "/lineItems/l1/results").get("results"), "score"))
                .containsExactly("67.1");
    }

    /** Its page needs a name and a word, tells what was received, and sets how the service is to behave. */
    @Test
    void thePageIsForTheOfficeAlone() {
        HttpRequest.Builder page = HttpRequest.newBuilder(URI.create(office.address() + "/"));
        assertThat(send(page.copy()).statusCode()).isEqualTo(401);
        String pair = Base64.getEncoder().encodeToString("office:tidewater-lane".getBytes());
        ask("PUT", BOOK + "/lineItems/l1", lineItem("tls-9b", "tls-g2"));
        ask("PUT", BOOK + "/results/r1", "{\"result\": " + result("r1", "2201", "67.1") + "}");
        HttpResponse<String> shown = send(page.header("Authorization", "Basic " + pair));
        assertThat(shown.statusCode()).isEqualTo(200);
        assertThat(shown.body()).contains("Term 2 result", "67.1");
        assertThat(shown.headers().firstValue("Content-Security-Policy").orElse(""))
                .contains("default-src 'none'");
    }
}
