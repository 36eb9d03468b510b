package aestimo.app.standing;

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
                List<Cell> row =
                        new ArrayList<>(List.of(Cell.of(group.name()), Cell.of(piece.title()), Cell.of(piece.date())));
                row.addAll(piece.mark().cells(1));
                row.addAll(piece.outOf().cells(1));
                row.addAll(piece.percent().cells(1));
                row.add(Cell.of(piece.grade()));
                row.addAll(piece.share().cells(1));
                row.addAll(piece.points().cells(1));
                row.addAll(piece.mean().cells(1));
                row.addAll(piece.rank().cells(2));
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
        List<String> headings = new ArrayList<>(List.of(
                "Assessment",
                "Date",
                "Counted",
                "Lowest %",
                "Lower quartile %",
                "Median %",
                "Upper quartile %",
                "Highest %",
                "Mean %",
                "Grade"));
        spread.sets().forEach(set -> headings.addAll(List.of(set + " mean %", set + " grade")));
        return new Table(
                title,
                headings,
                spread.lines().stream().map(StandingExport::row).toList());
    }

    private static List<Cell> row(SpreadView.Line line) {
        List<Cell> row = new ArrayList<>(List.of(
                Cell.of(line.title()),
                Cell.of(line.date()),
                line.counted().cells(1).get(0),
                line.lowest().cells(1).get(0),
                line.lower().cells(1).get(0),
                line.median().cells(1).get(0),
                line.upper().cells(1).get(0),
                line.highest().cells(1).get(0),
                line.mean().cells(1).get(0),
                Cell.of(line.grade())));
        line.sets().forEach(set -> row.addAll(List.of(set.mean().cells(1).get(0), Cell.of(set.grade()))));
        return row;
    }
}
