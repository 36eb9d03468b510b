package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Await;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import de.siegmar.fastcsv.reader.CsvReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.DirectFieldAccessor;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.cache.ICacheManager;
import org.thymeleaf.cache.StandardCache;
import org.thymeleaf.spring6.SpringTemplateEngine;

/**
 * Walks every page and file there is, of a class whose every text is awkward: a student's name that is a script, one that is
 * a formula, a very long one. There is a draft return of it.
 */
@ExtendWith(RunningApp.class)
class EveryPageTest {
    private static final String SCRIPT = "<script>alert(1)</script>\"'><b>x";
    private static final List<String> FAMILIES = List.of("Zwartveld", "Quillfeather", "Oxenbridge", "Yellowlees");

    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private Map<String, String> ids;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, SCRIPT);
        visitor = own.visitor();
        own.addStudents("Number\tFamily\tGiven\tSet\n1\tZwartveld\t" + SCRIPT + "\tNorth\n2\tQuillfeather\t=2+2\t"
                + SCRIPT + "\n3\tOxenbridge\t" + "Long ".repeat(12) + "\tNorth\n4\tYellowlees\t@cmd\t\n");
        own.setBands("A", "80", "B", "60", "C", "0");
        String category = own.addCategory(SCRIPT.substring(0, 25) + "<");
        own.addPiece(SCRIPT, category, "2027-02-02", "20");
        own.addPiece("=1+1", category, "2027-02-09", "20");
        for (String family : FAMILIES) {
            own.type(family, SCRIPT, "1" + FAMILIES.indexOf(family));
        }
        own.type(FAMILIES.get(0), "=1+1", "<b>bold</b>");
        own.sendTargets("", List.of("top", "100", "stageName", SCRIPT), "Zwartveld end A", "Zwartveld score 70");
        ids = Routes.ids(app, visitor, own.teacher(), own.read(book -> book));
    }

    /** What every route of the class answers to its teacher, a PDF and the files within a zip as their text. */
    private void walk(BiConsumer<String, String> look) throws IOException {
        Set<String> known = Set.copyOf(templateNames());
        Set<String> walked = new TreeSet<>();
        for (String route : Routes.all(app)) {
            if (!route.startsWith("GET ") || route.contains("/photo")) {
                continue;
            }
            String path = Routes.path(route, ids);
            HttpResponse<String> answer = visitor.get(path);
            assertThat(answer.statusCode()).as(path).isIn(200, 301, 302, 404);
            String type = answer.headers().firstValue("Content-Type").orElse("");
            String text = type.contains("pdf")
                    ? pdf(visitor.download(path))
                    : type.contains("zip") || type.contains("sheet") ? zip(visitor.download(path)) : answer.body();
            look.accept(type + " " + route, text);
            walked.add(route.substring("GET ".length()));
        }
        // More than the framework counts by itself; a route without a figure could be slow for months, and nobody told.
        assertThat(walked).hasSizeGreaterThan(110);
        Await.until("every route has its figure", () -> counted().containsAll(walked));
        // One name added among many people, and they queue for a lock at every attribute of every page from then on.
        assertThat(templateNames()).containsExactlyInAnyOrderElementsOf(known);
        ICacheManager caches =
                app.bean(SpringTemplateEngine.class).getConfiguration().getCacheManager();
        assertThat(((StandardCache<?, ?>) caches.getTemplateCache()).size()).isBetween(200, 20_000 - 1);
        assertThat(((StandardCache<?, ?>) caches.getExpressionCache()).size()).isBetween(2_000, 50_000 - 1);
    }

    private static String pdf(byte[] file) throws IOException {
        try (PDDocument pdf = Loader.loadPDF(file)) {
            return new PDFTextStripper().getText(pdf);
        }
    }

    private static String zip(byte[] file) throws IOException {
        StringBuilder all = new StringBuilder();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                all.append(new String(zip.readAllBytes(), StandardCharsets.UTF_8))
                        .append('\n');
            }
        }
        return all.toString();
    }

    @Test
    void whateverIsTypedIsEscapedAndRunsNowhere() throws IOException {
        Map<String, String> withNames = new TreeMap<>();
        walk((route, text) -> {
            if (route.startsWith("text/html")) {
                assertThat(text).as(route).doesNotContain("<script>alert", "<b>bold", "\"'><b>x");
            }
            if (route.contains("text/csv")) {
                assertThat(CsvReader.builder().ofCsvRecord(text).stream().flatMap(line -> line.getFields().stream()))
                        .as(route)
                        .noneMatch(cell -> cell.matches("[=@].*"));
            }
            if (text.contains(FAMILIES.get(1))) {
                withNames.put(route, text);
            }
        });
        // The walk has seen what it looks for.
        assertThat(withNames).hasSizeGreaterThan(35);
    }

    /** All names of tags and attributes the template engine knows, which it tells nobody by itself. */
    private Set<String> templateNames() {
        IEngineConfiguration engine = app.bean(SpringTemplateEngine.class).getConfiguration();
        Set<String> names = new TreeSet<>();
        names.addAll(names(engine.getAttributeDefinitions(), "htmlAttributeRepository"));
        names.addAll(names(engine.getElementDefinitions(), "htmlElementRepository"));
        return names;
    }

    private static List<String> names(Object definitions, String repository) {
        Object names = new DirectFieldAccessor(definitions).getPropertyValue(repository + ".repositoryNames");
        return ((List<?>) Objects.requireNonNull(names))
                .stream().map(Object::toString).toList();
    }

    /** The routes a figure is given of. */
    private Set<String> counted() {
        try (InputStream figures = URI.create(app.metricsAddress()).toURL().openStream()) {
            return Pattern.compile("http_server_requests_seconds_count\\{method=\"GET\",.*uri=\"([^\"]+)\"")
                    .matcher(new String(figures.readAllBytes(), StandardCharsets.UTF_8))
                    .results()
                    .map(found -> found.group(1))
                    .collect(Collectors.toSet());
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }

    /** Of a sealed return too, whose figures, record and files are made of names. */
    @Test
    void hiddenNamesAreInNoAnswer() throws IOException {
        own.type(FAMILIES.get(0), "=1+1", "9");
        String path = own.base() + "/to-school/" + ids.get("returnId");
        visitor.post(path + "/take");
        String asked = visitor.get(path + "/seal").body();
        visitor.post(path + "/seal", "shown", Html.value(asked, "[name=shown]", "value"));
        assertThat(visitor.get(path + "/sealed.json").body()).contains(FAMILIES);
        visitor.post("/names", "names", "hidden", "back", "/");
        List<String> told = new ArrayList<>();
        walk((route, text) -> FAMILIES.stream()
                .filter(text::contains)
                .map(family -> route + " " + family)
                .forEach(told::add));
        assertThat(told).isEmpty();
    }
}
