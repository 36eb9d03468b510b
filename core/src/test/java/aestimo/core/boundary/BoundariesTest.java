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
}
