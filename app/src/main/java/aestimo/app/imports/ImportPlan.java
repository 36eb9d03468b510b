package aestimo.app.imports;

import aestimo.core.book.Assessment;
import aestimo.core.entry.Entry;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder.How;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * What a sheet would bring, cell by cell, as it is settled so far; nothing is saved yet. Immutable.
 *
 * @param missing list names of those present of whom the sheet holds no row
 * @param mayBeInOrder whether the sheet names nobody, but has as many rows as the class has students
 * @param words words in cells that are no marks, and what they are taken for
 * @param triesAreTimed whether the sheet says when each of these rows was handed in
 * @param asksTries whether it makes a difference which of several rows of one student counts
 * @param warnings what to look at before importing, such as rows without names
 */
public record ImportPlan(
        MarkSheet sheet,
        List<Column> columns,
        List<Line> lines,
        List<String> missing,
        List<String> warnings,
        boolean mayBeInOrder,
        List<CellWords.Asked> words,
        boolean asksTries,
        boolean triesAreTimed) {
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

        /** Whether it says something of the student that is no mark and no name. */
        public boolean isOfStudent() {
            return choice.role().isFact();
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
            List<FactCell> facts) {
        public boolean isTaken() {
            return fate == Fate.MATCHED || fate == Fate.ADDED;
        }

        /** Whether somebody is proposed who only has to be confirmed. */
        public boolean isProposed() {
            return fate == Fate.TO_SETTLE && enrolmentId != 0 && how == How.CLOSE;
        }

        /** Whether something of it wants to be looked at. */
        public boolean isNotable() {
            return fate != Fate.MATCHED && fate != Fate.ADDED
                    || fate == Fate.MATCHED && !words.isEmpty()
                    || cells.stream()
                            .anyMatch(cell -> cell.outcome() == Outcome.DOUBT
                                    || cell.outcome().isOver())
                    || facts.stream()
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
     * @param reason why it is in doubt, or what would go with what stands; empty text for neither
     * @param note what the sheet says beside it, where no note stands; empty text for nothing
     */
    public record Cell(
            int column, String text, Entry entry, Entry standing, Outcome outcome, String reason, String note) {
        /** What is to be known of it before it is written; empty text for nothing. */
        public String told() {
            boolean doubt = outcome == Outcome.DOUBT;
            return reason.isEmpty() || !doubt && outcome != Outcome.REPLACES
                    ? ""
                    : reason + (doubt ? " Saved as in doubt." : "");
        }

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
     * One cell of a column that says something of the student which is no mark.
     *
     * @param column the column's place
     * @param becomes as understood; empty text for nothing
     * @param standing what stands there now; empty text for nothing
     * @param reason why it is left out; empty text where it is not
     */
    public record FactCell(int column, String becomes, String standing, Outcome outcome, String reason) {
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

    /** The columns with targets, contacts, attendance and what the card keeps, in their order. */
    public List<Column> facts() {
        return columns.stream().filter(Column::isOfStudent).toList();
    }

    /** Those of them that can be imported as they are. */
    public List<Column> readFacts() {
        return facts().stream().filter(column -> column.problem().isEmpty()).toList();
    }

    /** The headings of filled columns that are left out. */
    public List<String> unread() {
        return columns.stream()
                .filter(column -> !column.isUsed() && !column.found().sample().isEmpty())
                .map(column -> column.found().heading())
                .toList();
    }

    // Kept out of the page's own language, which breaks off at lists of thousands.
    public List<Line> toSettle() {
        return lines.stream().filter(line -> line.fate() == Fate.TO_SETTLE).toList();
    }

    public List<Line> strangers() {
        return lines.stream().filter(line -> line.fate() == Fate.STRANGER).toList();
    }

    public List<Line> proposed() {
        return lines.stream().filter(Line::isProposed).toList();
    }

    /** How many targets and starting scores would be written. */
    public long targetsWritten() {
        return factsWritten(ColumnRole::isTarget);
    }

    /** How many facts of cards would be written: birthdays, notes, addresses and the like. */
    public long cardsWritten() {
        return factsWritten(ColumnRole::isCard);
    }

    /** How many entries of contacts would be written: names, addresses, telephone numbers. */
    public long contactsWritten() {
        return factsWritten(ColumnRole::isContact);
    }

    /** How many entries of the register would be written. */
    public long attendanceWritten() {
        return factsWritten(ColumnRole.ATTENDANCE::equals);
    }

    /** What the column of a cell holds. */
    ColumnRole role(FactCell cell) {
        return columns.get(cell.column()).choice().role();
    }

    private long factsWritten(Predicate<ColumnRole> wanted) {
        return lines.stream()
                .filter(Line::isTaken)
                .flatMap(line -> line.facts().stream())
                .filter(cell -> cell.outcome().isWritten() && wanted.test(role(cell)))
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
                        .flatMap(line -> line.facts().stream())
                        .anyMatch(cell -> cell.column() == column.found().place()
                                && cell.outcome().isOver());
    }

    /** How many addresses of a column would be new to the cards, or are left out of them as the teacher said. */
    public long learns(Column column) {
        return lines.stream()
                .filter(line -> line.isTaken() && column.choice().role() == ColumnRole.EMAIL)
                .flatMap(line -> line.facts().stream())
                .filter(cell -> cell.column() == column.found().place()
                        && cell.standing().isEmpty()
                        && !cell.becomes().isEmpty())
                .count();
    }

    /** Whether the teacher has something to say about the column besides what it holds. */
    public boolean hasMore(Column column) {
        // What is there of a contact is never altered by a sheet.
        if (column.choice().role().isContact()) {
            return false;
        }
        if (column.isOfStudent()) {
            return hasStanding(column) || learns(column) > 0;
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

    /** How many notes would be written. */
    public long notes() {
        return lines.stream()
                .filter(Line::isTaken)
                .flatMap(line -> line.cells().stream())
                .filter(cell -> !cell.note().isEmpty())
                .count();
    }

    /** How many marks would take another's place. */
    public long replaced() {
        return lines.stream()
                .filter(Line::isTaken)
                .flatMap(line -> line.cells().stream())
                .filter(cell -> cell.outcome() == Outcome.REPLACES)
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
        return written() > 0 || notes() > 0 || factsWritten(ColumnRole::isFact) > 0 || count(Fate.ADDED) > 0;
    }

    /** Words nobody has said the meaning of yet. */
    public long openWords() {
        return words.stream().filter(CellWords.Asked::isOpen).count();
    }

    /** How much waits for the teacher; 0 only where nothing does. */
    public long open() {
        return count(Fate.TO_SETTLE)
                + count(Fate.STRANGER)
                + openWords()
                + problems().size();
    }

    public List<String> problems() {
        return columns.stream()
                .map(Column::problem)
                .filter(problem -> !problem.isEmpty())
                .toList();
    }
}
