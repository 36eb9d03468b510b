package aestimo.core.typed;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumberedNamesTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Fieldwork 30, Map skills 20, Exams 50 | Fieldwork=30; Map skills=20; Exams=50
            Fieldwork 32,5 %, Exams 67.5%         | Fieldwork=32.5; Exams=67.5
            7 from 85, 6 from 72, 1 from 0        | 7=85; 6=72; 1=0
            A* 90; A 80; B=70; C: 60              | A*=90; A=80; B=70; C=60
            Unit 3 40, Unit 4 60                  | Unit 3=40; Unit 4=60
            Exams                                 | Exams=
            Exams, Fieldwork 30                   | Exams=; Fieldwork=30
            30                                    | 30=
            , ,                                   | ''
            Sehr gut ≥ 92, Gut ≥ 81               | Sehr gut=92; Gut=81
            """)
    void eachNameHasItsNumber(String typed, String read) {
        assertThat(NumberedNames.read(typed).stream()
                        .map(line -> line.name() + "=" + line.number())
                        .collect(Collectors.joining("; ")))
                .isEqualTo(read);
    }

    @ParameterizedTest
    @CsvSource({"'Fieldwork\t30\nExams\t70'", "'Fieldwork 30\r\n\r\nExams 70\r\n'", "'Fieldwork: 30;Exams: 70;'"})
    void linesOfASpreadsheetAreReadToo(String typed) {
        assertThat(NumberedNames.read(
                        typed.replace("\\t", "\t").replace("\\n", "\n").replace("\\r", "\r")))
                .containsExactly(new NumberedNames.Line("Fieldwork", "30"), new NumberedNames.Line("Exams", "70"));
    }
}
