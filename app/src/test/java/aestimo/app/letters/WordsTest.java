package aestimo.app.letters;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.letters.Words.FigurePart;
import aestimo.app.letters.Words.FormPart;
import aestimo.app.letters.Words.GroupPart;
import aestimo.app.letters.Words.PairPart;
import aestimo.app.letters.Words.Part;
import aestimo.app.letters.Words.Plain;
import aestimo.core.testing.Seed;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Words as they are saved, and what is read from them. */
class WordsTest {
    private static List<Part> parts(String text) {
        return Words.of(text).paragraphs().get(0).parts();
    }

    private static String plain(String text) {
        StringBuilder plain = new StringBuilder();
        Words.of(text)
                .paragraphs()
                .forEach(paragraph -> paragraph.parts().forEach(part -> plain.append(((Plain) part).text())));
        return plain.toString();
    }

    @Test
    void bracesHoldFiguresFormsPairsAndGroups() {
        assertThat(parts("{result}").get(0)).isEqualTo(new FigurePart("result", As.CLASS, Words.Style.PLAIN));
        assertThat(parts("{result as whole}").get(0)).isEqualTo(new FigurePart("result", As.WHOLE, Words.Style.PLAIN));
        assertThat(parts("{Their}").get(0)).isEqualTo(new FormPart("Their", Words.Style.PLAIN));
        assertThat(parts("{has/have}").get(0)).isEqualTo(new PairPart("has", "have", Words.Style.PLAIN));
        assertThat(parts("{sentences:12}").get(0)).isEqualTo(new GroupPart(12, Words.Style.PLAIN));
        // A piece may be called anything: what is no way to show it belongs to its title.
        assertThat(parts("{piece:Rome as it was}").get(0))
                .isEqualTo(new FigurePart("piece:Rome as it was", As.CLASS, Words.Style.PLAIN));
        assertThat(parts("{piece:A\\}B/C as mark}").get(0))
                .isEqualTo(new FigurePart("piece:A}B/C", As.MARK, Words.Style.PLAIN));
    }

    @Test
    void boldAndItalicsTurnOnlyAroundWords() {
        assertThat(parts("a *b _c_* d"))
                .containsExactly(
                        new Plain("a ", new Words.Style(false, false)),
                        new Plain("b ", new Words.Style(true, false)),
                        new Plain("c", new Words.Style(true, true)),
                        new Plain(" d", new Words.Style(false, false)));
        assertThat(plain("5 * 3 = 15, file_name, 2*3")).isEqualTo("5 * 3 = 15, file_name, 2*3");
        assertThat(parts("*{grade}*").get(0).style().bold()).isTrue();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{result | {result",
                "result} | result}",
                "{{grade} | {",
                "a \\{b\\} | a {b}",
                "\\\\ | \\",
                "{} | {}"
            })
    void whatDoesNotCloseIsPlainText(String text, String first) {
        assertThat(
                        parts(text).get(0) instanceof Plain plain
                                ? plain.text()
                                : "{" + ((FigurePart) parts(text).get(0)).key() + "}")
                .isEqualTo(first);
    }

    @Test
    void paragraphsAndItemsAreLines() {
        List<Words.Paragraph> all = Words.of("Dear you,\r\n\n- one\n-two\n").paragraphs();
        assertThat(all).hasSize(3);
        assertThat(all.stream().map(Words.Paragraph::item)).containsExactly(false, true, false);
    }

    /** Whatever a teacher types as plain text comes back as it was typed. */
    @Test
    void escapedTextIsReadAsItself() {
        long seed = Seed.next();
        Random random = new Random(seed);
        String signs = "ab .*_{}\\/-:é\u05d0";
        for (int round = 0; round < 2000; round++) {
            StringBuilder text = new StringBuilder("x");
            for (int i = random.nextInt(30); i > 0; i--) {
                text.append(signs.charAt(random.nextInt(signs.length())));
            }
            assertThat(plain(Words.escaped(text.toString())))
                    .as("-Dseed=%d", seed)
                    .isEqualTo(text.toString());
        }
    }

    /** Reading never fails, whatever was saved or sent. */
    @Test
    void anyTextIsReadInSomeWay() {
        long seed = Seed.next();
        Random random = new Random(seed);
        String signs = "{}{}*_\\- \nas/:sentences12they";
        for (int round = 0; round < 5000; round++) {
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(40); i > 0; i--) {
                text.append(signs.charAt(random.nextInt(signs.length())));
            }
            Words words = Words.of(text.toString());
            assertThat(words.figures()).doesNotContainNull();
            assertThat(words.isEmpty())
                    .as("-Dseed=%d", seed)
                    .isEqualTo(text.toString().isBlank());
        }
    }

    @ParameterizedTest
    @CsvSource({
        "THEY, they, they",
        "THEY, Their, Their",
        "SHE, them, her",
        "SHE, Theirs, Hers",
        "HE, their, his",
        "HE, themselves, himself",
        "NAME, they, Ilva",
        "NAME, their, Ilva’s"
    })
    void formsAgreeWithTheStudent(StudentForms forms, String asked, String said) {
        assertThat(forms.form(asked, "Ilva")).contains(said);
    }

    @Test
    void aNameThatEndsInAnSHasItsApostropheAlone() {
        assertThat(StudentForms.NAME.form("their", "Tomas")).contains("Tomas’");
        assertThat(StudentForms.THEY.agreeing("has", "have")).isEqualTo("have");
        assertThat(StudentForms.NAME.agreeing("has", "have")).isEqualTo("has");
        assertThat(StudentForms.of("anything")).isEqualTo(StudentForms.THEY);
    }
}
