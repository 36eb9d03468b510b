package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.TestCluster;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;

/**
 * Every form says how it is sent. One that says nothing puts its fields into the address, and so into the history and the
 * logs, as soon as its script is late: a form that only a script sends has the method that sends nothing.
 */
class FormMethodsTest {
    private static final Set<String> KEPT_FROM_THE_ADDRESS = Set.of("post", "dialog");

    private static List<Element> forms() throws IOException {
        List<Element> forms = new ArrayList<>();
        for (String module : List.of("app", "office")) {
            try (Stream<Path> all = Files.walk(TestCluster.home().resolve(module + "/src/main/resources"))) {
                for (Path file :
                        all.filter(path -> path.toString().endsWith(".html")).toList()) {
                    forms.addAll(Jsoup.parse(Files.readString(file, StandardCharsets.UTF_8), file.toString())
                            .select("form:not([th:replace])"));
                }
            }
        }
        return forms;
    }

    @Test
    void aFormSaysHowItIsSentAndSecretsAreNeverSentInAnAddress() throws IOException {
        assertThat(forms())
                .hasSizeGreaterThan(100)
                .allSatisfy(form -> assertThat(form.attr("method"))
                        .as("%s %s", form.baseUri(), form.attributes())
                        .isIn("get", "post", "dialog"));
        List<Element> secret = forms().stream()
                .filter(form -> !form.select("input[type=password], input[type=file], input[name=_csrf]")
                        .isEmpty())
                .toList();
        assertThat(secret)
                .hasSizeGreaterThan(20)
                .allSatisfy(form -> assertThat(form.attr("method"))
                        .as("%s %s", form.baseUri(), form.attributes())
                        .isIn(KEPT_FROM_THE_ADDRESS));
    }
}
