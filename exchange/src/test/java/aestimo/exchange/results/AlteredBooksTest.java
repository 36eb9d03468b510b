package aestimo.exchange.results;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.testing.Seed;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Books of the worked cases with something altered by chance: computed or refused in words, never anything else. */
class AlteredBooksTest {
    private static final List<Case> CASES = Case.all("worked-cases.json").toList();
    private static final List<String> VALUES = List.of(
            "null",
            "true",
            "-1",
            "0",
            "101",
            "1e9",
            "1e-9",
            "0.00001",
            "12345678901234567890",
            "\"\"",
            "\" \"",
            "\"x\"",
            "\"0\"",
            "\"-3\"",
            "\"2027-02-30\"",
            "\"2026-10-02\"",
            "\"t1\"",
            "\"a1\"",
            "\"s1\"",
            "\"c1\"",
            "\"mark\"",
            "\"grades\"",
            "\"all-points\"",
            "\"weigh-terms\"",
            "[]",
            "{}",
            "[[]]",
            "{\"id\": 1}",
            "\"1/0\"",
            "\"40/60\"");

    @TempDir
    Path folder;

    @RepeatedTest(300)
    void anyAlterationIsComputedOrRefusedInWords() {
        long seed = Seed.next();
        Random random = new Random(seed);
        Case each = CASES.get(random.nextInt(CASES.size()));
        JsonNode book = each.json().get("book").deepCopy();
        for (int i = 0; i <= random.nextInt(3); i++) {
            alter(book, random);
        }
        Case.Printed printed = Case.run(folder, book.toString().getBytes(StandardCharsets.UTF_8), each.words());
        String trace = "seed " + seed + ", " + each.name() + ": " + printed.errors();
        assertThat(printed.exit()).as(trace).isIn(0, 2);
        if (printed.exit() == 0) {
            assertThat(printed.errors()).as(trace).isEmpty();
            assertThat(Case.MAPPER.readTree(printed.out()).get("students").isArray())
                    .as(trace)
                    .isTrue();
        } else {
            assertThat(printed.out()).as(trace).isEmpty();
            assertThat(printed.errors())
                    .startsWith("aestimo: ")
                    .doesNotContain("Exception")
                    .doesNotContain("null pointer");
        }
    }

    /** One key or element anywhere is replaced, taken out, or said twice. */
    private static void alter(JsonNode book, Random random) {
        List<JsonNode> containers = new ArrayList<>();
        gather(book, containers);
        JsonNode container = containers.get(random.nextInt(containers.size()));
        JsonNode value = Case.MAPPER.readTree(VALUES.get(random.nextInt(VALUES.size())));
        if (container instanceof ObjectNode object) {
            List<String> keys = new ArrayList<>(object.propertyNames());
            String key = keys.get(random.nextInt(keys.size()));
            switch (random.nextInt(4)) {
                case 0 -> object.remove(key);
                case 1 -> object.set(key + "x", object.get(key));
                default -> object.set(key, value);
            }
        } else if (container instanceof ArrayNode array) {
            int place = random.nextInt(array.size());
            switch (random.nextInt(4)) {
                case 0 -> array.remove(place);
                case 1 -> array.add(array.get(place).deepCopy());
                default -> array.set(place, value);
            }
        }
    }

    private static void gather(JsonNode node, List<JsonNode> containers) {
        if (node.isContainer() && !node.isEmpty()) {
            containers.add(node);
        }
        node.forEach(child -> gather(child, containers));
    }
}
