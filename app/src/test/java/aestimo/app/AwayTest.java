package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What somebody who is signed in is told while the database is away: the same everywhere, drawn, and true. */
@ExtendWith(RunningApp.class)
class AwayTest {
    private static final String HEADING = "The database does not answer";
    private static final String NOTHING_CHANGED = "Nothing was changed. Try again in a moment";
    private static final Pattern FONT = Pattern.compile("url\\(\"?\\.\\.(/vendor/[^)\"]+)\"?\\)");

    private static List<String> pages(RunningApp app, OwnClass own) {
        Map<String, String> ids = Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        return Routes.all(app).stream()
                .filter(route -> route.startsWith("GET ") && !route.startsWith("GET /actuator"))
                .map(route -> Routes.path(route, ids))
                .toList();
    }

    /** Styles, scripts and icons a page names. */
    private static Set<String> files(HttpResponse<String> page) {
        Set<String> files = new TreeSet<>(Html.values(page.body(), "link[href]", "href"));
        files.addAll(Html.values(page.body(), "script[src]", "src"));
        return files;
    }

    /** Looked at over a line of its own each time: those of before are cut by then. */
    private static Map<String, String> tables(RunningApp app, OwnClass own) throws SQLException {
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            return tables.all();
        }
    }

    /** What is wrong with an answer: empty where it is the one that is to be given. */
    private static List<String> wrong(String asked, HttpResponse<String> answer) {
        boolean told = answer.statusCode() == 503
                && answer.body().contains("<h1>" + HEADING + "</h1>")
                && answer.body().contains(NOTHING_CHANGED)
                && answer.headers().firstValue("X-Aestimo").isPresent()
                && answer.headers().firstValue("Retry-After").isPresent()
                && answer.headers().firstValue("Cache-Control").orElse("").equals("no-store");
        return told ? List.of() : List.of(answer.statusCode() + " " + asked + ": " + Html.plain(answer.body()));
    }

    @Test
    void everyPageAndEveryFormSaysSoAndNothingIsChanged(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        List<String> pages = pages(app, own);
        List<PageForm> forms = AllForms.of(app, own);
        assertThat(pages).hasSizeGreaterThan(80);
        assertThat(forms).hasSizeGreaterThan(50);
        Map<String, String> before = tables(app, own);
        List<String> wrong = app.whileDatabaseIsAway(() -> {
            List<String> found = new ArrayList<>();
            pages.forEach(page -> found.addAll(wrong(page, own.visitor().get(page))));
            forms.forEach(form ->
                    found.addAll(wrong(form.action(), own.visitor().post(form.action(), AllForms.altered(form)))));
            return found;
        });
        assertThat(wrong).isEmpty();
        assertThat(tables(app, own)).isEqualTo(before);
        assertThat(own.visitor().get(own.base() + "/marks").statusCode())
                .as("still signed in")
                .isEqualTo(200);
    }

    @Test
    void whatPagesAreDrawnWithIsThereForWhoIsSignedIn(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Visitor visitor = own.visitor();
        HttpResponse<String> sheet = visitor.get(own.base() + "/marks");
        Map<String, Integer> found = app.whileDatabaseIsAway(() -> {
            Set<String> files = files(sheet);
            files.addAll(files(visitor.get(own.base() + "/marks")));
            Matcher font = FONT.matcher(visitor.get("/look/type.css").body());
            while (font.find()) {
                files.add(font.group(1));
            }
            files.add("/favicon.svg");
            Map<String, Integer> answers = new TreeMap<>();
            files.forEach(file -> answers.put(file, visitor.get(file).statusCode()));
            return answers;
        });
        assertThat(found.keySet())
                .anyMatch(file -> file.startsWith("/look/door"))
                .anyMatch(file -> file.startsWith("/vendor/fonts/"))
                .anyMatch(file -> file.endsWith("/work/page.js"));
        assertThat(found.values()).containsOnly(200);
    }

    @Test
    void aScriptIsToldInItsOwnWayAndWhatItKeptIsSavedLater(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        Map<String, Supplier<HttpResponse<String>>> saves = OtherSaves.of(app, own);
        Map<String, HttpResponse<String>> away = app.whileDatabaseIsAway(() -> {
            Map<String, HttpResponse<String>> answers = new TreeMap<>();
            saves.forEach((name, save) -> answers.put(name, save.get()));
            return answers;
        });
        away.forEach((name, answer) -> {
            boolean script =
                    answer.headers().firstValue("Content-Type").orElse("").startsWith("application/json");
            assertThat(answer.statusCode()).as(name).isEqualTo(503);
            assertThat(answer.body()).as(name).contains(HEADING, NOTHING_CHANGED);
            assertThat(script).as(name).isEqualTo(answer.body().startsWith("{\"problems\""));
        });
        assertThat(away.get("entries").body()).startsWith("{\"problems\"");
        saves.forEach(
                (name, save) -> assertThat(save.get().statusCode()).as(name).isLessThan(400));
    }
}
