package aestimo.core.value;

import java.math.BigDecimal;
import java.util.regex.Pattern;

/** Reads the plain decimals that marks, weights, out-ofs and boundaries are written in: at most four places. */
final class Decimals {
    static final int PLACES = 4;
    private static final Pattern FORM = Pattern.compile("-?[0-9]{1,9}(\\.[0-9]{1,4})?");

    private Decimals() {}

    /**
     * Reads {@code text} by its digits.
     *
     * @param what the quantity's name, for the message
     * @throws IllegalArgumentException when it is no number, has over four places or over nine digits before the point
     */
    static BigDecimal parse(String text, String what) {
        if (!FORM.matcher(text).matches()) {
            throw new IllegalArgumentException(
                    what + " “" + text + "” is not a number with at most four places, such as 18.5");
        }
        return canonical(new BigDecimal(text), what);
    }

    /** The one form of a value: no trailing zeros, so that 1.0 and 1.00 are equal. */
    static BigDecimal canonical(BigDecimal value, String what) {
        BigDecimal stripped = value.stripTrailingZeros();
        if (stripped.scale() > PLACES) {
            throw new IllegalArgumentException(what + " " + value.toPlainString() + " has more than four places");
        }
        return stripped.scale() < 0 ? stripped.setScale(0) : stripped;
    }
}
