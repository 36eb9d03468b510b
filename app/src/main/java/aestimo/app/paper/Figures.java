package aestimo.app.paper;

import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.util.List;

/** Figures as pages show them, as cells of a file: a number goes out as a number, whatever sign stands before it. */
public final class Figures {
    private Figures() {}

    /** “67.5”, “+4.2”, “−14.2”; an empty text gives an empty cell. */
    public static Cell number(String shown) {
        String plain = shown.replace("+", "").replace("−", "-");
        return plain.isEmpty() ? Cell.EMPTY : Cell.of(new BigDecimal(plain));
    }

    /** A rank such as “6” or “=6” in two columns: its number, and whether it is tied. */
    public static List<Cell> rank(String shown) {
        boolean tied = shown.startsWith("=");
        return List.of(number(tied ? shown.substring(1) : shown), Cell.of(tied ? "yes" : ""));
    }
}
