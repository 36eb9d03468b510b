package aestimo.app.school;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A school's service that speaks almost as the standard says: whatever it answers is taken or told, and breaks nothing. */
@ExtendWith(RunningApp.class)
class OddSchoolTest {
    private static final int ROUNDS = 40;
    private static final Map<String, String> ANSWERS = Map.of(
            "/token",
            "{\"access_token\": \"t\", \"token_type\": \"bearer\", \"expires_in\": 3600}",
            "/classes",
            "{\"classes\": [{\"sourcedId\": \"c1\", \"title\": \"9B Geography\"}, {\"sourcedId\": \"c2\", \"title\": \"8D\"}]}",
            "/academicSessions",
            "{\"academicSessions\": [{\"sourcedId\": \"g1\", \"title\": \"Term 2\", \"type\": \"gradingPeriod\","
                    + " \"startDate\": \"2027-01-04\", \"endDate\": \"2027-03-26\","
                    + " \"metadata\": {\"resultsFrom\": \"2027-03-01\", \"resultsTo\": \"2027-03-12\"}}]}",
            "/students",
            "{\"users\": [{\"sourcedId\": \"u1\", \"identifier\": \"2201\", \"familyName\": \"Aldous\", \"givenName\": \"Wren\"},"
                    + " {\"sourcedId\": \"u2\", \"identifier\": \"2202\", \"familyName\": \"Arkady\", \"givenName\": \"Tomas\"}]}",
            "/enrollments",
            "{\"enrollments\": [{\"sourcedId\": \"e1\", \"role\": \"student\", \"user\": {\"sourcedId\": \"u1\"},"
                    + " \"metadata\": {\"set\": \"North\"}}, {\"sourcedId\": \"e2\", \"role\": \"student\","
                    + " \"user\": {\"sourcedId\": \"u2\"}, \"beginDate\": \"2027-01-11\", \"endDate\": \"2027-02-19\"}]}");
    private static final Pattern VALUE = Pattern.compile(": (\"[^\"]*\"|[0-9]+|\\{[^{}]*}|\\[.*])");
    private static final List<String> ODD = List.of(
            "null",
            "true",
            "7",
            "1e99",
            "\"\"",
            "\"a\\u0000b\"",
            "\"2027-02-30\"",
            "\"+999999999-12-31\"",
            "\"a b/../c?d#e\"",
            "\"<script>alert(1)</script>\"",
            "{}",
            "[]",
            "[null]",
            "[1, \"x\"]",
            "{\"sourcedId\": {}}",
            "\"" + "long ".repeat(500) + "\"");

    private final Random random = new Random();
    private HttpServer service;
    private OwnClass own;
    private Visitor visitor;

    @BeforeEach
    void startTheService(RunningApp app) throws IOException {
        service = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        service.createContext("/", this::answer);
        service.start();
        own = new OwnClass(app, "Geography");
        own.addStudents("Number\tName\n2201\tAldous, Wren\n2209\tBrandt, Ilva\n");
        visitor = own.visitor();
        visitor.get("/school");
    }

    @AfterEach
    void stopTheService() {
        service.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        byte[] body = altered(ANSWERS.getOrDefault(path.substring(path.lastIndexOf('/')), "{}"))
                .getBytes(StandardCharsets.UTF_8);
        exchange.getRequestBody().readAllBytes();
        exchange.sendResponseHeaders(random.nextInt(25) == 0 ? 302 : 200, body.length == 0 ? -1 : body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    /** Mostly with one value otherwise; now and then no JSON at all. */
    private synchronized String altered(String json) {
        if (random.nextInt(30) == 0) {
            return List.of("", "<html>Sign in first</html>", "null", "[]", "7", json.substring(0, json.length() / 2))
                    .get(random.nextInt(6));
        }
        if (random.nextInt(3) == 0) {
            return json;
        }
        List<int[]> places = new ArrayList<>();
        Matcher values = VALUE.matcher(json);
        for (int from = 0; values.find(from); from = values.start(1)) {
            places.add(new int[] {values.start(1), values.end(1)});
        }
        int[] place = places.get(random.nextInt(places.size()));
        return json.substring(0, place[0]) + ODD.get(random.nextInt(ODD.size())) + json.substring(place[1]);
    }

    private String told(HttpResponse<String> answer) {
        assertThat(answer.statusCode()).as(answer.body()).isIn(200, 302);
        assertThat(answer.body()).doesNotContain("Exception", "<script>alert");
        String location = OwnClass.location(answer);
        return location.isEmpty() ? answer.body() : told(visitor.get(location));
    }

    @Test
    void whateverItAnswersIsTakenOrTold() {
        int listed = 0;
        int refused = 0;
        for (int i = 0; i < ROUNDS; i++) {
            String page = told(visitor.post(
                    "/school",
                    "address",
                    "http://127.0.0.1:" + service.getAddress().getPort(),
                    "client",
                    "markbook",
                    "secret",
                    "s",
                    "schoolTeacher",
                    i % 2 == 0 ? "" : "t 1/é"));
            refused += page.contains("does not work yet") ? 1 : 0;
            String roster = told(visitor.post("/classes/roster/service"));
            assertThat(roster).containsAnyOf("name=\"kept\"", "role=\"alert\"", "is-near");
            if (roster.contains("name=\"kept\"") && i % 10 == 0) {
                PageForm.all(roster).stream()
                        .filter(form -> form.action().endsWith("/save"))
                        .forEach(form ->
                                told(visitor.post(form.action(), form.fields().toArray(new String[0]))));
            }
            String path = own.base() + "/groundwork/students/school";
            String compared = told(visitor.get(path));
            List<String> keys = Html.values(compared, "[name=chosen]", "value");
            listed += keys.size();
            for (String key : keys) {
                told(visitor.post(path, "chosen", key));
            }
        }
        // The rounds have met what they look for.
        assertThat(listed).isPositive();
        assertThat(refused).isPositive();
    }
}
