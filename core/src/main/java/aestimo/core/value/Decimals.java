package aestimo.core.value;

import java.math.BigDecimal;
import java.util.regex.Pattern;

/** Reads the plain decimals that marks, weights, out-ofs and boundaries are written in: at most four places. */
final class Decimals {
    static final int PLACES = 4;
    private static final int DIGITS_BEFORE_POINT = 9;
    private static final int LONGEST_QUOTE = 40;
    private static final Pattern FORM = Pattern.compile("-?[0-9]+(\\.[0-9]+)?");

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
                    what + " “" + brief(text) + "” is not a number with at most four places, such as 18.5");
        }
        // Digits, not the value, are counted: 1.00000 was not written with at most four places.
        int point = text.indexOf('.');
        if (point >= 0 && text.length() - point - 1 > PLACES) {
            throw new IllegalArgumentException(what + " " + brief(text) + " has more than four places");
        }
        return canonical(new BigDecimal(text), what);
    }

    private static String brief(String text) {
        return text.length() <= LONGEST_QUOTE ? text : text.substring(0, LONGEST_QUOTE) + "…";
    }

    /** Written out where that is short; a large exponent would fill the memory with noughts. */
    private static String shown(BigDecimal value) {
        return brief(Math.abs(value.scale()) > LONGEST_QUOTE ? value.toString() : value.toPlainString());
    }

    /** The one form of a value: no trailing zeros, so that 1.0 and 1.00 are equal. */
    static BigDecimal canonical(BigDecimal value, String what) {
        BigDecimal stripped = value.stripTrailingZeros();
        if (stripped.scale() > PLACES) {
            throw new IllegalArgumentException(what + " " + shown(value) + " has more than four places");
        }
        if (stripped.precision() - stripped.scale() > DIGITS_BEFORE_POINT) {
            throw new IllegalArgumentException(
                    what + " " + shown(value) + " has more than nine digits before the point");
        }
        return stripped.scale() < 0 ? stripped.setScale(0) : stripped;
    }
}
