package aestimo.core.working;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.math.BigDecimal;
import java.util.List;
import java.util.stream.Collectors;

/** Exact figures in digits: as far as four places where that is all of it, else said to be about so much. */
final class Figures {
    private static final int PLACES = 4;

    private Figures() {}

    /** {@code "82.5"}, {@code "about 66.6667"}. */
    static String plain(Fraction exact) {
        BigDecimal digits = exact.toDecimal(PLACES);
        String text = digits.stripTrailingZeros().toPlainString();
        return Fraction.from(digits).equals(exact) ? text : "about " + text;
    }

    static String plain(Percent percent) {
        return plain(percent.exact());
    }

    /** {@code "82.5 %"}. */
    static String percent(Percent percent) {
        return plain(percent) + " %";
    }

    /** “(30 × 74.25 + 20 × 60) ÷ 50”, or without weights “(74.25 + 60) ÷ 2”. */
    static String mean(List<Fraction> weights, List<Percent> percents) {
        boolean alike = weights.stream().allMatch(Fraction.ONE::equals);
        Fraction sum = weights.stream().reduce(Fraction.ZERO, Fraction::plus);
        StringBuilder terms = new StringBuilder();
        for (int i = 0; i < percents.size(); i++) {
            terms.append(i == 0 ? "" : " + ")
                    .append(alike ? "" : plain(weights.get(i)) + " × ")
                    .append(plain(percents.get(i)));
        }
        return "(" + terms + ") ÷ " + plain(sum);
    }

    /** “Ann, Bo and Cy”. */
    static String list(List<String> names) {
        return names.size() < 2
                ? String.join("", names)
                : names.stream().limit(names.size() - 1L).collect(Collectors.joining(", ")) + " and "
                        + names.get(names.size() - 1);
    }
}
