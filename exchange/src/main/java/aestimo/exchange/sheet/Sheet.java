package aestimo.exchange.sheet;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;

/**
 * One page of a file, as rows of text. Immutable.
 *
 * <p>Numbers stand by their digits, percents with their sign, dates as {@code 2027-02-24}; white space is reduced to
 * single blanks. All rows are as long as the longest; empty rows behind the last filled one are left out.
 *
 * @param name the page's own name; empty where it has none
 * @param rows cells from left to right, empty text for empty ones
 */
public record Sheet(String name, List<List<String>> rows) {
    public Sheet {
        rows = rows.stream().map(List::copyOf).toList();
    }

    public boolean isEmpty() {
        return rows.isEmpty();
    }

    /** How many columns every row has. */
    public int width() {
        return rows.isEmpty() ? 0 : rows.get(0).size();
    }

    /** The rows of a text with tabs between its cells, whatever else is in them. */
    public static Sheet ofTabbedText(String text) {
        List<List<String>> rows = new ArrayList<>();
        for (String line : text.replace("\uFEFF", "").split("\\R")) {
            List<String> cells = new ArrayList<>();
            for (String cell : line.split("\t", -1)) {
                cells.add(cell.strip().replaceAll("\\s+", " "));
            }
            rows.add(cells);
        }
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        rows.forEach(row -> row.addAll(Collections.nCopies(width - row.size(), "")));
        return new Sheet("", rows);
    }

    /** The rows as a spreadsheet copies them: tabs between the cells, a line for each row. */
    public String asTabbedText() {
        return rows.stream().map(row -> String.join("\t", row)).collect(Collectors.joining("\n"));
    }
}
