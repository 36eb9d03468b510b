package aestimo.exchange.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import aestimo.exchange.markbook.Markbook;
import aestimo.exchange.markbook.MarkbookReader;
import aestimo.exchange.markbook.MarkbookWriter;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Every figure of every case, through the command, exactly. */
class VectorTest {
    @TempDir
    Path folder;

    static Stream<Case> computed() {
        return Stream.of("worked-cases.json", "random-cases.json", "register-and-goals-cases.json")
                .flatMap(Case::all);
    }

    static Stream<Case> refused() {
        return Case.all("refused-cases.json");
    }

    @Test
    void allCasesAreThere() {
        assertThat(computed()).hasSize(161);
        assertThat(refused()).hasSize(109);
    }

    @ParameterizedTest
    @MethodSource("computed")
    void figuresAreExactlyThoseOfTheCase(Case each) {
        Case.Printed printed = each.run(folder);
        assertThat(printed.errors()).isEmpty();
        assertThat(printed.exit()).isZero();
        assertSameFigures(printed.out(), each);
    }

    @ParameterizedTest
    @MethodSource("computed")
    void figuresSurviveWritingAndReadingBack(Case each) throws Exception {
        byte[] once = written(each.json().get("book").toString().getBytes(StandardCharsets.UTF_8));
        assertThat(written(once)).isEqualTo(once);
        assertSameFigures(Case.run(folder, once, each.words()).out(), each);
    }

    private static byte[] written(byte[] file) throws Exception {
        Markbook markbook = MarkbookReader.read(new ByteArrayInputStream(file));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MarkbookWriter.write(markbook, out);
        return out.toByteArray();
    }

    @ParameterizedTest
    @MethodSource("refused")
    void refusedWithTheKeysPathAndNothingElse(Case each) {
        Case.Printed printed = each.run(folder);
        assertThat(printed.exit()).isEqualTo(2);
        assertThat(printed.out()).isEmpty();
        assertThat(printed.errors())
                .contains(each.json().get("path").asString())
                .startsWith("aestimo: ")
                .doesNotContain("Exception")
                .doesNotContain("\tat ");
    }

    private static void assertSameFigures(String printed, Case each) {
        SortedMap<String, String> ours = new TreeMap<>();
        SortedMap<String, String> theirs = new TreeMap<>();
        figures("", Case.MAPPER.readTree(printed), ours);
        ours.keySet().removeIf(path -> path.startsWith(".span"));
        figures("", each.json().get("expect"), theirs);
        theirs.forEach((path, figure) -> {
            boolean bothThere =
                    !figure.equals("null") && !ours.getOrDefault(path, "null").equals("null");
            if (isDeviation(path) && bothThere) {
                assertNineDigits(path, new BigDecimal(ours.get(path)), new BigDecimal(figure));
                ours.put(path, figure);
            }
        });
        assertThat(ours).containsExactlyEntriesOf(theirs);
    }

    private static boolean isDeviation(String path) {
        return path.endsWith(".sd") || path.endsWith(".gainSd");
    }

    /** Deviations are floating point in both programs: nine digits must agree, and nothing is left of 1e-12. */
    private static void assertNineDigits(String path, BigDecimal ours, BigDecimal theirs) {
        BigDecimal most = theirs.abs().movePointLeft(9).max(new BigDecimal("1e-12"));
        assertThat(ours).as(path).isCloseTo(theirs, within(most));
    }

    /** Each figure by its path, so that a difference names what differs; the order of keys is of no matter. */
    private static void figures(String path, JsonNode node, Map<String, String> found) {
        node.properties().forEach(each -> figures(path + "." + each.getKey(), each.getValue(), found));
        for (int i = 0; i < node.size() && node.isArray(); i++) {
            figures(path + "[" + i + "]", node.get(i), found);
        }
        if (!node.isContainer()) {
            found.put(path, node.isNumber() ? node.asString() : node.toString());
        } else if (node.isEmpty()) {
            found.put(path, "empty");
        }
    }
}
