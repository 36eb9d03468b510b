package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Files that are none of what is asked for, at every place that takes one: each is refused in words, on the page it was
 * chosen on, and the class is as it was.
 */
@ExtendWith(RunningApp.class)
class OddUploadsTest {
    /** Where a file goes, and the name of its field. */
    private static final Map<String, String> PLACES = Map.ofEntries(
            Map.entry("POST /account/picture", "picture"),
            Map.entry("POST /classes/import", "file"),
            Map.entry("POST /classes/roster", "file"),
            Map.entry("POST /classes/{classId}/families/forms/new", "form"),
            Map.entry("POST /classes/{classId}/families/letters/{letterId}/form", "form"),
            Map.entry("POST /classes/{classId}/families/sentences/import", "file"),
            Map.entry("POST /classes/{classId}/groundwork/goals/add", "file"),
            Map.entry("POST /classes/{classId}/groundwork/students/preview", "file"),
            Map.entry("POST /classes/{classId}/groundwork/students/{enrolmentId}", "photo"),
            Map.entry("POST /classes/{classId}/marks/import", "file"),
            Map.entry("POST /classes/{classId}/room/import/look", "file"),
            Map.entry("POST /classes/{classId}/room/lessons/calendar", "calendar"),
            Map.entry("POST /classes/{classId}/room/people/look", "contacts"),
            Map.entry("POST /classes/{classId}/room/people/photos", "photos"));

    /** Every route that takes a file, so that a new one is not forgotten above. */
    private static Set<String> takingFiles(RunningApp app) {
        Set<String> routes = new TreeSet<>();
        app.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((info, method) -> {
                    boolean takes = Arrays.stream(method.getMethod().getGenericParameterTypes())
                            .anyMatch(type -> type.getTypeName().contains("MultipartFile"));
                    if (takes) {
                        info.getPatternValues().forEach(path -> routes.add("POST " + path));
                    }
                });
        return routes;
    }

    private static Map<String, byte[]> files() throws IOException {
        byte[] noise = new byte[40_000];
        new Random(7).nextBytes(noise);
        byte[] zip = zip("xl/workbook.xml", "<workbook><sheets><sheet".repeat(40));
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("nothing at all", new byte[0]);
        files.put("one zero", new byte[] {0});
        files.put("noise", noise);
        files.put(
                "a page of a network",
                "<html><body>Sign in to the network</body></html>".getBytes(StandardCharsets.UTF_8));
        files.put("a zip that breaks off", Arrays.copyOf(zip, zip.length / 2));
        files.put("a zip of something else", zip("readme.txt", "hello"));
        files.put("a workbook of broken XML", zip);
        files.put("a document type from outside", zip("content.xml", """
                <!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><office:document-content>&x;</office:document-content>"""));
        files.put("a zip within a zip", zip("content.xml", new String(zip, StandardCharsets.ISO_8859_1)));
        files.put("JSON that is deep", ("[".repeat(30_000) + "]".repeat(30_000)).getBytes(StandardCharsets.UTF_8));
        files.put("JSON of nothing", "{}".getBytes(StandardCharsets.UTF_8));
        files.put("one cell as long as a book", "x".repeat(900_000).getBytes(StandardCharsets.UTF_8));
        files.put("a picture's head alone", new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n', 0, 0});
        files.put(
                "a calendar without an end", "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART".getBytes(StandardCharsets.UTF_8));
        files.put("a card without an end", "BEGIN:VCARD\nFN:Brandt".getBytes(StandardCharsets.UTF_8));
        return files;
    }

    private static byte[] zip(String name, String text) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            out.putNextEntry(new ZipEntry(name));
            out.write(text.getBytes(StandardCharsets.ISO_8859_1));
        }
        return bytes.toByteArray();
    }

    /** All that a class is, as its markbook file has it. */
    private static String whole(OwnClass own) {
        // A student's form without its other fields, as it is sent here, has no starting score.
        return new String(
                        own.visitor().download(own.base() + "/groundwork/class/markbook?memos=true"),
                        StandardCharsets.UTF_8)
                .replaceAll("\"startingScores\":\\{[^}]*}", "");
    }

    @Test
    void whatIsNoSuchFileIsRefusedInWordsAndChangesNothing(RunningApp app) throws IOException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        assertThat(takingFiles(app)).containsExactlyInAnyOrderElementsOf(PLACES.keySet());
        Map<String, String> ids = Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        String before = whole(own);
        List<String> classes = Html.values(own.visitor().get("/").body(), ".spine a", "href");
        for (Map.Entry<String, String> place : PLACES.entrySet()) {
            String path = Routes.path(place.getKey(), ids);
            for (Map.Entry<String, byte[]> file : files().entrySet()) {
                String what = path + ": " + file.getKey();
                HttpResponse<String> answer = own.visitor().upload(path, place.getValue(), file.getValue());
                // A letter of blocks has no document to be replaced.
                if (path.endsWith("/form")) {
                    assertThat(answer.statusCode()).as(what).isEqualTo(404);
                    continue;
                }
                assertThat(answer.statusCode()).as(what).isIn(200, 302);
                String page = answer.statusCode() == 200
                        ? answer.body()
                        : own.visitor().get(OwnClass.location(answer)).body();
                assertThat(page).as(what).doesNotContain("Exception", "aestimo.app.", "java.");
                assertThat(Html.text(page, "h1, h2")).as(what).isNotEmpty();
            }
        }
        assertThat(whole(own)).isEqualTo(before);
        assertThat(Html.values(own.visitor().get("/").body(), ".spine a", "href"))
                .isEqualTo(classes);
    }

    /** What is larger than any such file is not read to its end. */
    @Test
    void whatIsFarTooLargeIsRefusedBeforeItIsLookedInto(RunningApp app) {
        OwnClass own = OwnClass.ofTheDemo(app, "10A");
        Map<String, String> ids = Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        String before = whole(own);
        byte[] large = new byte[13 * 1024 * 1024];
        Arrays.fill(large, (byte) 'a');
        for (Map.Entry<String, String> place : PLACES.entrySet()) {
            String path = Routes.path(place.getKey(), ids);
            HttpResponse<String> answer = own.visitor().upload(path, place.getValue(), large);
            assertThat(answer.statusCode()).as(path).isIn(path.endsWith("/form") ? 404 : 200, 302, 413);
            assertThat(answer.body()).as(path).doesNotContain("Exception");
        }
        assertThat(whole(own)).isEqualTo(before);
    }
}
