package aestimo.core.targets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.core.boundary.Band;
import aestimo.core.testing.SmallClass;
import aestimo.core.value.Mark;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ScoreTableTest {
    private static ScoreTable.Step step(String from, String label) {
        return new ScoreTable.Step(Mark.parse(from), label);
    }

    private static Optional<String> band(ScoreTable table, String score) {
        return table.band(Mark.parse(score), SmallClass.BANDS).map(Band::label);
    }

    @Test
    void aScoreLeadsToTheBandOfTheHighestStepNotAboveIt() {
        ScoreTable table = ScoreTable.of(List.of(step("80", "C"), step("118", "A"), step("100.5", "B")));
        assertThat(band(table, "140")).contains("A");
        assertThat(band(table, "118")).contains("A");
        assertThat(band(table, "117.9999")).contains("B");
        assertThat(band(table, "100.5")).contains("B");
        assertThat(band(table, "80")).contains("C");
        assertThat(band(table, "79.9")).isEmpty();
    }

    @Test
    void aBandTheClassDoesNotHaveIsNotSuggested() {
        assertThat(band(ScoreTable.of(List.of(step("90", "7"))), "95")).isEmpty();
        assertThat(band(ScoreTable.of(List.of()), "95")).isEmpty();
    }

    @Test
    void aTableNamesAScoreOnce() {
        assertThatThrownBy(() -> ScoreTable.of(List.of(step("90", "A"), step("90.0", "B"), step("-1", "C"))))
                .hasMessage("The score 90 is there twice. Each needs a line of its own. A score of -1 is below 0.");
    }

    @Test
    void bandsAboveTheStartEndAtTheTop() {
        Band lowest = SmallClass.BANDS.atStep(0);
        assertThat(ScoreTable.above(SmallClass.BANDS, lowest, 0)).isEqualTo(lowest);
        assertThat(ScoreTable.above(SmallClass.BANDS, lowest, 1).label()).isEqualTo("B");
        assertThat(ScoreTable.above(SmallClass.BANDS, lowest, 9).label()).isEqualTo("A");
    }
}
