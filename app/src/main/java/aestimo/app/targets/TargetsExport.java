package aestimo.app.targets;

import aestimo.app.figures.Value;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.List;

/** Targets, and starting points, as tables to be exported: what the page has, in its order. */
final class TargetsExport {
    private TargetsExport() {}

    static Table of(TargetsView view, String title) {
        List<String> headings = new ArrayList<>(List.of("Number", "Student", "Set", "Start"));
        for (TargetsView.Column term : view.terms()) {
            String when = term.name() + (term.sealed() ? " sealed" : term.soFar() ? " so far" : "");
            headings.addAll(List.of("Aim, " + when, "Reached, " + when, "%, " + when, "Gap, " + when));
        }
        headings.addAll(List.of("End", "To aim", "Needed", "Moved"));
        List<List<Cell>> rows = new ArrayList<>();
        for (TargetsView.One one : view.students()) {
            List<Cell> row = new ArrayList<>(
                    List.of(Cell.of(one.number()), Cell.of(one.name()), Cell.of(one.set()), Cell.of(one.start())));
            one.cells()
                    .forEach(cell -> row.addAll(List.of(
                            Cell.of(cell.aim()),
                            Cell.of(cell.reached()),
                            cell.percent().cells(1).get(0),
                            cell.gap().cells(1).get(0))));
            row.add(Cell.of(one.end()));
            row.addAll(one.toAim().cells(1));
            row.add(Cell.of(one.needed()));
            row.addAll(one.moved().cells(1));
            rows.add(row);
        }
        return new Table(title, headings, rows);
    }

    static Table of(StartView start, String title) {
        List<List<Cell>> rows = new ArrayList<>();
        for (StartView.Line line : start.lines()) {
            List<Cell> row =
                    new ArrayList<>(List.of(Cell.of(line.number()), Cell.of(line.name()), Cell.of(line.set())));
            row.addAll(line.score().cells(1));
            row.addAll(line.startRank().cells(2));
            row.addAll(line.result().cells(1));
            row.addAll(line.resultRank().cells(2));
            row.addAll(line.gain().cells(1));
            row.addAll(line.gainSd().cells(1));
            for (int count : new int[] {line.absent(), line.notHandedIn(), line.looseEnds()}) {
                row.addAll(Value.count(count).cells());
            }
            rows.add(row);
        }
        return new Table(
                title,
                List.of(
                        "Number",
                        "Student",
                        "Set",
                        "Score",
                        "Rank at the start",
                        "Tied at the start",
                        "Result %",
                        "Rank now",
                        "Tied now",
                        "Gain",
                        "Gain in SD",
                        "Absent",
                        "Not handed in",
                        "Loose ends"),
                rows);
    }
}
