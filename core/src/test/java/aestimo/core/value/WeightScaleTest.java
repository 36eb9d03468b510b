package aestimo.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.testing.Seed;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WeightScaleTest {
    private static List<Weight> weights(String text) {
        return Stream.of(text.split(" ")).map(Weight::parse).toList();
    }

    @ParameterizedTest
    @CsvSource({
        "30 25 20 30, 28.6 23.8 19 28.6", "30 20 20 25, 32 21 21 26", "1 1, 50 50", "1 1 1, 33.34 33.33 33.33",
        "100, 100", "0 0, 0 0", "10 0, 100 0", "15 15 20, 30 30 40"
    })
    void keepsProportionsAndMakesAHundred(String before, String after) {
        List<Weight> scaled = WeightScale.toHundred(weights(before));
        assertThat(scaled).isEqualTo(weights(after));
    }

    @RepeatedTest(50)
    void alwaysMakesExactlyAHundredWithinHalfAPoint() {
        long seed = Seed.next();
        Random random = new Random(seed);
        List<Weight> before = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(9); i++) {
            before.add(Weight.of(1 + random.nextInt(90)));
        }
        Fraction sum = before.stream().map(Weight::toFraction).reduce(Fraction.ZERO, Fraction::plus);
        List<Weight> after = WeightScale.toHundred(before);
        assertThat(after.stream().map(Weight::toFraction).reduce(Fraction.ZERO, Fraction::plus))
                .as("seed %s: %s", seed, before)
                .isEqualTo(Fraction.HUNDRED);
        for (int i = 0; i < before.size(); i++) {
            Fraction share = before.get(i).toFraction().times(Fraction.HUNDRED).dividedBy(sum);
            Fraction off = after.get(i).toFraction().minus(share);
            assertThat(off.signum() < 0 ? off.negated() : off)
                    .as("seed %s: %s", seed, before)
                    .isLessThanOrEqualTo(Fraction.of(1, 2));
        }
    }
}
