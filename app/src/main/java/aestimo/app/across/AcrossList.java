package aestimo.app.across;

import aestimo.app.across.Column.InClass;
import aestimo.core.result.StudentStanding;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The students of several classes who meet the conditions, each once for each class, with the figures chosen. */
record AcrossList(List<Column> columns, List<Row> rows, int of) {
    /**
     * One student in one class.
     *
     * @param span as part of an address
     */
    record Row(long classId, String title, String span, String id, String number, String name, List<Figure> figures) {}

    static AcrossList of(List<InClass> classes, AcrossChoice choice, List<Column> offered, List<Condition> conditions) {
        List<Column> columns = choice.columns().stream()
                .flatMap(key -> offered.stream().filter(own -> own.key().equals(key)))
                .toList();
        Optional<Column> order =
                offered.stream().filter(own -> own.key().equals(choice.order())).findFirst();
        List<Row> rows = new ArrayList<>();
        Map<Row, Figure> ordered = new HashMap<>();
        int of = 0;
        for (InClass in : classes) {
            for (StudentStanding own : in.standing().students()) {
                if (!own.present()) {
                    continue;
                }
                of++;
                boolean listed = choice.any()
                        ? conditions.isEmpty() || conditions.stream().anyMatch(it -> it.isMet(in, own))
                        : conditions.stream().allMatch(it -> it.isMet(in, own));
                if (listed) {
                    Row row = new Row(
                            in.classBook().row().id(),
                            in.classBook().row().title(),
                            in.query(),
                            own.student().id().text(),
                            own.student().number(),
                            own.student().listName(),
                            columns.stream()
                                    .map(column -> column.figure().apply(in, own))
                                    .toList());
                    rows.add(row);
                    order.ifPresent(column -> ordered.put(row, column.figure().apply(in, own)));
                }
            }
        }
        if (order.isPresent()) {
            rows.sort(byFigure(ordered, choice.down()));
        }
        return new AcrossList(columns, rows, of);
    }

    /** The same columns without a row. */
    static AcrossList nobody(AcrossList all) {
        return new AcrossList(all.columns(), List.of(), all.of());
    }

    /** Those without the figure come last, either way. */
    private static Comparator<Row> byFigure(Map<Row, Figure> figures, boolean down) {
        Comparator<Figure> own = Comparator.comparing(
                        (Figure figure) -> figure.number().orElse(null),
                        Comparator.nullsLast(Comparator.naturalOrder()))
                .thenComparing(Figure::rank)
                .thenComparing(Figure::shown);
        Comparator<Figure> way = down ? own.reversed() : own;
        return Comparator.comparing((Row row) -> figures.get(row).isNone()).thenComparing(figures::get, way);
    }

    Table table(String title) {
        List<String> headings = new ArrayList<>(List.of("Number", "Student", "Class"));
        columns.forEach(column -> headings.add(column.words()));
        return new Table(
                title,
                headings,
                rows.stream()
                        .map(row -> {
                            List<Cell> cells = new ArrayList<>(
                                    List.of(Cell.of(row.number()), Cell.of(row.name()), Cell.of(row.title())));
                            row.figures()
                                    .forEach(figure -> cells.add(
                                            figure.number().map(Cell::of).orElseGet(() -> Cell.of(figure.shown()))));
                            return cells;
                        })
                        .toList());
    }
}
