package aestimo.app.standing;

import static aestimo.app.paper.Figures.number;

import aestimo.app.frame.SpanChoice;
import aestimo.app.paper.Figures;
import aestimo.core.grading.Rank;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.List;

/** The table of a class's standing, and of one student's pieces, as tables to be exported. */
final class StandingExport {
    private StandingExport() {}

    /** The rows chosen, in their order, then the means; with the columns the page has. */
    static Table of(StandingTable table, SpanChoice span, String title) {
        List<String> headings = new ArrayList<>(List.of("Rank", "Tied", "Number", "Student"));
        table.categories().forEach(category -> headings.add(category.name() + " %"));
        // Nothing else in a file of picked pieces says which they are.
        headings.addAll(List.of("Result %" + (span.isPicked() ? " of " + span.inFull() : ""), "Grade", "To next"));
        add(headings, table.sets(), "Set", "Rank in set", "Tied in set");
        add(headings, table.movedIn().isPresent(), "Moved, " + table.movedIn().orElse("") + " against the term before");
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
        cells.addAll(Figures.rank(row.rank()));
        cells.add(Cell.of(row.own().student().number()));
        cells.add(Cell.of(row.name()));
        row.averages().forEach(average -> cells.add(number(average.shown())));
        cells.add(number(row.result()));
        cells.add(Cell.of(row.grade()));
        cells.add(number(row.toNext()));
        if (table.sets()) {
            cells.add(Cell.of(row.own().student().set().orElse("")));
            cells.addAll(Figures.rank(row.own().setRank().map(Rank::toString).orElse("")));
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
        List<Cell> cells = new ArrayList<>(List.of(Cell.EMPTY, Cell.EMPTY, Cell.EMPTY, Cell.of(mean.name())));
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
                List<Cell> row = new ArrayList<>(List.of(
                        Cell.of(group.name()),
                        Cell.of(piece.title()),
                        Cell.of(piece.date()),
                        piece.mark().matches("-?[0-9]+(\\.[0-9]+)?") ? number(piece.mark()) : Cell.of(piece.mark()),
                        number(piece.outOf().replace("/", "")),
                        number(piece.percent()),
                        Cell.of(piece.grade()),
                        number(piece.share()),
                        number(piece.points()),
                        number(piece.mean())));
                row.addAll(Figures.rank(piece.place()));
                row.add(Cell.of(piece.note()));
                rows.add(row);
            }
        }
        return new Table(
                title,
                List.of(
                        "Category",
                        "Assessment",
                        "Date",
                        "Mark",
                        "Out of",
                        "%",
                        "Grade",
                        "Share %",
                        "Points",
                        "Class mean %",
                        "Rank",
                        "Tied",
                        "Note"),
                rows);
    }

    static Table of(SpreadView spread, String title) {
        return new Table(
                title,
                List.of(
                        "Assessment",
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
}
