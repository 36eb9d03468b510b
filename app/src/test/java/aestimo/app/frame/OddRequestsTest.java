package aestimo.app.frame;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What no page sends: numbers at the end of what there is, and addresses of elsewhere. */
@ExtendWith(RunningApp.class)
class OddRequestsTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "//elsewhere.example",
                "/\t/elsewhere.example",
                "/\\elsewhere.example",
                "/\n//elsewhere.example",
                "/\u00A0//x",
                "https://elsewhere.example",
                "/%09\\/elsewhere.example",
                ""
            })
    void hidingNamesLeadsNowhereElse(String back, RunningApp app) {
        Visitor visitor = Visitor.signedIn(app, "marin");
        visitor.get("/names");
        HttpResponse<String> answer = visitor.post("/names", "names", "", "back", back);
        assertThat(OwnClass.location(answer)).endsWith("/").doesNotContain("elsewhere");
        assertThat(visitor.post("/names", "names", "", "back", "/classes/1/marks?span=2")
                        .headers()
                        .firstValue("location"))
                .hasValueSatisfying(there -> assertThat(there).endsWith("/classes/1/marks?span=2"));
    }

    @Test
    void moreEntriesThanAPageSendsAreRefusedAndNoneIsSaved(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("21\tBrandt\tIlva\n");
        own.addPiece("Town survey", own.addCategory("Fieldwork"), "2027-02-05", "50");
        String one = "{\"id\": \"%s\", \"assessment\": %d, \"student\": %s, \"part\": 0, \"base\": 0, \"text\": \"7\"}";
        String many = IntStream.range(0, 251)
                .mapToObj(i -> one.formatted(UUID.randomUUID(), own.piece("Town survey"), own.student("Brandt")))
                .collect(Collectors.joining(", ", "[", "]"));
        HttpResponse<String> answer = own.visitor().put(own.base() + "/entries", many);
        assertThat(answer.statusCode()).isEqualTo(422);
        assertThat(answer.body()).contains("Over 250 entries came at once. None was saved.");
        assertThat(own.visitor()
                        .put(own.base() + "/entries", "[" + " ".repeat(2_000_000) + "]")
                        .statusCode())
                .isEqualTo(413);
        assertThat(own.entry("Brandt", "Town survey").isNothing()).isTrue();
    }

    @Test
    void versionsNoEntryCanHaveAreRefusedInWords(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        own.addStudents("21\tBrandt\tIlva\n");
        own.addPiece("Town survey", own.addCategory("Fieldwork"), "2027-02-05", "50");
        own.type("Brandt", "Town survey", "41");
        long piece = own.piece("Town survey");
        String student = own.student("Brandt");
        for (int base : List.of(Integer.MAX_VALUE, 1_000_000_001, -1, Integer.MIN_VALUE)) {
            HttpResponse<String> answer = own.visitor()
                    .put(
                            own.base() + "/entries",
                            "[{\"id\": \"%s\", \"assessment\": %d, \"student\": %s, \"part\": 0, \"base\": %d, \"text\": \"7\"}]"
                                    .formatted(UUID.randomUUID(), piece, student, base));
            assertThat(answer.statusCode()).as(answer.body()).isEqualTo(422);
            assertThat(answer.body()).contains("An entry came with a version no entry can have. None was saved.");
        }
        for (String base : List.of("2147483647", "999999999999999999", "-5")) {
            HttpResponse<String> answer = own.visitor()
                    .post(
                            own.base() + "/loose-ends/settle",
                            "assessment",
                            Long.toString(piece),
                            "student",
                            student,
                            "part",
                            "0",
                            "base",
                            base,
                            "text",
                            "7",
                            "request",
                            UUID.randomUUID().toString());
            assertThat(answer.statusCode()).as(base).isLessThan(500);
        }
        assertThat(own.entry("Brandt", "Town survey")).hasToString("41");
    }
}
