package aestimo.core.boundary;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.core.value.Percent;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class BoundariesTest {
    private static final Boundaries SEVEN_STEPS = Boundaries.of(bands("7", 85, "6", 72, "5", 60, "1", 0));

    private static List<Band> bands(Object... labelAndFrom) {
        List<Band> bands = new java.util.ArrayList<>();
        for (int i = 0; i < labelAndFrom.length; i += 2) {
            bands.add(Band.of((String) labelAndFrom[i], Percent.of((int) labelAndFrom[i + 1])));
        }
        return bands;
    }

    @Test
    void atABoundaryTheHigherBandHolds() {
        assertThat(SEVEN_STEPS.bandFor(Percent.of(72))).map(Band::label).contains("6");
        assertThat(SEVEN_STEPS.bandFor(Percent.parse("71.9999")))
                .map(Band::label)
                .contains("5");
        assertThat(SEVEN_STEPS.bandFor(Percent.of(140))).map(Band::label).contains("7");
        assertThat(SEVEN_STEPS.bandFor(Percent.of(-3))).map(Band::label).contains("1");
        assertThat(Boundaries.NONE.bandFor(Percent.of(50))).isEmpty();
    }

    @Test
    void worthIsMidwayToTheNextUnlessStated() {
        assertThat(SEVEN_STEPS.worthOf(SEVEN_STEPS.bands().get(0)).exact()).hasToString("185/2");
        assertThat(SEVEN_STEPS.worthOf(SEVEN_STEPS.bands().get(1)).exact()).hasToString("157/2");
        Band stated = Band.of("A", Percent.of(80)).withWorth(Optional.of(Percent.of(95)));
        assertThat(Boundaries.of(List.of(stated, Band.of("B", Percent.ZERO))).worthOf(stated))
                .isEqualTo(Percent.of(95));
    }

    @Test
    void everyReasonIsNamedAtOnce() {
        assertThat(Boundaries.problems(bands("A", 101, "B", 60, "B", 60, "C", 5)))
                .containsExactly(
                        "The label B is used twice. Each band needs its own.",
                        "B starts from 60, which is not below B from 60. Boundaries must fall from the top down.",
                        "A starts from 101. The top band cannot start above 100.",
                        "C starts from 5. The lowest band must start from 0, so that every result has a grade.");
        assertThatThrownBy(() -> Boundaries.of(bands("C", 5))).hasMessageContaining("lowest band must start from 0");
        assertThatThrownBy(() -> Band.of("  ", Percent.ZERO)).hasMessage("a band needs a label");
    }

    @Test
    void bandsAreFoundByWhatTheyAre() {
        Band equalSix = Band.of("6", Percent.of(72));
        assertThat(SEVEN_STEPS.above(equalSix)).map(Band::label).contains("7");
        assertThat(SEVEN_STEPS.stepOf(equalSix)).isEqualTo(2);
        assertThat(SEVEN_STEPS.atStep(0).label()).isEqualTo("1");
        assertThat(SEVEN_STEPS.above(SEVEN_STEPS.bands().get(0))).isEmpty();
        assertThatThrownBy(() -> SEVEN_STEPS.stepOf(Band.of("9", Percent.of(90))))
                .hasMessage("band 9 is not one of [7, 6, 5, 1]");
        assertThat(Boundaries.NONE.isEmpty()).isTrue();
        assertThat(SEVEN_STEPS.isEmpty()).isFalse();
        assertThat(Boundaries.of(bands("7", 85, "6", 72, "5", 60, "1", 0)))
                .isEqualTo(SEVEN_STEPS)
                .hasSameHashCodeAs(SEVEN_STEPS)
                .isNotEqualTo(Boundaries.NONE);
        assertThat(Boundaries.problems(bands("A", 100, "B", 0))).isEmpty();
    }

    @Test
    void aBandMayStartFromARawMark() {
        Band band = Band.of("A", RawMark.parse("40/60"));
        assertThat(band.from().exact()).hasToString("200/3");
        assertThat(band.raw()).map(RawMark::toString).contains("40/60");
        assertThatThrownBy(() -> RawMark.parse("40")).hasMessage("“40” is no raw mark of a total, such as 40/60");
        assertThatThrownBy(() -> RawMark.parse("40/0")).hasMessage("out of 0 must be above 0");
        assertThatThrownBy(() -> new Band("A", Percent.of(66), band.raw(), Optional.empty(), ""))
                .hasMessage("band A from 66 % is not the raw mark 40/60");
        assertThatThrownBy(() -> Band.of(" ", Percent.ZERO)).hasMessage("a band needs a label");
        assertThatThrownBy(() -> band.withWorth(Optional.of(Percent.of(101))))
                .hasMessage("worth of band A is 101 %; it must be from 0 to 100");
        assertThat(band.withWords("top work").words()).isEqualTo("top work");
    }
}
