package aestimo.app.standing;

import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** The table of a class's standing, and of one student's pieces, as tables to be taken away. */
final class StandingTaken {
    private StandingTaken() {}

    /** The rows chosen, in their order, then the means; with the columns the page has. */
    static Table of(StandingTable table, String title) {
        List<String> headings = new ArrayList<>(List.of("Rank", "Student"));
        table.categories().forEach(category -> headings.add(category.name() + " %"));
        headings.addAll(List.of("Result %", "Grade", "To next"));
        add(headings, table.sets(), "Set", "Rank in set");
        add(headings, table.movedIn().isPresent(), "Moved");
        add(headings, table.passBand().isPresent(), "Pass");
        add(headings, table.possible(), "Worst possible", "Best possible");
        add(headings, table.ceilings(), "Cost of ceilings");
        headings.addAll(List.of("Absent", "Not handed in", "Late", "To finish"));
        List<List<Cell>> rows = new ArrayList<>();
        table.rows().forEach(row -> rows.add(row(table, row)));
        table.means().forEach(mean -> rows.add(mean(mean, headings.size())));
        return new Table(title, headings, rows);
    }

    private static void add(List<String> headings, boolean shown, String... words) {
        if (shown) {
            headings.addAll(List.of(words));
        }
    }

    private static List<Cell> row(StandingTable table, StandingTable.Row row) {
        List<Cell> cells = new ArrayList<>();
        cells.add(number(row.rank().replace("=", "")));
        cells.add(Cell.of(row.name()));
        row.averages().forEach(average -> cells.add(number(average.shown())));
        cells.add(number(row.result()));
        cells.add(Cell.of(row.grade()));
        cells.add(number(row.toNext()));
        if (table.sets()) {
            cells.add(Cell.of(row.own().student().set().orElse("")));
            cells.add(row.own()
                    .setRank()
                    .map(rank -> Cell.of(BigDecimal.valueOf(rank.place())))
                    .orElse(Cell.EMPTY));
        }
        if (table.movedIn().isPresent()) {
            cells.add(
                    row.change() == null
                            ? Cell.EMPTY
                            : number(row.change()
                                    .shown(row.own().result().orElseThrow().places())));
        }
        if (table.passBand().isPresent()) {
            cells.add(Cell.of(row.pass()));
        }
        if (table.possible()) {
            String[] ends = row.possible().isEmpty()
                    ? new String[] {"", ""}
                    : row.possible().split("–");
            cells.add(number(ends[0]));
            cells.add(number(ends[1]));
        }
        if (table.ceilings()) {
            cells.add(number(row.ceilings()));
        }
        cells.add(number(Integer.toString(row.counts().absent())));
        cells.add(number(Integer.toString(row.counts().notHandedIn())));
        cells.add(number(Integer.toString(row.counts().late())));
        cells.add(number(Integer.toString(row.counts().toFinish())));
        return cells;
    }

    private static List<Cell> mean(StandingTable.MeanRow mean, int columns) {
        List<Cell> cells = new ArrayList<>(List.of(Cell.EMPTY, Cell.of(mean.name())));
        mean.averages().forEach(average -> cells.add(number(average.shown())));
        cells.add(number(mean.result()));
        cells.add(Cell.of(mean.grade()));
        while (cells.size() < columns) {
            cells.add(Cell.EMPTY);
        }
        return cells;
    }

    static Table of(StudentView view, String title) {
        List<List<Cell>> rows = new ArrayList<>();
        for (StudentView.Group group : view.groups()) {
            for (StudentView.Piece piece : group.pieces()) {
                rows.add(List.of(
                        Cell.of(group.name()),
                        Cell.of(piece.title()),
                        Cell.of(piece.date()),
                        piece.mark().matches("-?[0-9]+(\\.[0-9]+)?") ? number(piece.mark()) : Cell.of(piece.mark()),
                        number(piece.outOf().replace("/", "")),
                        number(piece.percent()),
                        Cell.of(piece.grade()),
                        number(piece.share()),
                        number(piece.points()),
                        number(piece.mean()),
                        Cell.of(piece.place()),
                        Cell.of(piece.note())));
            }
        }
        return new Table(
                title,
                List.of(
                        "Category",
                        "Piece",
                        "Date",
                        "Mark",
                        "Out of",
                        "%",
                        "Grade",
                        "Share %",
                        "Points",
                        "Class mean %",
                        "Place",
                        "Note"),
                rows);
    }

    static Table of(SpreadView spread, String title) {
        return new Table(
                title,
                List.of(
                        "Piece",
                        "Date",
                        "Counted",
                        "Lowest %",
                        "Lower quartile %",
                        "Median %",
                        "Upper quartile %",
                        "Highest %",
                        "Mean %",
                        "Grade"),
                spread.lines().stream()
                        .map(line -> List.of(
                                Cell.of(line.title()),
                                Cell.of(line.date()),
                                number(line.counted()),
                                number(line.lowest()),
                                number(line.lower()),
                                number(line.median()),
                                number(line.upper()),
                                number(line.highest()),
                                number(line.mean()),
                                Cell.of(line.grade())))
                        .toList());
    }

    private static Cell number(String shown) {
        return shown.isEmpty() ? Cell.EMPTY : Cell.of(new BigDecimal(shown));
    }
}
