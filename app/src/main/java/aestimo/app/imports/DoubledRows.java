package aestimo.app.imports;

import aestimo.app.imports.ImportPlan.Cell;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Fate;
import aestimo.app.imports.ImportPlan.Line;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Mark;
import aestimo.exchange.days.WrittenTime;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder.How;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Several rows of one student. Where they say when each was handed in the latest counts, unless the teacher says otherwise;
 * where they say nothing against each other they are one; else nobody but the teacher knows which.
 */
final class DoubledRows {
    private final MarkSheet sheet;
    private final Choices choices;
    private final List<Line> lines;
    private final Map<Object, List<Line>> taken = new LinkedHashMap<>();
    private boolean asked;
    private boolean allTimed = true;

    DoubledRows(MarkSheet sheet, Choices choices, List<Line> lines) {
        this.sheet = sheet;
        this.choices = choices;
        this.lines = lines;
        lines.stream()
                .filter(Line::isTaken)
                .forEach(line -> taken.computeIfAbsent(key(line), none -> new ArrayList<>())
                        .add(line));
    }

    private static Object key(Line line) {
        return line.enrolmentId() == 0 ? line.student() : line.enrolmentId();
    }

    /** Whether it makes a difference which of several tries counts. */
    boolean isAsked() {
        return asked;
    }

    /** Whether the sheet says when each of them was handed in. */
    boolean isTimed() {
        return allTimed;
    }

    /** All lines, of which one of each student is taken. */
    List<Line> settled() {
        Map<Line, Line> settled = new HashMap<>();
        taken.values().stream().filter(rows -> rows.size() > 1).forEach(rows -> settle(rows, settled));
        return lines.stream().map(line -> settled.getOrDefault(line, line)).toList();
    }

    private void settle(List<Line> rows, Map<Line, Line> settled) {
        String where = rows.stream().map(line -> line.row().where()).collect(Collectors.joining(" and "));
        if (rows.stream()
                .anyMatch(line -> line.how() == How.INITIAL && line.choice().isEmpty())) {
            rows.stream()
                    .filter(line -> line.choice().isEmpty() && line.how() == How.INITIAL)
                    .forEach(line -> settled.put(
                            line,
                            with(
                                    line,
                                    Fate.TO_SETTLE,
                                    "Several rows fit, in lines " + where + ". Say who each is.",
                                    List.of())));
            return;
        }
        boolean timed = rows.stream().allMatch(line -> time(line) != null);
        boolean differ = rows.stream().anyMatch(line -> rows.stream().anyMatch(other -> isAgainst(line, other)));
        asked |= differ;
        allTimed &= timed || !differ;
        if (!differ && !timed) {
            merge(rows, settled, where);
            return;
        }
        if (!timed && choices.tries().isEmpty()) {
            rows.forEach(line -> settled.put(
                    line,
                    with(
                            line,
                            Fate.TO_SETTLE,
                            "Listed in lines " + where + " with different marks. Say which counts.",
                            List.of())));
            return;
        }
        Line kept = chosen(rows, timed);
        String why = switch (choices.tries()) {
            case "first" -> timed ? "the earlier row" : "the upper row";
            case "best" -> "the row with the best mark";
            default -> timed ? "the later row" : "the lower row";
        };
        for (Line line : rows) {
            settled.put(
                    line,
                    line == kept
                            ? new Line(
                                    line.row(),
                                    line.name(),
                                    line.fate(),
                                    line.enrolmentId(),
                                    line.student(),
                                    line.how(),
                                    line.choice(),
                                    "Listed twice; this is " + why + ", and counts.",
                                    line.cells(),
                                    line.facts())
                            : left(line, kept, timed));
        }
    }

    private Line left(Line line, Line kept, boolean timed) {
        boolean later = timed && choices.tries().isEmpty() || choices.tries().equals("latest") && timed;
        return with(
                line,
                Fate.LEFT,
                "Listed again in line " + kept.row().where()
                        + (later ? ", later than " + said(line) : "")
                        + "; this row is left out.",
                List.of());
    }

    private Line chosen(List<Line> rows, boolean timed) {
        Comparator<Line> byTime =
                Comparator.comparing(line -> Optional.ofNullable(time(line)).orElse(LocalDateTime.MIN));
        Comparator<Line> byPlace = Comparator.comparing(line -> line.row().line());
        Comparator<Line> order = timed ? byTime.thenComparing(byPlace) : byPlace;
        return switch (choices.tries()) {
            case "first" -> rows.stream().min(order).orElseThrow();
            case "best" ->
                rows.stream()
                        .max(Comparator.comparing(DoubledRows::best).thenComparing(order))
                        .orElseThrow();
            default -> rows.stream().max(order).orElseThrow();
        };
    }

    /** The sum of the marks of a row: of several columns the whole row counts. */
    private static BigDecimal best(Line line) {
        return line.cells().stream()
                .flatMap(cell -> cell.entry().mark().stream())
                .map(Mark::value)
                .reduce(BigDecimal.valueOf(-1), BigDecimal::add);
    }

    private @Nullable LocalDateTime time(Line line) {
        return WrittenTime.read(said(line), sheet.monthFirst(), LocalDate.EPOCH)
                .filter(it -> !it.bare())
                .map(WrittenTime::moment)
                .orElse(null);
    }

    private String said(Line line) {
        return RowWords.said(
                line.row(),
                ColumnRole.WHEN,
                place -> choices.columns().get(place).role(),
                choices.columns().size());
    }

    /** Whether two rows have different entries in one column. */
    private static boolean isAgainst(Line one, Line other) {
        for (int i = 0; i < Math.min(one.cells().size(), other.cells().size()); i++) {
            Cell own = one.cells().get(i);
            Cell its = other.cells().get(i);
            if (!own.entry().is(EntryKind.BLANK)
                    && !its.entry().is(EntryKind.BLANK)
                    && !own.entry().equals(its.entry())) {
                return true;
            }
        }
        return false;
    }

    /** Rows that say nothing against each other are one: what one lacks the other has. */
    private static void merge(List<Line> rows, Map<Line, Line> settled, String where) {
        Line first = rows.get(0);
        List<Cell> cells = new ArrayList<>(first.cells());
        List<FactCell> targets = new ArrayList<>(first.facts());
        for (Line line : rows.subList(1, rows.size())) {
            for (int i = 0; i < cells.size(); i++) {
                cells.set(
                        i,
                        cells.get(i).entry().is(EntryKind.BLANK) ? line.cells().get(i) : cells.get(i));
            }
            for (int i = 0; i < targets.size(); i++) {
                targets.set(i, targets.get(i).becomes().isEmpty() ? line.facts().get(i) : targets.get(i));
            }
            settled.put(
                    line,
                    with(
                            line,
                            Fate.LEFT,
                            "Taken together with line " + first.row().where() + ".",
                            List.of()));
        }
        settled.put(
                first,
                new Line(
                        first.row(),
                        first.name(),
                        first.fate(),
                        first.enrolmentId(),
                        first.student(),
                        first.how(),
                        first.choice(),
                        "Lines " + where + " are taken together.",
                        cells,
                        targets));
    }

    private static Line with(Line line, Fate fate, String words, List<Cell> cells) {
        return new Line(
                line.row(),
                line.name(),
                fate,
                line.enrolmentId(),
                line.student(),
                line.how(),
                line.choice(),
                words,
                cells,
                List.of());
    }
}
