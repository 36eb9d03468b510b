package aestimo.app.letters;

import aestimo.app.goals.StudentGoals;
import aestimo.app.letters.Block.Column;
import aestimo.app.letters.MadeLetter.Made;
import aestimo.app.letters.MadeLetter.Row;
import aestimo.app.standing.StudentSheets;
import aestimo.app.standing.StudentView;
import aestimo.core.id.AssessmentId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/** The tables of letters: pieces, categories, goals and notes of one student. */
final class LetterTables {
    private final Function<String, StudentSheets> made;
    private final Map<String, StudentSheets> sheets = new HashMap<>();
    private final Map<AssessmentId, String> instructions;

    /** @param made gives the sheets of everybody present over a span, by its name
     * @param instructions to single pieces */
    LetterTables(Function<String, StudentSheets> made, Map<AssessmentId, String> instructions) {
        this.made = made;
        this.instructions = instructions;
    }

    /** Empty where the student has nothing to be listed. */
    Optional<Made> of(Block block, Recipient to) {
        return switch (block.kind()) {
            case PIECES -> table(block, pieces(block, to));
            case CATEGORIES -> table(block, categories(to));
            case GOALS -> table(block, goals(to));
            case NOTES -> table(block, notes(block, to));
            default -> throw new IllegalArgumentException(block.kind() + " is no table");
        };
    }

    private static Optional<Made> table(Block block, List<Row> rows) {
        boolean any = rows.stream().anyMatch(row -> !row.group());
        return Optional.of(new Made(block, new Said(List.of()), headings(block), rows, Optional.empty()))
                .filter(made -> any);
    }

    private static List<String> headings(Block block) {
        return switch (block.kind()) {
            case PIECES ->
                Stream.concat(Stream.of("piece"), block.columns().stream().map(Column::words))
                        .toList();
            case GOALS -> List.of("goal", "level");
            case CATEGORIES -> List.of("category", "weight", "average", "grade");
            default -> List.of("piece", "note");
        };
    }

    private StudentSheets sheet(Block block) {
        return sheets.computeIfAbsent(block.span(), span -> made.apply(span));
    }

    private StudentView view(Block block, Recipient to) {
        return sheet(block).of(to.student().id());
    }

    private static boolean shows(Block block, StudentView.Group group, StudentView.Piece piece) {
        return block.pieces().isEmpty()
                || block.pieces().contains(group.name())
                || block.pieces().contains("piece:" + piece.title());
    }

    private List<Row> pieces(Block block, Recipient to) {
        StudentSheets sheet = sheet(block);
        List<Row> rows = new ArrayList<>();
        for (StudentView.Group group : view(block, to).groups()) {
            group.pieces().stream().filter(piece -> shows(block, group, piece)).forEach(piece -> {
                List<String> cells = new ArrayList<>(List.of(piece.title()));
                block.columns().forEach(column -> cells.add(cell(sheet, piece, column)));
                rows.add(new Row(cells, false));
            });
        }
        return rows;
    }

    private String cell(StudentSheets sheet, StudentView.Piece piece, Column column) {
        return switch (column) {
            case MARK -> sheet.mark(piece) + piece.outOf().shown();
            case PERCENT -> piece.isInDoubt() ? "" : piece.percent().shown();
            case GRADE -> piece.isInDoubt() ? "" : piece.grade();
            case CLASS -> sheet.mean(piece);
            case RANK -> sheet.rank(piece);
            case DUE -> piece.date();
            case HAND_IN -> piece.due();
            case INSTRUCTIONS -> instructions.getOrDefault(new AssessmentId(piece.id()), "");
            case NOTE -> piece.note();
        };
    }

    private List<Row> categories(Recipient to) {
        List<Row> rows = new ArrayList<>();
        to.at().book().categories().forEach(category -> {
            String average = LetterFigures.said(to, "category:" + category.name(), As.CLASS)
                    .orElse("");
            if (!average.isEmpty()) {
                rows.add(new Row(
                        List.of(
                                category.name(),
                                to.at().book().countsTowardsResult(category)
                                        ? category.weight().toString()
                                        : "practice",
                                average,
                                LetterFigures.said(to, "category-grade:" + category.name(), As.CLASS)
                                        .orElse("")),
                        false));
            }
        });
        return rows;
    }

    /** One under another is told with a dash before it. */
    private static List<Row> goals(Recipient to) {
        return StudentGoals.of(to.at().goals(), to.student()).lines().stream()
                .map(line -> new Row(
                        List.of((line.under() ? "– " : "") + line.title(), line.sign() + " " + line.words()), false))
                .toList();
    }

    private List<Row> notes(Block block, Recipient to) {
        return view(block, to).groups().stream()
                .flatMap(group -> group.pieces().stream().filter(piece -> shows(block, group, piece)))
                .filter(piece -> !piece.note().isEmpty())
                .map(piece -> new Row(List.of(piece.title(), piece.note()), false))
                .toList();
    }
}
