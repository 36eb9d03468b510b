package aestimo.app.paper;

import aestimo.exchange.table.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A table laid out on A4: as small as it has to be to fit its columns on one page, and where that could no longer be
 * read, in pieces, each with the leading columns.
 *
 * @param leading how many columns name a row, and keep to one line
 * @param size of the type, in points
 */
record PaperTable(List<Piece> pieces, int leading, double size, boolean lying) {
    /** How many columns fit on a page that can still be read. */
    private static final int MOST_COLUMNS = 30;

    private static final int UPRIGHT_COLUMNS = 9;
    private static final double LARGEST = 9;
    private static final double SMALLEST = 6;

    /** Down to here the type is made smaller so that a table stays on one page, and no further. */
    private static final double SMALLEST_TO_FIT = 7;

    private static final double STEP = 0.5;

    /** More rows stand on no page, however small. */
    private static final int MOST_ROWS = 60;

    /** Some of the columns, with the rows' cells under them. */
    record Piece(List<Heading> headings, List<List<Cell>> rows) {}

    record Heading(String words, String small, boolean number) {
        /** What stands in brackets at its end, such as the day and the out-of, goes small under it. */
        static Heading of(String heading, boolean number) {
            int bracket = heading.endsWith(")") ? heading.lastIndexOf(" (") : -1;
            return bracket < 0
                    ? new Heading(heading, "", number)
                    : new Heading(
                            heading.substring(0, bracket),
                            heading.substring(bracket + 2, heading.length() - 1),
                            number);
        }
    }

    record Cell(String words, boolean number) {}

    /** @param leading how many columns name the row, and stand on every piece */
    static PaperTable of(Table table, int leading) {
        int columns = table.headings().size();
        List<Piece> pieces = new ArrayList<>();
        int most = MOST_COLUMNS - leading;
        int parts = Math.max(1, (columns - leading + most - 1) / most);
        int each = (columns - leading + parts - 1) / parts;
        for (int part = 0; part < parts; part++) {
            List<Integer> chosen = new ArrayList<>();
            for (int column = 0; column < leading; column++) {
                chosen.add(column);
            }
            for (int column = leading + part * each;
                    column < Math.min(columns, leading + (part + 1) * each);
                    column++) {
                chosen.add(column);
            }
            pieces.add(piece(table, chosen));
        }
        int shown = leading + each;
        double size = Math.max(SMALLEST, Math.min(LARGEST, LARGEST - (shown - UPRIGHT_COLUMNS) * 0.16));
        return new PaperTable(pieces, leading, size, shown > UPRIGHT_COLUMNS);
    }

    /** A smaller type, where that might bring the last rows onto the page; empty where it could not be read any longer. */
    Optional<PaperTable> smaller() {
        boolean fits = pieces.size() == 1 && pieces.get(0).rows().size() <= MOST_ROWS;
        return fits && size - STEP >= SMALLEST_TO_FIT
                ? Optional.of(new PaperTable(pieces, leading, size - STEP, lying))
                : Optional.empty();
    }

    private static Piece piece(Table table, List<Integer> columns) {
        return new Piece(
                columns.stream()
                        .map(column -> Heading.of(
                                table.headings().get(column),
                                table.rows().stream().anyMatch(row -> row.get(column) instanceof Table.Number)))
                        .toList(),
                table.rows().stream()
                        .map(row -> columns.stream()
                                .map(column -> cell(row.get(column)))
                                .toList())
                        .toList());
    }

    private static Cell cell(Table.Cell cell) {
        return cell instanceof Table.Number number
                ? new Cell(number.value().toPlainString(), true)
                : new Cell(((Table.Text) cell).text(), false);
    }
}
