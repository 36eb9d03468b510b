package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.BookService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.testing.Seed;
import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/** Every route, asked by its owner with fields of any form and anything typed into them: never an error of ours. */
@ExtendWith(RunningApp.class)
class OddInputTest {
    private static final int TRIES = 4;
    private static final Pattern FIELD = Pattern.compile("name=\"([a-zA-Z]+[0-9]?)\"|[?&;]([a-zA-Z]+)=");
    private static final List<String> VALUES = List.of(
            "",
            " ",
            "0",
            "1",
            "-1",
            "100",
            "7,5",
            "1e9",
            "NaN",
            "99999999999999999999",
            "2147483648",
            "abc",
            "A",
            "2027-02-24",
            "2027-02-30",
            "9999999-01-01",
            "+999999999-12-31",
            "-4000-01-01",
            "year",
            "1,2",
            ",",
            ";",
            "=1+1",
            "\0",
            "a\0b",
            "\u202Eabc",
            "\uD83D\uDE00",
            "<script>alert(1)</script>",
            "' OR 1=1 --",
            "../../etc/passwd",
            "{\"a\": [1]}",
            "x".repeat(300),
            "y".repeat(70_000));

    /** Names the templates give to fields and put into addresses. */
    private static List<String> names() throws IOException {
        Set<String> names = new HashSet<>();
        for (Resource page : new PathMatchingResourcePatternResolver().getResources("classpath:templates/**/*.html")) {
            FIELD.matcher(page.getContentAsString(StandardCharsets.UTF_8))
                    .results()
                    .forEach(found -> names.add(found.group(1) == null ? found.group(2) : found.group(1)));
        }
        return names.stream().sorted().toList();
    }

    private static Map<String, String> ids(RunningApp app, OwnClass own) {
        return Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
    }

    @Test
    void whateverIsAskedIsAnsweredInWords(RunningApp app) throws IOException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Visitor visitor = own.visitor();
        Map<String, String> ids = ids(app, own);
        List<String> names = names();
        assertThat(names).hasSizeGreaterThan(100);
        long seed = Seed.next();
        Random random = new Random(seed);
        List<String> broken = new ArrayList<>();
        for (String route : Routes.all(app)) {
            for (int i = 0; i < TRIES; i++) {
                List<String> fields = new ArrayList<>();
                for (int j = random.nextInt(12); j > 0; j--) {
                    String value = random.nextInt(4) == 0
                            ? List.copyOf(ids.values()).get(random.nextInt(ids.size()))
                            : VALUES.get(random.nextInt(VALUES.size()));
                    fields.addAll(List.of(names.get(random.nextInt(names.size())), value));
                }
                HttpResponse<String> answer = ask(visitor, route, ids, fields);
                if (answer.statusCode() >= 500 || answer.body().contains("Exception")) {
                    broken.add(answer.statusCode() + " " + route + " " + shortened(fields));
                }
            }
        }
        assertThat(broken).as("seed " + seed).isEmpty();
        // Whatever was kept of it, no class was left so that it could not be opened.
        BookService books = app.bean(BookService.class);
        TeacherId teacher = own.teacher();
        assertThat(ActingTeacher.as(teacher, () -> books.allClasses(teacher))).allSatisfy(row -> {
            assertThat(ActingTeacher.as(teacher, () -> books.open(teacher, row.id()))
                            .row())
                    .isEqualTo(row);
        });
    }

    /** The forms of all pages as they are shown, with a field or two typed otherwise. */
    @Test
    void whateverIsTypedIntoAFormIsAnsweredInWords(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Visitor visitor = own.visitor();
        Map<String, String> ids = ids(app, own);
        Map<String, PageForm> forms = new TreeMap<>();
        for (String route : Routes.all(app)) {
            if (route.startsWith("GET ")) {
                PageForm.all(visitor.get(Routes.path(route, ids)).body())
                        .forEach(form -> forms.putIfAbsent(form.action().replaceAll("[?].*", ""), form));
            }
        }
        assertThat(forms).hasSizeGreaterThan(35);
        long seed = Seed.next();
        Random random = new Random(seed);
        List<String> broken = new ArrayList<>();
        for (PageForm form : forms.values()) {
            for (int i = 0; i < TRIES && !form.action().equals("/sign-out"); i++) {
                List<String> fields = new ArrayList<>(form.fields());
                List<String> altered = new ArrayList<>();
                for (int j = 0; j <= random.nextInt(3) && !fields.isEmpty(); j++) {
                    int at = random.nextInt(fields.size() / 2) * 2;
                    if (!fields.get(at).equals("_csrf")) {
                        fields.set(at + 1, VALUES.get(random.nextInt(VALUES.size())));
                        altered.addAll(fields.subList(at, at + 2));
                    }
                }
                HttpResponse<String> answer = visitor.post(form.action(), fields.toArray(new String[0]));
                if (answer.statusCode() >= 500 || answer.body().contains("Exception")) {
                    broken.add(answer.statusCode() + " " + form.action() + " " + shortened(altered));
                }
            }
        }
        assertThat(broken).as("seed " + seed).isEmpty();
    }

    private static List<String> shortened(List<String> fields) {
        return fields.stream()
                .map(text -> text.substring(0, Math.min(40, text.length())).replace("\0", "\\0"))
                .toList();
    }

    private static HttpResponse<String> ask(
            Visitor visitor, String route, Map<String, String> ids, List<String> fields) {
        String path = Routes.path(route, ids);
        return switch (route.substring(0, route.indexOf(' '))) {
            case "GET" -> visitor.get(path + query(fields));
            case "POST" -> visitor.post(path, fields.toArray(new String[0]));
            default -> visitor.put(path, json(fields));
        };
    }

    private static String query(List<String> fields) {
        StringBuilder query = new StringBuilder();
        for (int i = 0; i < fields.size(); i += 2) {
            // Longer addresses are refused by the server before the application sees them.
            String value = fields.get(i + 1)
                    .substring(0, Math.min(300, fields.get(i + 1).length()));
            query.append(i == 0 ? '?' : '&')
                    .append(fields.get(i))
                    .append('=')
                    .append(URLEncoder.encode(value, StandardCharsets.UTF_8));
        }
        return query.toString();
    }

    private static String json(List<String> fields) {
        StringBuilder json = new StringBuilder("[{");
        for (int i = 0; i < fields.size(); i += 2) {
            json.append(i == 0 ? "" : ", ")
                    .append('"')
                    .append(fields.get(i))
                    .append("\": \"")
                    .append(fields.get(i + 1).replace("\"", "\\\"").replace("\0", "\\u0000"))
                    .append('"');
        }
        return json + "}]";
    }
}
