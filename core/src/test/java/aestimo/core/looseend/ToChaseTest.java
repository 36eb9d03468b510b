package aestimo.core.looseend;

import static aestimo.core.testing.SmallClass.FIELDWORK;
import static aestimo.core.testing.SmallClass.mark;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Part;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import java.util.List;
import org.junit.jupiter.api.Test;

class ToChaseTest {
    @Test
    void whatIsMissingOrLateIsListedByStudentPieceAndPart() {
        SmallClass made = new SmallClass()
                .piece("a1", "Walk", FIELDWORK, "2026-10-02", 10)
                .piece(new Assessment.Builder(
                                new AssessmentId("a2"),
                                "Week 6",
                                FIELDWORK,
                                AssessmentKind.MARKS,
                                SmallClass.day("2026-10-09"))
                        .parts(List.of(
                                new Part(new PartId("p1"), "Warm-up", OutOf.of(5), Weight.ONE),
                                new Part(new PartId("p2"), "Sheet", OutOf.of(5), Weight.ONE)))
                        .build())
                .student("Ann", Entry.of(EntryKind.NOT_HANDED_IN))
                .student("Bo", mark("7").withLate(true))
                .student("Cy", mark("7").withToFinish(true))
                .part("Ann", "a2", "p2", mark("3").withLate(true))
                .part("Bo", "a2", "p1", Entry.of(EntryKind.ABSENT));
        assertThat(ToChase.of(made.book()))
                .extracting(
                        work -> work.student().given() + " " + work.assessment().title() + " "
                                + work.part().map(Part::title).orElse("whole") + " " + work.entry())
                .containsExactly(
                        "Ann Walk whole not handed in",
                        "Ann Week 6 Sheet 3 l",
                        "Bo Walk whole 7 l",
                        "Cy Walk whole 7 f");
        assertThat(ToChase.of(made.book()))
                .extracting(ToChase::isOwed)
                .as("what came late has come")
                .containsExactly(true, false, false, true);
    }
}
