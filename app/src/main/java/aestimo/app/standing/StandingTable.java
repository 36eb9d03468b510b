package aestimo.app.standing;

import aestimo.app.book.CategoryStyle;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.figures.FigureType;
import aestimo.app.figures.Value;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.StudentStanding;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The table of a class: chosen figures, a row for each student, then the means of the class and of its sets.
 *
 * @param columns in the order of the catalogue
 * @param means of the class, then of its sets
 */
record StandingTable(List<Column> columns, List<Row> rows, List<MeanRow> means) {
    /**
     * One figure.
     *
     * @param small words after the heading, such as a weight; may be empty
     * @param look the sign of the category it is of; null for none
     * @param names of its columns in a file
     * @param spare whether it gives way where a window is too narrow for all
     */
    record Column(Figure figure, String small, @Nullable CategoryStyle look, List<String> names, boolean spare) {
        public String key() {
            return figure.key();
        }

        public boolean isBarred() {
            return look != null && figure.type() == FigureType.PERCENT;
        }

        String css() {
            return spare ? " is-spare" : "";
        }

        public boolean isGrade() {
            return figure.type() == FigureType.GRADE;
        }

        public boolean isFlushRight() {
            return figure.type().isFlushRight();
        }

        /** A student without an average or a result has a dash, and one without any late work nothing. */
        String shown(Value value) {
            if (value.isEmpty() && (isBarred() || figure.key().equals("result"))) {
                return "–";
            }
            boolean none = figure.type() == FigureType.COUNT
                    && value.number().filter(number -> number.signum() == 0).isPresent();
            return none ? "" : value.shown();
        }
    }

    /**
     * A figure in its row.
     *
     * @param shown empty where there is none
     * @param bar in hundredths of the cell; 0 for none
     */
    record Shown(Value value, String shown, String css, int bar) {}

    /** One student; {@code grade} empty without one. */
    record Row(StudentStanding own, String grade, List<Shown> cells) {
        public String id() {
            return own.student().id().text();
        }

        public String name() {
            return own.student().listName();
        }

        boolean isIn(String set) {
            return own.student().set().equals(Optional.of(set));
        }

        public boolean isPresent() {
            return own.present();
        }
    }

    /** The mean of the class or of a set. */
    record MeanRow(String name, boolean ofSet, List<Shown> cells, String result, String grade) {}

    /**
     * The table of the figures chosen.
     *
     * @param chosen keys; empty for the usual ones, of which those nobody has anything in are left out
     */
    static StandingTable of(ClassFigures at, List<Figure> offered, List<String> chosen) {
        List<Column> columns = offered.stream()
                .filter(figure -> chosen.isEmpty() ? UsualColumns.has(figure, at) : chosen.contains(figure.key()))
                .map(figure -> new Column(
                        figure,
                        figure.small(at),
                        figure.sign(at).orElse(null),
                        figure.columns(at),
                        chosen.isEmpty() && UsualColumns.isSpare(figure)))
                .filter(column -> !chosen.isEmpty() || isUsed(column, at))
                .toList();
        List<Row> rows = at.standing().students().stream()
                .map(own -> new Row(
                        own,
                        label(own.result()),
                        columns.stream().map(column -> cell(column, at, own)).toList()))
                .toList();
        return new StandingTable(columns, rows, means(columns, at));
    }

    /** What every student without an exception has nothing in says nothing, but for the figures tables are read by. */
    private static boolean isUsed(Column column, ClassFigures at) {
        return UsualColumns.isAlways(column.figure())
                || at.standing().students().stream()
                        .anyMatch(own ->
                                !column.shown(column.figure().of(at, own)).isEmpty());
    }

    private static Shown cell(Column column, ClassFigures at, StudentStanding own) {
        Value value = column.figure().of(at, own);
        return new Shown(value, column.shown(value), column.figure().css(at, own) + column.css(), bar(column, value));
    }

    private static int bar(Column column, Value value) {
        return column.isBarred()
                ? value.number()
                        .map(it -> Math.max(0, Math.min(100, it.intValue())))
                        .orElse(0)
                : 0;
    }

    private static List<MeanRow> means(List<Column> columns, ClassFigures at) {
        List<MeanRow> means = new ArrayList<>();
        means.add(mean("Class mean", Optional.empty(), columns, at));
        at.standing().mean().sets().keySet().forEach(set -> means.add(mean(set, Optional.of(set), columns, at)));
        return means;
    }

    private static MeanRow mean(String name, Optional<String> set, List<Column> columns, ClassFigures at) {
        Optional<Result> result = (set.isEmpty()
                        ? Optional.of(at.standing().mean())
                        : Optional.ofNullable(at.standing().mean().sets().get(set.get())))
                .flatMap(it -> it.mean());
        return new MeanRow(
                name,
                set.isPresent(),
                columns.stream()
                        .map(column -> {
                            Value value = column.figure().ofGroup(at, set);
                            return new Shown(
                                    value, value.shown(), column.figure().css() + column.css(), 0);
                        })
                        .toList(),
                result.map(Result::shown).orElse(""),
                label(result));
    }

    /** What gives way in a narrow window: “Pass 4 and Possible”; empty text for nothing. */
    public String spare() {
        List<String> headings = columns.stream()
                .filter(Column::spare)
                .map(column -> column.figure().heading())
                .toList();
        return headings.size() < 2
                ? String.join("", headings)
                : String.join(", ", headings.subList(0, headings.size() - 1)) + " and "
                        + headings.get(headings.size() - 1);
    }

    /** The same columns with the rows chosen, in the order chosen. */
    StandingTable with(List<Row> others) {
        return new StandingTable(columns, others, means);
    }

    /** As a file has it: who the student is, then the figures, each as what it is. */
    Table toTable(String title) {
        boolean sets = columns.stream().noneMatch(column -> column.key().equals("set"))
                && rows.stream().anyMatch(row -> row.own().student().set().isPresent());
        List<String> headings = new ArrayList<>(List.of("Number", "Student"));
        if (sets) {
            headings.add("Set");
        }
        columns.forEach(column -> headings.addAll(column.names()));
        List<List<Cell>> lines = new ArrayList<>();
        rows.forEach(row -> {
            Student student = row.own().student();
            lines.add(line(
                    sets
                            ? List.of(
                                    student.number(), row.name(), student.set().orElse(""))
                            : List.of(student.number(), row.name()),
                    row.cells()));
        });
        means.forEach(mean ->
                lines.add(line(sets ? List.of("", mean.name(), "") : List.of("", mean.name()), mean.cells())));
        return new Table(title, headings, lines);
    }

    private List<Cell> line(List<String> who, List<Shown> cells) {
        List<Cell> line = new ArrayList<>(who.stream().map(Cell::of).toList());
        for (int i = 0; i < columns.size(); i++) {
            line.addAll(cells.get(i).value().cells(columns.get(i).names().size()));
        }
        return line;
    }

    /** How many figures stand before the name: the rank does, where anything else is shown. */
    public int before() {
        return columns.size() > 1 && columns.get(0).key().equals("rank") ? 1 : 0;
    }

    static String label(Optional<Result> result) {
        return result.flatMap(Result::grade).map(Band::label).orElse("");
    }
}
