package aestimo.app.imports;

import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Outcome;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.targets.TargetBands;
import aestimo.app.targets.TargetService;
import aestimo.app.web.FormFields;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.exchange.marks.ColumnRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The targets and starting scores a class has while a sheet with others is looked at.
 *
 * @param targets by enrolment
 * @param scores by enrolment
 */
record ExistingTargets(Boundaries bands, OutOf top, Map<Long, TargetBands> targets, Map<Long, Mark> scores) {
    /** What a cell of a column of targets would do; {@code enrolmentId} 0 for a student who would be added. */
    FactCell cell(Column column, String text, long enrolmentId) {
        String standing = standing(column, enrolmentId);
        List<String> problems = new ArrayList<>();
        String becomes = understood(column, text, problems);
        Outcome outcome = becomes.isEmpty()
                ? Outcome.NOTHING
                : becomes.equals(standing)
                        ? Outcome.SAME
                        : standing.isEmpty() ? Outcome.NEW : column.choice().over() ? Outcome.REPLACES : Outcome.KEPT;
        return new FactCell(column.found().place(), becomes, standing, outcome, String.join(" ", problems));
    }

    private String standing(Column column, long enrolmentId) {
        TargetBands own = targets.getOrDefault(enrolmentId, TargetBands.NONE);
        return switch (column.choice().role()) {
            case SCORE ->
                Optional.ofNullable(scores.get(enrolmentId)).map(Mark::toString).orElse("");
            case STAGE -> own.stage();
            case START -> own.start();
            case END -> own.end();
            default ->
                own.terms().getOrDefault(FormFields.toNumber(column.choice().termId()), "");
        };
    }

    private String understood(Column column, String text, List<String> problems) {
        if (text.isEmpty() || Planner.isDash(text)) {
            return "";
        }
        return switch (column.choice().role()) {
            case SCORE ->
                StartingScoreService.parse(text, top, "The starting score", problems::add)
                        .map(Mark::toString)
                        .orElse("");
            default -> {
                Optional<Band> band = TargetService.labelled(bands, text);
                if (band.isEmpty()) {
                    problems.add("“" + text + "” is not a grade of the class; it is left out. Its grades are "
                            + bands.bands().stream().map(Band::label).collect(Collectors.joining(", ")) + ".");
                }
                yield band.map(Band::label).orElse("");
            }
        };
    }

    /** The target of a student once the cells of a row are written. */
    static TargetBands after(TargetBands before, List<Column> columns, List<FactCell> cells) {
        TargetBands after = before;
        for (FactCell cell : cells) {
            Column column = columns.stream()
                    .filter(own -> own.found().place() == cell.column())
                    .findFirst()
                    .orElseThrow();
            if (cell.outcome().isWritten()) {
                after = switch (column.choice().role()) {
                    case STAGE -> after.withStage(cell.becomes());
                    case START -> after.withStart(cell.becomes());
                    case END -> after.withEnd(cell.becomes());
                    case TERM ->
                        after.withTerm(FormFields.toNumber(column.choice().termId()), cell.becomes());
                    default -> after;
                };
            }
        }
        return after;
    }

    /** The score among the cells of a row that is to be written; empty for none. */
    static Optional<Mark> score(List<Column> columns, List<FactCell> cells) {
        return cells.stream()
                .filter(cell -> cell.outcome().isWritten())
                .filter(cell -> columns.stream()
                        .anyMatch(own -> own.found().place() == cell.column()
                                && own.choice().role() == ColumnRole.SCORE))
                .map(cell -> Mark.parse(cell.becomes()))
                .findFirst();
    }
}
