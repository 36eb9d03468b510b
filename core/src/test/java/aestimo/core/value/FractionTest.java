package aestimo.core.value;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import aestimo.core.testing.Seed;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FractionTest {
    @ParameterizedTest
    @CsvSource({
        "1, 3, 0, 0", "1, 2, 0, 1", "-1, 2, 0, -1", "3, 2, 0, 2", "-3, 2, 0, -2",
        "15989, 200, 1, 79.9", "1599, 20, 1, 80.0", "-1599, 20, 1, -80.0", "200, 3, 2, 66.67", "0, 7, 2, 0.00"
    })
    void roundsHalfUpAwayFromZero(long numerator, long denominator, int places, String rounded) {
        assertThat(Fraction.of(numerator, denominator).toDecimal(places)).isEqualTo(new BigDecimal(rounded));
    }

    @Test
    void standsInLowestTermsWithTheSignOnTop() {
        assertThat(Fraction.of(-6, -4)).isEqualTo(Fraction.of(3, 2)).hasToString("3/2");
        assertThat(Fraction.of(6, -4)).hasToString("-3/2");
        assertThat(Fraction.of(160, 2)).hasToString("80");
        assertThat(Fraction.from(new BigDecimal("1E+2"))).isEqualTo(Fraction.HUNDRED);
    }

    @Test
    void refusesToDivideByNothing() {
        assertThatThrownBy(() -> Fraction.of(7, 0)).hasMessage("division of 7 by 0");
        assertThatThrownBy(() -> Fraction.of(7).dividedBy(Fraction.ZERO)).isInstanceOf(ArithmeticException.class);
    }

    /** Small and large numbers alike agree with the definitions in whole numbers of any size. */
    @RepeatedTest(20)
    void agreesWithTheDefinitions() {
        long seed = Seed.next();
        Random random = new Random(seed);
        for (int i = 0; i < 200; i++) {
            Fraction a = any(random);
            Fraction b = any(random);
            String trace = "seed " + seed + ": " + a + " and " + b;
            assertThat(a.plus(b).minus(b)).as(trace).isEqualTo(a);
            assertThat(a.plus(b)).as(trace).isEqualTo(b.plus(a)).hasSameHashCodeAs(b.plus(a));
            assertThat(a.times(b.plus(Fraction.ONE)))
                    .as(trace)
                    .isEqualTo(a.times(b).plus(a));
            assertThat(a.compareTo(b)).as(trace).isEqualTo(a.minus(b).signum());
            assertThat(a.negated().plus(a)).as(trace).isEqualTo(Fraction.ZERO);
            if (!b.isZero()) {
                assertThat(a.dividedBy(b).times(b)).as(trace).isEqualTo(a);
            }
        }
    }

    private static Fraction any(Random random) {
        int bits = random.nextBoolean() ? 12 : random.nextBoolean() ? 63 : 140;
        BigInteger top = new BigInteger(bits, random);
        return Fraction.of(random.nextBoolean() ? top : top.negate(), new BigInteger(bits, random).add(BigInteger.ONE));
    }

    @Test
    void longsAtTheirVeryEndDoNotWrap() {
        Fraction lowest = Fraction.of(Long.MIN_VALUE);
        assertThat(lowest.negated()).hasToString("9223372036854775808");
        assertThat(lowest.minus(Fraction.ONE)).hasToString("-9223372036854775809");
        assertThat(Fraction.of(Long.MIN_VALUE, Long.MIN_VALUE)).isEqualTo(Fraction.ONE);
        assertThat(Fraction.of(Long.MAX_VALUE).times(Fraction.of(Long.MAX_VALUE)))
                .hasToString("85070591730234615847396907784232501249");
    }

    @RepeatedTest(20)
    void shortCutsAgreeWithTheLongWay() {
        long seed = Seed.next();
        Random random = new Random(seed);
        for (int i = 0; i < 100; i++) {
            Fraction a = any(random);
            long top = random.nextLong() >> random.nextInt(62);
            long bottom = (random.nextLong() >>> 1 + random.nextInt(61)) + 1;
            long more = (random.nextLong() >>> 1 + random.nextInt(61)) + 1;
            String trace = "seed " + seed + ": " + a + ", " + top + ", " + bottom + ", " + more;
            assertThat(a.times(top, bottom)).as(trace).isEqualTo(a.times(Fraction.of(top, bottom)));
            assertThat(Fraction.of(top, bottom, more))
                    .as(trace)
                    .isEqualTo(Fraction.of(top, bottom).dividedBy(Fraction.of(more)));
            int places = random.nextInt(5);
            BigDecimal rounded = a.toDecimal(places);
            assertThat(a.roundedTo(places)).as(trace).isEqualTo(Fraction.from(rounded));
            Fraction off = a.minus(Fraction.from(rounded));
            assertThat(off.signum() < 0 ? off.negated() : off)
                    .as(trace)
                    .isLessThanOrEqualTo(
                            Fraction.from(BigDecimal.ONE.movePointLeft(places)).times(Fraction.of(1, 2)));
            long whole = a.wholeOver(bottom, Long.MIN_VALUE);
            if (whole != Long.MIN_VALUE) {
                assertThat(Fraction.of(whole, bottom)).as(trace).isEqualTo(a);
            }
        }
    }

    @Test
    void wholeOverADenominatorOrNot() {
        assertThat(Fraction.of(3, 4).wholeOver(12, -1)).isEqualTo(9);
        assertThat(Fraction.of(3, 4).wholeOver(10, -1)).isEqualTo(-1);
        assertThat(Fraction.of(Long.MAX_VALUE).wholeOver(2, -1)).isEqualTo(-1);
        Fraction large = Fraction.of(Long.MAX_VALUE).times(Fraction.of(4));
        assertThat(large.wholeOver(2, -7)).isEqualTo(-7);
        assertThat(large.commonDenominator(4, 100)).isZero();
        assertThat(Fraction.of(5, 3).roundedUp()).isEqualTo(2);
        assertThat(Fraction.of(-5, 3).roundedUp()).isEqualTo(-1);
        assertThat(Fraction.of(6, 3).roundedUp()).isEqualTo(2);
    }

    @Test
    void largeAndSmallOnesAreApproximatedClosely() {
        assertThat(Fraction.of(1, 3).toApproximation()).isEqualTo(1.0 / 3);
        Fraction large =
                Fraction.of(new BigInteger("2000000000000000000001"), new BigInteger("3000000000000000000000"));
        assertThat(large.toApproximation()).isCloseTo(2.0 / 3, within(1e-15));
        assertThat(large).hasSameHashCodeAs(large.plus(Fraction.ONE).minus(Fraction.ONE));
        assertThat(Fraction.of(2, 3).hashCode()).isNotEqualTo(Fraction.of(3, 2).hashCode());
    }
}
