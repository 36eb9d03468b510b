package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.bringin.BringInService;
import aestimo.app.groundwork.TryOutService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.HelpService;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.app.toschool.ReturnService;
import aestimo.exchange.sheet.Sheet;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Walks every route there is: as a stranger, and as another teacher. */
@ExtendWith(RunningApp.class)
class RouteTest {
    private static final Set<String> DOOR = Set.of("/sign-in", "/welcome", "/error");

    private static Set<String> routes(RunningApp app) {
        Set<String> routes = new TreeSet<>();
        for (RequestMappingInfo info : app.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .keySet()) {
            Set<RequestMethod> methods = info.getMethodsCondition().getMethods();
            for (String path : info.getPatternValues()) {
                for (RequestMethod method : methods.isEmpty() ? Set.of(RequestMethod.GET) : methods) {
                    routes.add(method + " " + path);
                }
            }
        }
        return routes;
    }

    private static HttpResponse<String> ask(Visitor visitor, String route, Map<String, String> ids) {
        String path = route.substring(route.indexOf(' ') + 1);
        for (Map.Entry<String, String> id : ids.entrySet()) {
            path = path.replace("{" + id.getKey() + "}", id.getValue());
        }
        assertThat(path).as("every id of %s is known here", route).doesNotContain("{");
        return switch (route.substring(0, route.indexOf(' '))) {
            case "GET" -> visitor.get(path);
            case "POST" -> path.endsWith("/entries/look") ? visitor.ask(path, "[]") : visitor.post(path);
            case "PUT" -> visitor.put(path, "[]");
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

    private static Map<String, String> ids(RunningApp app, ClassBook classBook, ClassBook otherIdsFrom) {
        return Map.of(
                "tryOutId", Long.toString(tryOut(app)),
                "listId", Long.toString(list(app)),
                "helpId", help(app),
                "returnId", Long.toString(schoolReturn(app)),
                "classId", Long.toString(classBook.row().id()),
                "yearId", Long.toString(classBook.row().yearId()),
                "assessmentId", otherIdsFrom.book().assessments().get(0).id().text(),
                "categoryId", otherIdsFrom.book().categories().get(0).id().text(),
                "enrolmentId", otherIdsFrom.book().students().get(0).id().text(),
                "bringInId", Long.toString(bringIn(app)));
    }

    /** One of marin's first class. */
    private static long tryOut(RunningApp app) {
        TeacherId marin = teacher(app, "marin");
        long classId = firstClass(app, "marin").row().id();
        return ActingTeacher.as(marin, () -> {
            TryOutService tryOuts = app.bean(TryOutService.class);
            ClassBook classBook = app.bean(BookService.class).open(marin, classId);
            tryOuts.keep(marin, classId, "Of another", TryOutService.of(classBook));
            return tryOuts.kept(marin, classId).get(0).id();
        });
    }

    /** One of marin's first class, in hand. */
    private static long schoolReturn(RunningApp app) {
        TeacherId marin = teacher(app, "marin");
        ClassBook first = firstClass(app, "marin");
        return ActingTeacher.as(
                marin,
                () -> app.bean(ReturnService.class)
                        .begin(
                                marin,
                                first.row().id(),
                                Long.parseLong(first.book().terms().get(0).id().text())));
    }

    /** One of those the demo has. */
    private static String help(RunningApp app) {
        TeacherId marin = teacher(app, "marin");
        return ActingTeacher.as(
                marin,
                () -> Long.toString(
                        app.bean(HelpService.class).due(marin).get(0).id()));
    }

    /** One of marin's, who keeps it through the page. */
    private static long list(RunningApp app) {
        Visitor marin = Visitor.signedIn(app, "marin");
        marin.get("/across");
        marin.post("/across/save", "name", "Of another", "choices", "span=year");
        return Long.parseLong(
                OwnClass.found("/across/([0-9]+)/remove", marin.get("/across").body()));
    }

    /** One of marin's first class. */
    private static long bringIn(RunningApp app) {
        TeacherId marin = teacher(app, "marin");
        long classId = firstClass(app, "marin").row().id();
        return ActingTeacher.as(
                marin,
                () -> app.bean(BringInService.class)
                        .start(
                                marin,
                                classId,
                                "marks",
                                new Sheet("", List.of(List.of("Name", "Geography"), List.of("Ilva", "3")))));
    }

    @Test
    void aStrangerSeesOnlyTheDoor(RunningApp app) {
        ClassBook theirs = firstClass(app, "marin");
        Map<String, String> ids = ids(app, theirs, theirs);
        for (String route : routes(app)) {
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
        ClassBook theirs = firstClass(app, "marin");
        ClassBook own = firstClass(app, "okello");
        int walked = 0;
        Map<String, String> ids = ids(app, theirs, theirs);
        Map<String, String> lastOfAnother = ids(app, own, theirs);
        for (String route : routes(app)) {
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
        assertThat(marin.put(base + "/entries", "[null]").statusCode()).isIn(400, 404, 422);
    }
}
