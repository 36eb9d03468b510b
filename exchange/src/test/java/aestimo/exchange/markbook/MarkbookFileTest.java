package aestimo.exchange.markbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.core.book.Book;
import aestimo.core.boundary.Boundaries;
import aestimo.core.id.AssessmentId;
import aestimo.core.result.Span;
import aestimo.core.testing.AllFigures;
import aestimo.core.testing.RandomClass;
import aestimo.exchange.markbook.Markbook.Cell;
import aestimo.exchange.markbook.Markbook.Remarks;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

class MarkbookFileTest {
    private static final Schema SCHEMA = schema();

    private static Schema schema() {
        try {
            return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                    .getSchema(Files.readString(Path.of("../docs/markbook.schema.json")), InputFormat.JSON);
        } catch (IOException missing) {
            throw new IllegalStateException("docs/markbook.schema.json cannot be read", missing);
        }
    }

    private static Markbook read(String file) throws IOException, MarkbookException {
        return MarkbookReader.read(new ByteArrayInputStream(file.getBytes(StandardCharsets.UTF_8)));
    }

    private static String written(Markbook markbook) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MarkbookWriter.write(markbook, out);
        return out.toString(StandardCharsets.UTF_8);
    }

    /** A small book with a placeholder for one more key or entry. */
    private static String book(String more, String entries) {
        return """
                {"format": "aestimo-markbook", "version": 1, "class": "9B", "today": "2027-02-24",%s
                 "terms": [{"id": "t1", "name": "Term 1", "starts": "2026-09-01", "ends": "2027-07-02"}],
                 "bands": [{"label": "A", "from": 40.50}, {"label": "B", "from": "0"}],
                 "categories": [{"id": "c1", "name": "Fieldwork", "weight": 100}],
                 "assessments": [{"id": "a1", "title": "Walk", "category": "c1", "date": "2026-10-02", "outOf": 40}],
                 "students": [{"id": "s1", "family": "Brandt", "given": "Ilva"}],
                 "entries": [%s]}
                """.formatted(more, entries);
    }

    private static String mark(String value) {
        return "{\"student\": \"s1\", \"assessment\": \"a1\", \"is\": \"mark\", \"value\": " + value + "}";
    }

    @RepeatedTest(60)
    void whatIsWrittenReadsBackAsTheSameMarkbook() throws Exception {
        RandomClass made = new RandomClass();
        Book book = made.book();
        Map<String, Boundaries> bandSets = new HashMap<>();
        book.assessments().forEach(piece -> piece.bands().ifPresent(bands -> bandSets.put("effort", bands)));
        Map<Cell, Remarks> remarks = new HashMap<>();
        book.entries().stream()
                .limit(3)
                .forEach(placed -> remarks.put(Cell.of(placed), new Remarks("Well “done”", "call home\n=1+1")));
        Map<AssessmentId, String> instructions =
                Map.of(book.assessments().get(0).id(), "Bring boots, größte Vorsicht.");
        Markbook before = new Markbook("9B – Geography", book, bandSets, instructions, remarks);
        String file = written(before);
        assertThat(SCHEMA.validate(file, InputFormat.JSON))
                .as("seed %s", made.seed)
                .isEmpty();
        Markbook after = read(file);
        assertThat(written(after)).as("seed %s", made.seed).isEqualTo(file);
        assertThat(after.remarks()).isEqualTo(remarks);
        assertThat(after.instructions()).isEqualTo(instructions);
        assertThat(after.className()).isEqualTo("9B – Geography");
        assertThat(AllFigures.of(after.book(), new Span.Year()))
                .as("seed %s", made.seed)
                .isEqualTo(AllFigures.of(book, new Span.Year()));
    }

    static Stream<JsonNode> cases(String file) throws IOException {
        try (InputStream in = MarkbookFileTest.class.getResourceAsStream("/vectors/" + file)) {
            return new ObjectMapper().readTree(in).valueStream().toList().stream();
        }
    }

    @Test
    void theSchemaTakesEveryBookOfTheWorkedCases() throws IOException {
        Stream.concat(cases("worked-cases.json"), cases("random-cases.json"))
                .forEach(each -> assertThat(SCHEMA.validate(each.get("book")))
                        .as(each.get("name").asString())
                        .isEmpty());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "unknown key",
                "unknown key deep down",
                "missing key",
                "missing key deep down",
                "other format",
                "later version",
                "wrong type",
                "value not among those named",
                "three decimals shown",
                "out of nothing",
                "item weight of nothing",
                "part weight below nothing",
                "category weight below nothing",
                "not handed in over a hundred",
                "movement at nothing",
                "half a piece dropped",
                "top of nothing",
                "worth over a hundred",
                "gate twice"
            })
    void theSchemaRefusesWhatHasTheWrongForm(String name) throws IOException {
        JsonNode book = cases("refused-cases.json")
                .filter(each -> each.get("name").asString().equals(name))
                .findFirst()
                .orElseThrow()
                .get("book");
        assertThat(SCHEMA.validate(book)).isNotEmpty();
    }

    @Test
    void decimalsAreReadByTheirDigits() throws Exception {
        Markbook markbook = read(book("", mark("7.10")));
        assertThat(markbook.book().entry(0, 0, 0)).hasToString("7.1");
        assertThat(markbook.book().boundaries().bands().get(0).from().exact()).hasToString("81/2");
        assertThat(read(book("", mark("\"7.12345\""))).book().entry(0, 0, 0).words())
                .isEqualTo("7.12345");
        assertThat(read("\uFEFF" + book("", "")).className()).isEqualTo("9B");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "12345678901234567890|entries[0].value: mark 12345678901234567890 has more than nine digits before the point",
                "1e5|entries[0].value: 1E+5 must be written plainly, such as 18.5",
                "1e999999999|entries[0].value: 1E+999999999 must be written plainly, such as 18.5",
                "true|entries[0].value: is true or false; it must be a decimal",
                "[3]|entries[0].value: is a list; it must be a decimal",
                "null|entries[0].value: is null; it must be a decimal"
            })
    void aMarkThatIsNoneIsRefusedWithItsPath(String value, String message) {
        assertThatThrownBy(() -> read(book("", mark(value))))
                .isInstanceOf(MarkbookException.class)
                .hasMessage(message);
    }

    @Test
    void everyReasonIsToldUpToTwenty() {
        String bad = "{\"student\": \"s1\", \"assessment\": 7, \"is\": \"mark\", \"value\": \"3\"}";
        assertThatThrownBy(() ->
                        read(book(" \"rules\": {\"decimals\": 3, \"colour\": 1}, \"more\": {},", bad + "," + bad)))
                .hasMessage("""
                        rules.decimals: decimals 3 must be 0, 1 or 2
                        entries[0].assessment: is a number; it must be a text
                        entries[1].assessment: is a number; it must be a text
                        more: is not a key that is known here""");
        String many = String.join(",", Collections.nCopies(30, bad));
        assertThatThrownBy(() -> read(book("", many)))
                .hasMessageContaining("entries[19].assessment")
                .hasMessageEndingWith("… and 10 more.")
                .satisfies(thrown ->
                        assertThat(((MarkbookException) thrown).refusals()).hasSize(30));
    }

    @Test
    void anEntryThatHoldsNoValueMayNotHaveOne() throws Exception {
        String absent = "{\"student\": \"s1\", \"assessment\": \"a1\", \"is\": \"absent\", \"value\": \"%s\"}";
        assertThat(read(book("", absent.formatted(""))).book().entry(0, 0, 0)).hasToString("absent");
        assertThatThrownBy(() -> read(book("", absent.formatted("7"))))
                .hasMessage("entries[0]: an entry that is “absent” holds no value");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "``|The file is not well-formed JSON, line 1, column 1: the file is empty",
                "{\"format\": |The file is not well-formed JSON, line 1",
                "{} x|The file is not well-formed JSON, line 1",
                "{\"a\": 1, \"a\": 2}|The file is not well-formed JSON, line 1",
                "{\"class\": \"9B\\u0000\"}|The file is not well-formed JSON, line 1, column 21: a text holds a control character",
                "{}{}|there is more after the end of the document",
                "[1]|is a list; it must be an object",
                "{}|format: is missing",
                "{\"format\": \"other\"}|format: “other” must be “aestimo-markbook”"
            })
    void whatIsNoJsonOrNoMarkbookIsRefused(String file, String message) {
        assertThatThrownBy(() -> read(file))
                .isInstanceOf(MarkbookException.class)
                .hasMessageContaining(message)
                .hasMessageNotContaining("Exception");
    }

    @Test
    void whatWouldEatTheMachineIsRefused() {
        assertThatThrownBy(() -> read("[".repeat(100_000))).hasMessageContaining("not well-formed JSON");
        assertThatThrownBy(() -> read(book("", mark("9".repeat(2_000))))).hasMessageContaining("not well-formed JSON");
        assertThatThrownBy(() -> read(book("", mark("\"" + "9".repeat(200_000) + "\""))))
                .hasMessageContaining("not well-formed JSON");
        assertThatThrownBy(() -> read("[" + "0,".repeat(600_000) + "0]"))
                .hasMessageContaining("there are more than 500000 values");
        InputStream endless = new InputStream() {
            @Override
            public int read() {
                return ' ';
            }
        };
        assertThatThrownBy(() -> MarkbookReader.read(endless))
                .hasMessage(
                        "The file is larger than 32 MB. A markbook holds one class and is far smaller; is it the right"
                                + " file?");
    }
}
