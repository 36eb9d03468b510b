package aestimo.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.core.testing.Seed;
import java.math.BigInteger;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FractionSumTest {
    /** The sum by the definition of an addition of fractions, in whole numbers of any size. */
    private static final class Plain {
        private BigInteger top = BigInteger.ZERO;
        private BigInteger bottom = BigInteger.ONE;

        private void add(Fraction summand) {
            String[] parts = summand.toString().split("/");
            BigInteger numerator = new BigInteger(parts[0]);
            BigInteger denominator = parts.length == 1 ? BigInteger.ONE : new BigInteger(parts[1]);
            top = top.multiply(denominator).add(numerator.multiply(bottom));
            bottom = bottom.multiply(denominator);
        }

        private Fraction sum() {
            return Fraction.of(top, bottom);
        }
    }

    private static Fraction any(Random random, int bits) {
        BigInteger top = new BigInteger(bits, random);
        BigInteger bottom = new BigInteger(bits, random).add(BigInteger.ONE);
        return Fraction.of(random.nextBoolean() ? top : top.negate(), bottom);
    }

    @RepeatedTest(30)
    void sumsOfAnySizeAreExact() {
        long seed = Seed.next();
        Random random = new Random(seed);
        for (int bits : new int[] {4, 12, 31, 62, 90}) {
            FractionSum sum = new FractionSum();
            Plain plain = new Plain();
            for (int i = 0; i < 12; i++) {
                Fraction one = any(random, bits);
                Fraction other = any(random, random.nextBoolean() ? bits : 6);
                long top = random.nextLong() >> random.nextInt(60);
                long bottom = (random.nextLong() >>> 1 + random.nextInt(60)) + 1;
                assertThat(sum.plus(one)).isSameAs(sum);
                assertThat(sum.plusProduct(one, other)).isSameAs(sum);
                assertThat(sum.plusProduct(other, top, bottom)).isSameAs(sum);
                plain.add(one);
                plain.add(one.times(other));
                plain.add(other.times(Fraction.of(top, bottom)));
                assertThat(sum.toFraction())
                        .as("seed %s, %s bits, step %s", seed, bits, i)
                        .isEqualTo(plain.sum());
            }
        }
    }

    @Test
    void theLargestLongsDoNotWrap() {
        Fraction most = Fraction.of(Long.MAX_VALUE);
        assertThat(new FractionSum().plus(most).plus(Fraction.ONE).toFraction()).hasToString("9223372036854775808");
        assertThat(new FractionSum()
                        .plus(most.negated())
                        .plus(Fraction.ONE.negated())
                        .toFraction())
                .hasToString("-9223372036854775808");
        assertThat(new FractionSum().plusProduct(most, Fraction.of(2)).toFraction())
                .hasToString("18446744073709551614");
        assertThat(new FractionSum()
                        .plus(Fraction.of(1, Long.MAX_VALUE))
                        .plus(Fraction.of(1, Long.MAX_VALUE - 1))
                        .toFraction())
                .isEqualTo(Fraction.of(1, Long.MAX_VALUE).plus(Fraction.of(1, Long.MAX_VALUE - 1)));
        assertThat(new FractionSum().toFraction()).isEqualTo(Fraction.ZERO);
    }

    @ParameterizedTest
    @CsvSource({
        "9223372036854775807, 1, true", "9223372036854775807, 2, false", "-9223372036854775808, 1, false",
        "-9223372036854775807, 1, true", "3037000499, 3037000499, true", "3037000500, 3037000500, false",
        "4611686018427387904, -2, false", "0, -9223372036854775808, true"
    })
    void aProductFitsOrItDoesNot(long one, long other, boolean fits) {
        assertThat(WholeNumbers.productFits(one, other)).isEqualTo(fits);
        assertThat(WholeNumbers.productFits(other, one)).isEqualTo(fits);
    }

    @ParameterizedTest
    @CsvSource({
        "9223372036854775806, 1, true", "9223372036854775807, 1, false", "-9223372036854775807, -1, false",
        "-9223372036854775806, -1, true", "9223372036854775807, -9223372036854775807, true", "-1, -1, true"
    })
    void aSumFitsOrItDoesNot(long one, long other, boolean fits) {
        assertThat(WholeNumbers.sumFits(one, other)).isEqualTo(fits);
    }

    @ParameterizedTest
    @CsvSource({
        "4, 6, 100, 12",
        "4, 6, 12, 0",
        "4, 6, 13, 12",
        "7, 1, 100, 7",
        "0, 6, 100, 0",
        "5, 5, 6, 5",
        "6, 4, 1000, 12",
        "4294967296, 4294967297, 9223372036854775807, 0"
    })
    void denominatorsInCommonStayBelowTheLimit(long one, long other, long limit, long common) {
        assertThat(WholeNumbers.commonDenominator(one, other, limit)).isEqualTo(common);
        assertThat(Fraction.of(1, other).commonDenominator(one, limit)).isEqualTo(common);
    }

    @ParameterizedTest
    @CsvSource({
        "12, 18, 6",
        "18, 12, 6",
        "7, 5, 1",
        "0, 9, 9",
        "9, 0, 9",
        "0, 0, 1",
        "1, 40, 1",
        "96, 36, 12",
        "64, 48, 16"
    })
    void theGreatestCommonDivisor(long a, long b, long divisor) {
        assertThat(WholeNumbers.greatestCommonDivisor(a, b)).isEqualTo(divisor);
    }

    @ParameterizedTest
    @CsvSource({
        "84, 7, 12",
        "5, 1, 5",
        "-84, 7, -12",
        "9000000000, 3, 3000000000",
        "9000000000, 4500000000, 2",
        "7, 9000000000, 0"
    })
    void aQuotientIsWhatItIs(long dividend, long divisor, long quotient) {
        assertThat(WholeNumbers.quotient(dividend, divisor)).isEqualTo(quotient);
    }
}
