package aestimo.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.Server;
import aestimo.app.testing.TestCluster;
import aestimo.app.testing.Visitor;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What an administrator's log collector is given: a line of JSON each, and in none of them who a student is. */
class LogJourney {
    private static final String PASSWORD = "the tide comes in twice";
    private static final Server SERVER = Server.empty(Map.of("LOGGING_STRUCTURED_FORMAT_CONSOLE", "ecs"));

    private static Visitor owner() {
        Visitor visitor = new Visitor(SERVER.address());
        visitor.get("/welcome");
        visitor.post(
                "/welcome",
                "code",
                TestCluster.FIRST_CODE,
                "name",
                "Rowan Teacher",
                "signIn",
                "rowan",
                "password",
                PASSWORD);
        visitor.get("/");
        return visitor;
    }

    /** A class with two students, and a mark in doubt of one. */
    private static String work(Visitor visitor) {
        visitor.post("/years", "name", "2026/27", "termName", "Term 2", "starts", "2027-01-04", "ends", "2027-03-26");
        String year = Html.values(visitor.get("/classes/new").body(), "[name=yearId], [name=yearId] option", "value")
                .get(0);
        visitor.post("/classes", "yearId", year, "name", "9B", "subject", "Geography", "tint", "2");
        String base = Html.values(visitor.get("/").body(), ".desk-class", "href")
                .get(0)
                .replaceAll("(/classes/[0-9]+).*", "$1");
        visitor.get(base + "/groundwork/students");
        visitor.post(base + "/groundwork/students/save", "pasted", "Quillfeather, Ottoline\nZephyrson, Bartholomew\n");
        return base;
    }

    private static List<String> log() {
        try {
            return Files.readAllLines(SERVER.log());
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** The database fails with words of its own, as it does when it repeats what it was given. */
    private static void whileEveryStudentIsRefused(Runnable work) throws SQLException {
        try (Connection owner = DriverManager.getConnection(
                        SERVER.cluster().url(),
                        "aestimo_owner",
                        SERVER.cluster().password("owner"));
                Statement statement = owner.createStatement()) {
            statement.execute("CREATE FUNCTION refuse_student() RETURNS trigger LANGUAGE plpgsql AS"
                    + " $$ BEGIN RAISE EXCEPTION '% cannot be kept', NEW.family || ' Quillfeather'; END $$");
            statement.execute("CREATE TRIGGER refused BEFORE INSERT OR UPDATE ON student FOR EACH ROW"
                    + " EXECUTE FUNCTION refuse_student()");
            work.run();
            statement.execute("DROP TRIGGER refused ON student");
        }
    }

    @Test
    void everyLineIsJsonAndNoneNamesAStudent() throws SQLException {
        Visitor visitor = owner();
        String base = work(visitor);
        assertThat(visitor.get(base + "/groundwork/students").body()).contains("Quillfeather");
        // What goes wrong is what is written down: wrong passwords, nonsense, things that are not there.
        new Visitor(SERVER.address()).signIn("rowan", "not the password");
        visitor.get("/classes/999999/marks?find=Quillfeather");
        visitor.get(base + "/standing/Quillfeather");
        visitor.put(base + "/entries", "[{\"id\": \"" + UUID.randomUUID() + "\", \"text\": \"Quillfeather 41\"");
        visitor.put(base + "/entries", "[{\"id\": null, \"assessment\": \"Zephyrson\", \"text\": \"41\"}]");
        visitor.upload(base + "/groundwork/students/preview", "file", "Zephyrson\u0000".getBytes());
        whileEveryStudentIsRefused(() -> {
            HttpResponse<String> failed = visitor.post(
                    base + "/groundwork/students/save", "pasted", "Quillfeather, Ottoline\nNew, Student\n");
            assertThat(failed.statusCode()).isEqualTo(500);
            Matcher number = Pattern.compile("\\b[0-9]{7}\\b").matcher(Html.text(failed.body(), "main"));
            assertThat(number.find()).isTrue();
            assertThat(log()).anyMatch(line -> line.contains("number=" + number.group()));
        });
        SERVER.cluster().kill();
        visitor.post(base + "/groundwork/students/save", "pasted", "Quillfeather, Ottoline\n");
        SERVER.cluster().startAgain();
        List<String> lines = log();
        assertThat(lines).hasSizeGreaterThan(5);
        JsonMapper mapper = new JsonMapper();
        for (String line : lines) {
            JsonNode told = mapper.readTree(line);
            assertThat(told.path("@timestamp").asString()).as(line).isNotEmpty();
            assertThat(told.path("log").path("level").asString()).as(line).matches("INFO|WARN|ERROR");
        }
        assertThat(lines)
                .anyMatch(line -> line.contains("event=WRONG_PASSWORD"))
                .noneMatch(line -> Pattern.compile("Quillfeather|Zephyrson|Ottoline|Bartholomew")
                        .matcher(line)
                        .find());
    }
}
