package aestimo.core.targets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import aestimo.core.book.Book;
import aestimo.core.book.StartingScores;
import aestimo.core.id.StudentId;
import aestimo.core.result.Movement.Direction;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.rules.Rules;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class StartLineTest {
    /** @param pairs score out of 100, then mark out of 100, for each student */
    private static List<Gain> gains(int... pairs) {
        SmallClass made = new SmallClass().piece("a1", "Essay", SmallClass.EXAMS, "2026-10-02", 100);
        Map<StudentId, Mark> scores = new HashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            made.student("s" + i, SmallClass.mark(Integer.toString(pairs[i + 1])));
            scores.put(new StudentId("s" + i), Mark.of(pairs[i]));
        }
        Book book = made.book().toBuilder()
                .startingScores(Optional.of(new StartingScores(OutOf.of(100), scores)))
                .build();
        return Gain.of(Standing.of(book, new Span.Year()));
    }

    @Test
    void theLineOfLeastSquaresThroughThreeStudents() {
        // By hand: means 50 and 60; Σ xy = 20·30 + 0 + 20·10 = 800, Σ x² = 800.
        List<Gain> gains = gains(30, 30, 50, 80, 70, 70);
        StartLine line = StartLine.through(gains).orElseThrow();
        assertThat(line.slope()).isCloseTo(1.0, within(1e-12));
        assertThat(line.atZero()).isCloseTo(10.0, within(1e-12));
        assertThat(gains.get(0).gain().exact()).hasToString("-10");
        assertThat(gains.get(1).start().exact()).hasToString("50");
        assertThat(gains.get(1).result().exact()).hasToString("80");
    }

    @Test
    void placesByStartAndByResultStandBesideEachOther() {
        // Starts 30, 50, 70, 70; results 30, 80, 70, 40: the gains against the means 55 and 55 are 0, 30, 0 and −30.
        List<Gain> gains = gains(30, 30, 50, 80, 70, 70, 70, 40);
        assertThat(gains).extracting(gain -> gain.startRank().toString()).containsExactly("4", "3", "=1", "=1");
        assertThat(gains).extracting(gain -> gain.resultRank().toString()).containsExactly("4", "1", "2", "3");
        assertThat(gains)
                .extracting(gain -> gain.direction(Rules.withDefaults()))
                .containsExactly(Direction.LEVEL, Direction.UP, Direction.LEVEL, Direction.DOWN);
    }

    @Test
    void thereIsNoLineWhereAllStartAlike() {
        assertThat(StartLine.through(gains(50, 30, 50, 80))).isEmpty();
        assertThat(StartLine.through(gains(50, 30))).isEmpty();
        assertThat(StartLine.through(List.of())).isEmpty();
        assertThat(gains(50, 30, 50, 80))
                .allMatch(gain -> gain.gainInDeviations().isEmpty());
    }
}
