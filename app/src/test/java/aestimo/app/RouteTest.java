package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Walks every route there is: as a stranger, and as another teacher. */
@ExtendWith(RunningApp.class)
class RouteTest {
    private static final String REMARK =
            "{\"assessment\":1,\"student\":1,\"part\":0,\"wasNote\":\"\",\"wasMemo\":\"\",\"note\":\"n\",\"memo\":\"\"}";
    private static final Set<String> DOOR = Set.of("/sign-in", "/welcome", "/error");

    private static HttpResponse<String> ask(Visitor visitor, String route, Map<String, String> ids) {
        String path = Routes.path(route, ids);
        return switch (route.substring(0, route.indexOf(' '))) {
            case "GET" -> visitor.get(path);
            case "POST" -> path.endsWith("/entries/preview") ? visitor.ask(path, "[]") : visitor.post(path);
            case "PUT" -> visitor.put(path, path.endsWith("/remarks") ? REMARK : "[]");
            default -> throw new IllegalStateException(route);
        };
    }

    private static TeacherId teacher(RunningApp app, String signIn) {
        return app.bean(AccountService.class).find(signIn).orElseThrow();
    }

    private static ClassBook firstClass(RunningApp app, String signIn) {
        TeacherId teacher = teacher(app, signIn);
        BookService books = app.bean(BookService.class);
        return ActingTeacher.as(
                teacher, () -> books.open(teacher, books.classes(teacher).get(0).id()));
    }

    private static Map<String, String> marins(RunningApp app) {
        return Routes.ids(app, Visitor.signedIn(app, "marin"), teacher(app, "marin"), firstClass(app, "marin"));
    }

    @Test
    void aStrangerSeesOnlyTheDoor(RunningApp app) {
        Map<String, String> ids = marins(app);
        for (String route : Routes.all(app)) {
            if (!DOOR.contains(route.substring(route.indexOf(' ') + 1))) {
                Visitor stranger = new Visitor(app.address());
                stranger.get("/sign-in");
                HttpResponse<String> answer = ask(stranger, route, ids);
                assertThat(answer.statusCode()).as(route).isIn(302, 401);
                assertThat(answer.headers().firstValue("Location").orElse("/sign-in"))
                        .as(route)
                        .endsWith("/sign-in");
                assertThat(answer.body()).as(route).doesNotContain("Geography");
            }
        }
    }

    @Test
    void anotherTeachersIdsAreNotFoundOnAnyRoute(RunningApp app) {
        Visitor okello = Visitor.signedIn(app, "okello");
        ClassBook own = firstClass(app, "okello");
        int walked = 0;
        Map<String, String> ids = marins(app);
        Map<String, String> lastOfAnother = new HashMap<>(ids);
        lastOfAnother.put("classId", Long.toString(own.row().id()));
        for (String route : Routes.all(app)) {
            if (route.contains("{")) {
                assertThat(ask(okello, route, ids).statusCode()).as(route).isEqualTo(404);
                walked++;
            }
            if (route.contains("{classId}") && route.indexOf('{') != route.lastIndexOf('{')) {
                assertThat(ask(okello, route, lastOfAnother).statusCode())
                        .as("%s with the last id alone of another", route)
                        .isEqualTo(404);
            }
        }
        assertThat(walked).isGreaterThan(15);
    }

    @Test
    void anotherTeachersIdsWithinARequestAreNotFoundEither(RunningApp app) {
        Visitor okello = Visitor.signedIn(app, "okello");
        ClassBook theirs = firstClass(app, "marin");
        ClassBook own = firstClass(app, "okello");
        String base = "/classes/" + own.row().id();
        String entry = """
                [{"id": "0f0e0d0c-0b0a-4908-8706-050403020100", "assessment": %s, "student": %s, "part": 0, "base": 0, "text": "5"}]""";
        String ownPiece = own.book().assessments().get(0).id().text();
        String ownStudent = own.book().students().get(0).id().text();
        String theirPiece = theirs.book().assessments().get(0).id().text();
        String theirStudent = theirs.book().students().get(0).id().text();
        assertThat(okello.put(base + "/entries", entry.formatted(theirPiece, ownStudent))
                        .statusCode())
                .isEqualTo(404);
        assertThat(okello.put(base + "/entries", entry.formatted(ownPiece, theirStudent))
                        .statusCode())
                .isEqualTo(404);
        assertThat(okello.get(base + "/marks?student=" + theirStudent).statusCode())
                .isEqualTo(404);
        assertThat(okello.get(base + "/margin?student=" + ownStudent + "&assessment=" + theirPiece)
                        .statusCode())
                .isEqualTo(404);
        assertThat(okello.get(base + "/marks?edit=" + theirPiece).statusCode()).isEqualTo(404);
        assertThat(okello.post(base + "/groundwork/students", "enrolment", theirStudent, "family", "X")
                        .statusCode())
                .isEqualTo(404);
        assertThat(okello.get(base + "/marks?pieces=" + theirPiece).body()).contains("was not understood");
        assertThat(okello.post(
                                "/classes",
                                "name",
                                "9Z",
                                "tint",
                                "1",
                                "yearId",
                                Long.toString(theirs.row().yearId()))
                        .body())
                .contains("Choose the year");
    }

    @Test
    void everyAnswerCarriesAStrictPolicyAndNoFormGoesWithoutItsToken(RunningApp app) {
        Visitor marin = Visitor.signedIn(app, "marin");
        HttpResponse<String> desk = marin.get("/");
        assertThat(desk.headers().firstValue("Content-Security-Policy").orElse(""))
                .contains("default-src 'none'")
                .contains("script-src 'self'")
                .contains("style-src 'self'")
                .doesNotContain("unsafe");
        assertThat(desk.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
        Visitor tokenless = new Visitor(app.address());
        assertThat(tokenless
                        .post("/sign-in", "signIn", "marin", "password", "tidewater-lane")
                        .statusCode())
                .isIn(302, 403);
        assertThat(tokenless.get("/").statusCode()).isEqualTo(302);
    }

    @Test
    void anAddressOfBeforeLeadsToWhereThePageIsToday(RunningApp app) {
        Visitor marin = Visitor.signedIn(app, "marin");
        String base = "/classes/" + firstClass(app, "marin").row().id();
        for (String old : Set.of("/classes", base + "/marks")) {
            HttpResponse<String> answer = marin.get(old + "/bring-in");
            assertThat(answer.statusCode()).as(old).isEqualTo(301);
            assertThat(answer.headers().firstValue("Location").orElse("")).endsWith(old + "/import");
            assertThat(marin.get(old + "/import").body()).contains("Import");
        }
    }

    @Test
    void awkwardAddressesNeverEndInATrace(RunningApp app) {
        Visitor marin = Visitor.signedIn(app, "marin");
        String base = "/classes/" + firstClass(app, "marin").row().id();
        for (String path : Set.of(
                "/classes/abc/marks",
                "/classes/99999999999999999999/marks",
                base + "/marks?span=,",
                base + "/marks?span=%00",
                base + "/marks?from=2027-01-01",
                base + "/marks?from=2027-03-01&to=2027-01-01",
                base + "/marks?pieces=x,,",
                base + "/marks?student=-1",
                base + "/marks?edit=0",
                base + "/marks?new&span=year",
                base + "/nothing",
                "/years/0")) {
            HttpResponse<String> answer = marin.get(path);
            assertThat(answer.statusCode()).as(path).isIn(200, 400, 404);
            assertThat(answer.body()).as(path).doesNotContain("Exception").doesNotContain("\tat ");
        }
        assertThat(marin.put(base + "/entries", "{not json").statusCode()).isEqualTo(400);
        assertThat(marin.put(base + "/entries", "[{\"text\": {\"id\": 1}}]").statusCode())
                .isEqualTo(400);
        assertThat(marin.put(base + "/entries", "[null]").statusCode()).isIn(400, 404, 422);
    }
}
