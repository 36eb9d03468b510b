package aestimo.app.frame;

import aestimo.core.result.Movement.Direction;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;

/** Differences as pages print them. */
public final class Signs {
    private Signs() {}

    /** “+4.2”, “−14.2”, “0.0”. */
    public static String difference(Percent difference, Places places) {
        String text = difference.shown(places);
        if (text.startsWith("-")) {
            return "−" + text.substring(1);
        }
        return difference.rounded(places).compareTo(Percent.ZERO) > 0 ? "+" + text : text;
    }

    /** The style of a way moved. */
    public static String css(Direction direction) {
        return switch (direction) {
            case UP -> "is-up";
            case LEVEL -> "is-level";
            case DOWN -> "is-down";
        };
    }
}
