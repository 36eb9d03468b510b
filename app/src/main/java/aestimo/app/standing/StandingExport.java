package aestimo.app.standing;

import static aestimo.app.paper.Figures.number;

import aestimo.app.paper.Figures;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.List;

/** One student's pieces, and the spread of each piece, as tables to be exported. */
final class StandingExport {
    private StandingExport() {}

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
