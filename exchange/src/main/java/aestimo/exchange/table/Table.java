package aestimo.exchange.table;

import java.math.BigDecimal;
import java.util.List;

/**
 * A table to be exported: a row of headings and rows of cells under them.
 *
 * @param title what it is of, such as “9B Geography, Term 2”; names the sheet of a workbook
 */
public record Table(String title, List<String> headings, List<List<Cell>> rows) {
    /** @throws IllegalArgumentException when a row has not as many cells as there are headings */
    public Table {
        headings = List.copyOf(headings);
        rows = rows.stream().map(List::copyOf).toList();
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i).size() != headings.size()) {
                throw new IllegalArgumentException("row " + (i + 1) + " has "
                        + rows.get(i).size() + " cells under " + headings.size() + " headings");
            }
        }
    }

    /** A number or some text. */
    public sealed interface Cell {
        Cell EMPTY = new Text("");

        static Cell of(String text) {
            return text.isEmpty() ? EMPTY : new Text(text);
        }

        static Cell of(BigDecimal number) {
            return new Number(number);
        }
    }

    /** Text, never taken for a number or a formula by whoever opens the file. */
    public record Text(String text) implements Cell {}

    /** A decimal, written by its digits. */
    public record Number(BigDecimal value) implements Cell {}
}
