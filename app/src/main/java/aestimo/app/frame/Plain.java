package aestimo.app.frame;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;

/** Decimals as a form holds them: no more places than they need. */
public final class Plain {
    private static final int PLACES = 4;

    private Plain() {}

    public static String words(Fraction value) {
        return value.isZero()
                ? "0"
                : value.toDecimal(PLACES).stripTrailingZeros().toPlainString();
    }

    public static String words(Percent percent) {
        return words(percent.exact());
    }
}
