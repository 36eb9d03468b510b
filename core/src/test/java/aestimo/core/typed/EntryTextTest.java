package aestimo.core.typed;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EntryTextTest {
    private static final Boundaries LETTERS = Boundaries.of(List.of(
            Band.of("A", Percent.of(80)),
            Band.of("a", Percent.of(70)),
            Band.of("X", Percent.of(50)),
            Band.of("U", Percent.ZERO)));

    private static Assessment piece(AssessmentKind kind) {
        return new Assessment.Builder(
                        new AssessmentId("a1"), "Contours quiz", new CategoryId("c1"), kind, LocalDate.of(2027, 2, 5))
                .outOf(Optional.of(OutOf.of(15)))
                .build();
    }

    private static Entry read(String typed, AssessmentKind kind) {
        return EntryText.understand(typed, piece(kind), LETTERS);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "14|MARK|14",
                "'  14 '|MARK|14",
                "7,5|MARK|7.5",
                "7.5000|MARK|7.5",
                "0|MARK|0",
                "18|MARK|18",
                "-3|MARK|-3",
                "−3|MARK|-3",
                "14/15|MARK|14",
                "14 / 15|MARK|14",
                "80%|MARK|12",
                "50 %|MARK|7.5",
                "a|ABSENT|absent",
                "A|ABSENT|absent",
                "abs|ABSENT|absent",
                "Absent|ABSENT|absent",
                "x|EXCUSED|excused",
                "exc|EXCUSED|excused",
                "n|NOT_HANDED_IN|not handed in",
                "Not in|NOT_HANDED_IN|not handed in",
                "''|BLANK|''",
                "'   '|BLANK|''",
                "14 l|MARK|14 l",
                "late 14|MARK|14 l",
                "14 f|MARK|14 f",
                "14 l f|MARK|14 l f",
                "Late 14/15|MARK|14 l",
                "14 / 20|DOUBT|14 / 20",
                "33.33333%|DOUBT|33.33333%",
                "1e3|DOUBT|1e3",
                "12?|DOUBT|12?",
                "sick  today|DOUBT|sick today",
                "late what|DOUBT|late what",
                "123456|DOUBT|123456",
                "–|DOUBT|–"
            })
    void understandsOnAPieceOnMarks(String typed, String kind, String readsBack) {
        Entry entry = read(typed, AssessmentKind.MARKS);
        assertThat(entry.kind()).hasToString(kind);
        assertThat(entry).hasToString(readsBack);
        assertThat(read(entry.toString(), AssessmentKind.MARKS)).isEqualTo(entry);
    }

    @ParameterizedTest
    @CsvSource({
        "A, GRADE, A",
        "a, GRADE, a",
        "u, GRADE, U",
        "x, GRADE, X",
        "abs, ABSENT, absent",
        "n, NOT_HANDED_IN, not handed in",
        "14, DOUBT, 14",
        "A l, GRADE, A l"
    })
    void onGradesALabelComesFirst(String typed, String kind, String readsBack) {
        Entry entry = read(typed, AssessmentKind.GRADES);
        assertThat(entry.kind()).hasToString(kind);
        assertThat(entry).hasToString(readsBack);
    }

    @Test
    void aCheckColumnKnowsYesAndNo() {
        assertThat(read("y", AssessmentKind.CHECK)).hasToString("yes");
        assertThat(read("No", AssessmentKind.CHECK)).hasToString("no");
        assertThat(read("x", AssessmentKind.CHECK)).hasToString("excused");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "18|18 is more than the out-of 15.",
                "-3|-3 is below 0.",
                "14 / 20|“14 / 20” is out of 20, but this piece is out of 15.",
                "33.333%|“33.333%” makes no mark of at most four places out of 15.",
                "sick|“sick” was not understood.",
                "14|''",
                "a|''"
            })
    void saysWhyAnEntryIsInDoubt(String typed, String reason) {
        Assessment piece = piece(AssessmentKind.MARKS);
        assertThat(EntryText.reasonForDoubt(EntryText.understand(typed, piece, LETTERS), piece, LETTERS))
                .isEqualTo(reason);
    }
}
