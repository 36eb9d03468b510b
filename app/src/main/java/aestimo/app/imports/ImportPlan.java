package aestimo.app.imports;

import aestimo.core.book.Assessment;
import aestimo.core.entry.Entry;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder.How;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a sheet would bring, cell by cell, as it is settled so far; nothing is saved yet. Immutable.
 *
 * @param missing list names of those present of whom the sheet holds no row
 * @param mayBeInOrder whether the sheet names nobody, but has as many rows as the class has students
 * @param warnings what to look at before importing, such as rows without names
 */
public record ImportPlan(
        MarkSheet sheet,
        List<Column> columns,
        List<Line> lines,
        List<String> missing,
        List<String> warnings,
        boolean mayBeInOrder) {
    /**
     * One column.
     *
     * @param assessment what its cells are understood by: the class's own, or the one that would be made; empty where it
     *     holds no marks, or cannot be made yet
     * @param part the place of the part whose marks they are; 0 for a piece without parts
     * @param problem why it cannot be imported as it is settled; empty text for none
     */
    public record Column(
            MarkColumn found, Choices.Column choice, Optional<Assessment> assessment, int part, String problem) {
        /** Over its marks: the piece's title, and the part's. */
        public String title() {
            return assessment
                    .map(piece -> piece.partAt(part)
                            .map(own -> piece.title() + ", " + own.title())
                            .orElse(piece.title()))
                    .orElse("");
        }

        public boolean isUsed() {
            return choice.role() != ColumnRole.LEFT_OUT;
        }
    }

    /** What becomes of a row. */
    public enum Fate {
        /** Its student is known. */
        MATCHED,
        /** Its student is added to the class. */
        ADDED,
        /** The teacher left it out, or another row of the student is the later. */
        LEFT,
        /** Its student is to be settled; left out as long as it is not. */
        TO_SETTLE,
        /** Nobody of the class. */
        STRANGER
    }

    /**
     * One row.
     *
     * @param name as it stands in the sheet
     * @param enrolmentId of the student it is about; 0 for one who would be added, or for nobody
     * @param student the list name of that student; empty text for nobody
     * @param choice how the teacher settled it; empty text where nothing was said
     * @param words what will happen, where that is not plain
     */
    public record Line(
            MarkSheet.Row row,
            String name,
            Fate fate,
            long enrolmentId,
            String student,
            How how,
            String choice,
            String words,
            List<Cell> cells,
            List<TargetCell> targets) {
        public boolean isTaken() {
            return fate == Fate.MATCHED || fate == Fate.ADDED;
        }

        /** Whether something of it wants to be looked at. */
        public boolean isNotable() {
            return fate != Fate.MATCHED && fate != Fate.ADDED
                    || fate == Fate.MATCHED && !words.isEmpty()
                    || cells.stream()
                            .anyMatch(cell -> cell.outcome() == Outcome.DOUBT
                                    || cell.outcome().isOver())
                    || targets.stream()
                            .anyMatch(cell ->
                                    !cell.reason().isEmpty() || cell.outcome().isOver());
        }
    }

    /** What becomes of a cell. */
    public enum Outcome {
        /** It says nothing. */
        NOTHING,
        /** It is written where nothing stood. */
        NEW,
        /** The same stands already. */
        SAME,
        /** It takes the place of what stands. */
        REPLACES,
        /** What stands is saved. */
        KEPT,
        /** It is written as words, in doubt. */
        DOUBT;

        boolean isOver() {
            return this == REPLACES || this == KEPT;
        }

        boolean isWritten() {
            return this == NEW || this == REPLACES || this == DOUBT;
        }
    }

    /**
     * One cell of a column of marks.
     *
     * @param column the column's place
     * @param entry as understood
     * @param standing what stands there now; blank for nothing
     * @param reason why it is in doubt; empty text where it is not
     */
    public record Cell(int column, String text, Entry entry, Entry standing, Outcome outcome, String reason) {
        /** Such as “12 → 13”. */
        public String shown() {
            return switch (outcome) {
                case NOTHING -> "";
                case REPLACES -> standing + " → " + entry;
                case KEPT -> standing + " stays, not " + entry;
                default -> entry.toString();
            };
        }
    }

    /**
     * One cell of a column of targets or starting scores.
     *
     * @param column the column's place
     * @param becomes as understood; empty text for nothing
     * @param standing what stands there now; empty text for nothing
     * @param reason why it is left out; empty text where it is not
     */
    public record TargetCell(int column, String becomes, String standing, Outcome outcome, String reason) {
        /** Such as “5 → 6”. */
        public String shown() {
            return switch (outcome) {
                case NOTHING -> "";
                case REPLACES -> standing + " → " + becomes;
                case KEPT -> standing + " stays, not " + becomes;
                default -> becomes;
            };
        }
    }

    /** The columns with targets or starting scores, in their order. */
    public List<Column> targets() {
        return columns.stream()
                .filter(column -> column.choice().role().isTarget())
                .toList();
    }

    /** How many targets and starting scores would be written. */
    public long targetsWritten() {
        return lines.stream()
                .filter(Line::isTaken)
                .flatMap(line -> line.targets().stream())
                .filter(cell -> cell.outcome().isWritten())
                .count();
    }

    /** The columns with marks, in their order. */
    public List<Column> marks() {
        return columns.stream()
                .filter(column -> column.choice().role() == ColumnRole.MARKS)
                .toList();
    }

    /** Whether a row that is taken has a dash there: only then is there a question what it means. */
    public boolean hasDash(Column column) {
        return taken(column).anyMatch(Planner::isDash);
    }

    /** Whether a row that is taken has nothing there. */
    public boolean hasEmpty(Column column) {
        return taken(column).anyMatch(String::isEmpty);
    }

    private Stream<String> taken(Column column) {
        return lines.stream()
                .filter(Line::isTaken)
                .map(line -> line.row().cell(column.found().place()));
    }

    /** Whether something else stands already where the column has an entry. */
    public boolean hasStanding(Column column) {
        return lines.stream()
                        .flatMap(line -> line.cells().stream())
                        .anyMatch(cell -> cell.column() == column.found().place()
                                && cell.outcome().isOver())
                || lines.stream()
                        .flatMap(line -> line.targets().stream())
                        .anyMatch(cell -> cell.column() == column.found().place()
                                && cell.outcome().isOver());
    }

    /** Whether the teacher has something to say about the column besides what it holds. */
    public boolean hasMore(Column column) {
        if (column.choice().role().isTarget()) {
            return hasStanding(column);
        }
        return column.choice().role() == ColumnRole.MARKS
                && (column.choice().isNew()
                        || column.choice().asPart()
                        || hasDash(column)
                        || hasEmpty(column)
                        || hasStanding(column));
    }

    /** The columns that become parts of one new assessment; the first of them says its title, category and date. */
    public List<Column> parts() {
        return columns.stream().filter(column -> column.choice().asPart()).toList();
    }

    public boolean isFirstPart(Column column) {
        return column.choice().asPart() && parts().get(0) == column;
    }

    public long used() {
        return columns.stream().filter(Column::isUsed).count();
    }

    public long count(Fate fate) {
        return lines.stream().filter(line -> line.fate() == fate).count();
    }

    /** How many entries would be written. */
    public long written() {
        return lines.stream()
                .filter(Line::isTaken)
                .flatMap(line -> line.cells().stream())
                .filter(cell -> cell.outcome().isWritten())
                .count();
    }

    /** How many of them would be in doubt. */
    public long doubtful() {
        return lines.stream()
                .filter(Line::isTaken)
                .flatMap(line -> line.cells().stream())
                .filter(cell -> cell.outcome() == Outcome.DOUBT)
                .count();
    }

    /** Whether there is anything to import. */
    public boolean importsAnything() {
        return written() > 0 || targetsWritten() > 0 || count(Fate.ADDED) > 0;
    }

    public List<String> problems() {
        return columns.stream()
                .map(Column::problem)
                .filter(problem -> !problem.isEmpty())
                .toList();
    }
}
