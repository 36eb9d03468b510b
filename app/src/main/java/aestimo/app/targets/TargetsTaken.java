package aestimo.app.targets;

import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** Targets, and starting points, as tables to be taken away: what the page has, in its order. */
final class TargetsTaken {
    private TargetsTaken() {}

    static Table of(TargetsView view, String title) {
        List<String> headings = new ArrayList<>(List.of("Student", "Set", "Start"));
        for (TargetsView.Column term : view.terms()) {
            String when = term.name() + (term.sealed() ? " sealed" : term.soFar() ? " so far" : "");
            headings.addAll(List.of("Aim, " + when, "Reached, " + when, "%, " + when, "Gap, " + when));
        }
        headings.addAll(List.of("End", "To aim", "Needed", "Moved"));
        List<List<Cell>> rows = new ArrayList<>();
        for (TargetsView.One one : view.students()) {
            List<Cell> row = new ArrayList<>(List.of(Cell.of(one.name()), Cell.of(one.set()), Cell.of(one.start())));
            one.cells()
                    .forEach(cell -> row.addAll(List.of(
                            Cell.of(cell.aim()),
                            Cell.of(cell.reached()),
                            number(cell.percent()),
                            number(
                                    cell.gap().equals("=")
                                            ? "0"
                                            : cell.gap().replace("▲ ", "").replace("▼ ", "-")))));
            row.addAll(List.of(
                    Cell.of(one.end()), number(one.toAim()), Cell.of(one.needed()), number(plain(one.moved()))));
            rows.add(row);
        }
        return new Table(title, headings, rows);
    }

    static Table of(StartView start, String title) {
        return new Table(
                title,
                List.of(
                        "Student",
                        "Set",
                        "Score",
                        "Place at the start",
                        "Result %",
                        "Place now",
                        "Gain",
                        "Gain in SD",
                        "Absent",
                        "Not handed in",
                        "Loose ends"),
                start.lines().stream()
                        .map(line -> List.of(
                                Cell.of(line.name()),
                                Cell.of(line.set()),
                                number(line.score()),
                                Cell.of(line.startRank()),
                                number(line.result()),
                                Cell.of(line.resultRank()),
                                number(plain(line.gain())),
                                number(plain(line.gainSd())),
                                number(Integer.toString(line.absent())),
                                number(Integer.toString(line.notHandedIn())),
                                number(Integer.toString(line.looseEnds()))))
                        .toList());
    }

    private static String plain(String signed) {
        return signed.replace("+", "").replace("−", "-");
    }

    private static Cell number(String shown) {
        return shown.isEmpty() ? Cell.EMPTY : Cell.of(new BigDecimal(shown));
    }
}
