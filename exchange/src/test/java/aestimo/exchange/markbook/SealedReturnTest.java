package aestimo.exchange.markbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/** Two students over one term; 30 and 37 of 40, bands A from 80 and B from 0. */
class SealedReturnTest {
    private static final String MARKBOOK = """
            {"format": "aestimo-markbook", "version": 1, "class": "9B", "today": "2027-02-24",
             "terms": [{"id": "t1", "name": "Term 1", "starts": "2027-01-04", "ends": "2027-03-26"}],
             "bands": [{"label": "A", "from": "80"}, {"label": "B", "from": "0"}],
             "categories": [{"id": "c1", "name": "Tests", "weight": "100"}],
             "assessments": [{"id": "a1", "title": "Coasts", "category": "c1", "date": "2027-02-01", "outOf": "40"}],
             "students": [{"id": "s1", "family": "Arkady", "given": "Tomas"}, {"id": "s2", "family": "Brandt", "given": "Ilva"},
                          {"id": "s3", "family": "Osei", "given": "Kofi"}],
             "entries": [{"student": "s1", "assessment": "a1", "is": "mark", "value": "30"}, {"student": "s2", "assessment": "a1", "is": "mark", "value": "37"}]}
            """;

    private static String sealed(String markbook, String term, String... students) {
        return "{\"format\":\"aestimo-return\",\"markbook\":\""
                + markbook.replace("\"", "\\\"").replace("\n", "\\n") + "\",\"students\":["
                + String.join(",", students) + "],\"term\":{\"id\":\"" + term + "\"}}";
    }

    private static String student(String id, String name, String percent, String exact, String grade) {
        return "{\"id\":\"%s\",\"name\":\"%s\",\"percent\":\"%s\",\"exact\":\"%s\",\"grade\":\"%s\",\"comment\":\"Steady.\"}"
                .formatted(id, name, percent, exact, grade);
    }

    private static final String ARKADY = student("s1", "Arkady, Tomas", "75.0", "75", "B");
    private static final String BRANDT = student("s2", "Brandt, Ilva", "92.5", "185/2", "A");
    private static final String OSEI = student("s3", "Osei, Kofi", "", "", "");

    private static SealedReturn read(String text) throws Exception {
        return SealedReturn.read(text.getBytes(StandardCharsets.UTF_8)).orElseThrow();
    }

    @Test
    void itsFiguresAreThoseOfItsMarkbook() throws Exception {
        SealedReturn own = read(sealed(MARKBOOK, "t1", ARKADY, BRANDT, OSEI));
        assertThat(own.term().text()).isEqualTo("t1");
        assertThat(own.markbook().className()).isEqualTo("9B");
        assertThat(own.figures()).hasSize(3);
        assertThat(own.differences()).isEmpty();
    }

    @Test
    void everyFigureThatWasAlteredIsTold() throws Exception {
        assertThat(read(sealed(
                                MARKBOOK,
                                "t1",
                                student("s1", "Arkady, Tomas", "85.0", "75", "A"),
                                student("s2", "Brandt, Ilva", "92.5", "186/2", "A"),
                                student("s3", "Osei, Kofi", "60.0", "60", "B"),
                                student("s9", "Nobody, Max", "60.0", "60", "B")))
                        .differences())
                .containsEntry("Arkady, Tomas", "85.0 A (75) sealed, 75.0 B (75) computed")
                .containsEntry("Brandt, Ilva", "92.5 A (186/2) sealed, 92.5 A (185/2) computed")
                .containsEntry("Osei, Kofi", "60.0 B (60) sealed, no result computed")
                .containsEntry("Nobody, Max", "60.0 B (60) sealed, no result computed")
                .hasSize(4);
        assertThat(read(sealed(MARKBOOK.replace("\"30\"", "\"31\""), "t1", ARKADY, BRANDT))
                        .differences())
                .containsOnlyKeys("Arkady, Tomas");
    }

    @Test
    void otherFilesAreNone() throws Exception {
        for (String other : new String[] {MARKBOOK, "[]", "", "no JSON", "{\"format\": 3}"}) {
            assertThat(SealedReturn.read(other.getBytes(StandardCharsets.UTF_8)))
                    .as(other)
                    .isEmpty();
        }
    }

    @Test
    void whatIsBrokenIsRefusedWithTheReason() {
        assertThatThrownBy(() -> read("{\"format\": \"aestimo-return\"}"))
                .isInstanceOf(MarkbookException.class)
                .hasMessage("It is a sealed return without its term or its students.");
        assertThatThrownBy(() -> read(sealed(MARKBOOK, "t9", ARKADY)))
                .hasMessage("The term “t9” is none of its markbook.");
        assertThatThrownBy(() -> read(sealed(MARKBOOK, "t1", "{\"name\":\"Nobody\"}")))
                .hasMessage("One of its students has no id.");
        assertThatThrownBy(() -> read(sealed(MARKBOOK.replace("\"outOf\": \"40\"", "\"outOf\": \"0\""), "t1", ARKADY)))
                .hasMessageContaining("assessments[0].outOf");
        assertThatThrownBy(() -> read(sealed("", "t1", ARKADY))).hasMessageContaining("not well-formed JSON");
    }
}
