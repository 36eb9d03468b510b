package aestimo.core.value;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/** Scales weights so that they make exactly 100, keeping their proportions as near as decimals can. */
public final class WeightScale {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

    private WeightScale() {}

    /**
     * Takes the fewest places, up to two, at which the rounded weights happen to make 100, so that equal weights stay
     * equal; where there are none, two places, with the last hundredths going to those cut short the most.
     *
     * @return as many weights, making exactly 100; the same list where their sum is 0
     */
    public static List<Weight> toHundred(List<Weight> weights) {
        Fraction sum = weights.stream().map(Weight::toFraction).reduce(Fraction.ZERO, Fraction::plus);
        if (sum.isZero()) {
            return weights;
        }
        List<Fraction> exact = weights.stream()
                .map(weight -> weight.toFraction().times(Fraction.HUNDRED).dividedBy(sum))
                .toList();
        for (int places = 0; places <= 2; places++) {
            int digits = places;
            List<BigDecimal> rounded =
                    exact.stream().map(weight -> weight.toDecimal(digits)).toList();
            if (rounded.stream().reduce(BigDecimal.ZERO, BigDecimal::add).compareTo(HUNDRED) == 0) {
                return rounded.stream().map(Weight::from).toList();
            }
        }
        return largestRemainders(exact);
    }

    private static List<Weight> largestRemainders(List<Fraction> exact) {
        List<BigDecimal> cut = new ArrayList<>(exact.stream()
                .map(weight -> weight.toDecimal(Decimals.PLACES * 2).setScale(2, RoundingMode.DOWN))
                .toList());
        BigDecimal missing = HUNDRED.subtract(cut.stream().reduce(BigDecimal.ZERO, BigDecimal::add));
        int hundredths = missing.movePointRight(2).intValueExact();
        IntStream.range(0, exact.size())
                .boxed()
                .sorted(Comparator.comparing((Integer i) -> exact.get(i).minus(Fraction.from(cut.get(i))))
                        .reversed())
                .limit(hundredths)
                .toList()
                .forEach(i -> cut.set(i, cut.get(i).add(new BigDecimal("0.01"))));
        return cut.stream().map(Weight::from).toList();
    }
}
