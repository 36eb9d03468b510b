package aestimo.exchange.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ResultsCommandTest {
    @TempDir
    Path folder;

    private String file;

    @BeforeEach
    void writeABook() throws Exception {
        Path path = folder.resolve("9B.json");
        Case first = Case.all("worked-cases.json").findFirst().orElseThrow();
        Files.write(path, first.json().get("book").toString().getBytes(StandardCharsets.UTF_8));
        file = path.toString();
    }

    private Case.Printed run(String... words) {
        List<String> all = new ArrayList<>(List.of(words));
        all.replaceAll(word -> word.equals("FILE") ? file : word);
        return Case.run(all);
    }

    @Test
    void helpIsPrintedOnRequest() {
        for (String word : List.of("--help", "-h")) {
            Case.Printed printed = run(word);
            assertThat(printed.exit()).isZero();
            assertThat(printed.out())
                    .startsWith("usage: ./aestimo results FILE")
                    .contains("--needed BAND");
            assertThat(printed.errors()).isEmpty();
        }
    }

    @Test
    void theSpanIsToldAsItWasAsked() {
        assertThat(run("FILE").out()).startsWith("{\"span\":{\"year\":true}");
        assertThat(run("FILE", "--span", "year").out()).startsWith("{\"span\":{\"year\":true}");
        assertThat(run("--span", "t2,t1", "FILE").out()).startsWith("{\"span\":{\"terms\":[\"t1\",\"t2\"]}");
        assertThat(run("FILE", "--from", "2026-10-01", "--to", "2026-10-01").out())
                .startsWith("{\"span\":{\"from\":\"2026-10-01\",\"to\":\"2026-10-01\"}");
        assertThat(run("FILE", "--pieces", "a2,a1").out()).startsWith("{\"span\":{\"pieces\":[\"a1\",\"a2\"]}");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''|a FILE is missing",
                "FILE other.json|one FILE at a time",
                "FILE --colour red|there is no option --colour",
                "FILE --span|--span needs something after it",
                "FILE --from --to|--from needs something after it",
                "FILE --span t1 --span t2|--span stands twice",
                "FILE --span t1 --pieces a1|each name a span; choose one",
                "FILE --to 2026-10-01|--from and --to go together",
                "FILE --from 2026-10-01 --to soon|--to: “soon” is not a date such as 2027-02-24",
                "FILE --span t1,|--span: the class has no term “”; it is “year”, or of the terms t1 (",
                "FILE --pieces a1,,a2|--pieces: the class has no assessment “”; it has a1 (",
                "FILE --needed Z|--needed: the class has no band “Z”; it has ",
                "/no/such/file.json|there is no file /no/such/file.json",
                "/|/ cannot be read"
            })
    void whatMakesNoSenseIsRefusedInOneLineAndACure(String words, String message) {
        Case.Printed printed = run(words.isEmpty() ? new String[0] : words.split(" "));
        assertThat(printed.exit()).isEqualTo(2);
        assertThat(printed.out()).isEmpty();
        assertThat(printed.errors()).startsWith("aestimo: ").contains(message).doesNotContain("Exception");
    }
}
