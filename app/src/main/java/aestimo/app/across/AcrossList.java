package aestimo.app.across;

import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Condition;
import aestimo.app.figures.Figure;
import aestimo.app.figures.Value;
import aestimo.core.result.StudentStanding;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The students of several classes who meet the conditions, each once for each class, with the figures chosen.
 *
 * @param names of each column's columns in a file
 */
record AcrossList(List<Figure> columns, List<List<String>> names, List<Row> rows, int of) {
    /** One student in one class. */
    record Row(ClassFigures at, StudentStanding own, List<Value> values) {
        public long classId() {
            return at.classBook().row().id();
        }

        public String title() {
            return at.title();
        }

        /** The part of the year, as part of an address. */
        public String span() {
            return at.query();
        }

        public String id() {
            return own.student().id().text();
        }

        public String name() {
            return own.student().listName();
        }
    }

    static AcrossList of(
            List<ClassFigures> classes, AcrossChoice choice, List<Figure> offered, List<Condition> conditions) {
        List<Figure> columns = choice.columns().stream()
                .flatMap(key -> offered.stream().filter(own -> own.key().equals(key)))
                .toList();
        List<Row> rows = new ArrayList<>();
        int of = 0;
        for (ClassFigures at : classes) {
            for (StudentStanding own : at.standing().students()) {
                if (own.present()) {
                    of++;
                    if (isListed(choice, conditions, at, own)) {
                        rows.add(new Row(
                                at,
                                own,
                                columns.stream()
                                        .map(figure -> figure.of(at, own))
                                        .toList()));
                    }
                }
            }
        }
        order(choice, offered).ifPresent(rows::sort);
        return new AcrossList(
                columns,
                columns.stream()
                        .map(figure -> classes.isEmpty() ? List.of(figure.heading()) : figure.columns(classes.get(0)))
                        .toList(),
                rows,
                of);
    }

    private static boolean isListed(
            AcrossChoice choice, List<Condition> conditions, ClassFigures at, StudentStanding own) {
        return conditions.isEmpty()
                || (choice.any()
                        ? conditions.stream().anyMatch(it -> it.isMet(at, own))
                        : conditions.stream().allMatch(it -> it.isMet(at, own)));
    }

    /** Empty where they stay by class and name. Those without the figure come last, either way. */
    private static Optional<Comparator<Row>> order(AcrossChoice choice, List<Figure> offered) {
        Optional<Comparator<Row>> named = switch (choice.order()) {
            case AcrossChoice.NAME -> Optional.of(Comparator.comparing(Row::name, String.CASE_INSENSITIVE_ORDER));
            case AcrossChoice.CLASS -> Optional.of(Comparator.comparing(Row::title, String.CASE_INSENSITIVE_ORDER));
            default -> Optional.empty();
        };
        return named.map(own -> choice.down() ? own.reversed() : own)
                .or(() -> offered.stream()
                        .filter(figure -> figure.key().equals(choice.order()))
                        .findFirst()
                        .map(figure -> Comparator.comparing(
                                (Row row) -> figure.of(row.at(), row.own()), Value.order(choice.down()))));
    }

    /** The same columns without a row. */
    static AcrossList nobody(AcrossList all) {
        return new AcrossList(all.columns(), all.names(), List.of(), all.of());
    }

    /** As on the page, in its order. */
    Table table(String title) {
        List<String> headings = new ArrayList<>(List.of("Number", "Student", "Class"));
        names.forEach(headings::addAll);
        return new Table(title, headings, rows.stream().map(this::line).toList());
    }

    private List<Cell> line(Row row) {
        List<Cell> line = new ArrayList<>(
                List.of(Cell.of(row.own().student().number()), Cell.of(row.name()), Cell.of(row.title())));
        for (int i = 0; i < columns.size(); i++) {
            line.addAll(row.values().get(i).cells(names.get(i).size()));
        }
        return line;
    }
}
