package aestimo.app.targets;

import static aestimo.app.paper.Figures.number;

import aestimo.app.paper.Figures;
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
                            number(cell.percent()),
                            number(
                                    cell.gap().equals("=")
                                            ? "0"
                                            : cell.gap().replace("▲ ", "").replace("▼ ", "-")))));
            row.addAll(List.of(Cell.of(one.end()), number(one.toAim()), Cell.of(one.needed()), number(one.moved())));
            rows.add(row);
        }
        return new Table(title, headings, rows);
    }

    static Table of(StartView start, String title) {
        List<List<Cell>> rows = new ArrayList<>();
        for (StartView.Line line : start.lines()) {
            List<Cell> row = new ArrayList<>(
                    List.of(Cell.of(line.number()), Cell.of(line.name()), Cell.of(line.set()), number(line.score())));
            row.addAll(Figures.rank(line.startRank()));
            row.add(number(line.result()));
            row.addAll(Figures.rank(line.resultRank()));
            row.addAll(List.of(
                    number(line.gain()),
                    number(line.gainSd()),
                    number(Integer.toString(line.absent())),
                    number(Integer.toString(line.notHandedIn())),
                    number(Integer.toString(line.looseEnds()))));
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
