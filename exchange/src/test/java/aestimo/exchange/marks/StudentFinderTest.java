package aestimo.exchange.marks;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.exchange.marks.StudentFinder.Asked;
import aestimo.exchange.marks.StudentFinder.Found;
import aestimo.exchange.marks.StudentFinder.How;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StudentFinderTest {
    private static final StudentFinder FINDER = new StudentFinder(List.of(
            new Known(1, "2201", "Voss", "Mikkel", "", "mikkel.voss@tidewater.example"),
            new Known(2, "2202", "O'Neill", "Zoë-Ann", "", ""),
            new Known(3, "2203", "van der Berg", "Lars", "", ""),
            new Known(4, "2204", "Osei", "Kofi Mensah", "Kofi", "kofi@tidewater.example"),
            new Known(5, "2205", "Iyer", "Meera", "", ""),
            new Known(6, "", "Penhale", "Bryn", "", ""),
            new Known(7, "", "Penhale", "Bryn", "", ""),
            new Known(8, "", "Marlowe", "Ana", "", ""),
            new Known(9, "", "Marlowe", "Ava", "", ""),
            new Known(10, "", "Søndergård", "Ida", "", "")));

    private static Found find(String number, String email, String name) {
        return FINDER.find(new Asked(number, email, name));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // Order, case, accents, apostrophes, hyphens, particles, preferred names make no difference.
                "Voss, Mikkel | 1", "mikkel VOSS | 1", "ONEILL ZOE ANN | 2", "Zoe-Ann O’Neill | 2",
                "Berg, Lars van der | 3", "LARS VAN DER BERG | 3", "Kofi Osei | 4", "Osei, Kofi Mensah | 4",
                "SONDERGARD Ida | 10", "Soendergaard, Ida | 10", "Zoe-Ann O Neill | 2"
            })
    void findsANameHoweverItIsWritten(String name, long student) {
        assertThat(find("", "", name)).satisfies(found -> {
            assertThat(found.how()).isEqualTo(How.NAME);
            assertThat(found.student())
                    .hasValueSatisfying(own -> assertThat(own.id()).isEqualTo(student));
        });
    }

    @Test
    void theNumberGoesBeforeTheEmailAndTheEmailBeforeTheName() {
        assertThat(find("2205", "mikkel.voss@tidewater.example", "Meera Iyer").how())
                .isEqualTo(How.NUMBER);
        Found mailed = find("", "MIKKEL.VOSS@tidewater.example", "Some Other Spelling");
        assertThat(mailed.how()).isEqualTo(How.EMAIL);
        assertThat(mailed.student().orElseThrow().id()).isEqualTo(1);
        // A number nobody has does not stand in the way of a name.
        assertThat(find("9999", "", "Meera Iyer").how()).isEqualTo(How.NAME);
    }

    @Test
    void aNumberAndANameThatSpeakAgainstEachOtherAreSettledByTheTeacher() {
        Found found = find("2205", "", "Mikkel Voss");
        assertThat(found.how()).isEqualTo(How.UNCLEAR);
        assertThat(found.words()).isEqualTo("Number 2205 is Iyer, Meera, but the name says “Mikkel Voss”.");
        // A slip of the pen, a missing name or a family name alone do not.
        assertThat(find("2205", "", "Mera Iyer").how()).isEqualTo(How.NUMBER);
        assertThat(find("2205", "", "").how()).isEqualTo(How.NUMBER);
        assertThat(find("2204", "", "OSEI").how()).isEqualTo(How.NUMBER);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Mikel Voss | 1 | One letter differs; nobody else has a similar name.",
                "Mickell Voss | 1 | Two letters differ; nobody else has a similar name.",
                "Voss, Mikkel Aron | 1 | One of the two has a name more; nobody else has a similar name.",
            })
    void aCloseNameIsProposedNeverTaken(String name, long student, String words) {
        Found found = find("", "", name);
        assertThat(found.how()).isEqualTo(How.CLOSE);
        assertThat(found.how().isSure()).isFalse();
        assertThat(found.student().orElseThrow().id()).isEqualTo(student);
        assertThat(found.words()).isEqualTo(words);
    }

    @Test
    void whereTwoFitNobodyIsChosen() {
        assertThat(find("", "", "Bryn Penhale").words()).isEqualTo("2 students have this name. Say which.");
        assertThat(find("", "", "Aya Marlowe").words())
                .isEqualTo("More than one student is called nearly so. Say which.");
        assertThat(find("", "", "Aya Marlowe").student()).isEmpty();
    }

    @Test
    void shortNamesAreCloseOnlyByOneLetterAndStrangersAreNobody() {
        StudentFinder two = new StudentFinder(List.of(new Known(1, "", "Li", "Bo", "", "")));
        assertThat(two.find(new Asked("", "", "Bo Lu")).how()).isEqualTo(How.CLOSE);
        assertThat(two.find(new Asked("", "", "Ba Lu")).how()).isEqualTo(How.NOBODY);
        assertThat(find("", "", "Sam Orford").how()).isEqualTo(How.NOBODY);
        assertThat(find("77", "x@y.example", "").how()).isEqualTo(How.NOBODY);
        assertThat(find("", "", "").how()).isEqualTo(How.NOBODY);
    }
}
