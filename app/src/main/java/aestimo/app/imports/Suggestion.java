package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.book.Term;
import aestimo.core.value.OutOf;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** How a sheet would be imported, as it suggests itself. */
final class Suggestion {
    /** The letters of a date as 2027-02-24. */
    private static final int ISO_DATE = 10;

    private Suggestion() {}

    /** The choices a sheet suggests by itself. */
    static Choices of(ClassBook classBook, MarkSheet sheet, String source) {
        List<Choices.Column> columns = new ArrayList<>();
        long category = classBook.book().categories().stream()
                .filter(own -> !own.retired())
                .findFirst()
                .map(ClassBook::id)
                .orElse(0L);
        Set<Integer> questions = questions(sheet);
        long titled = sheet.columns().stream()
                .filter(column ->
                        column.role() == ColumnRole.MARKS && column.assessment().isEmpty())
                .count();
        String date = latest(sheet).orElse(classBook.book().today().toString());
        for (MarkColumn column : sheet.columns()) {
            String title = MarkSheet.title(column.heading());
            boolean question = questions.contains(column.place());
            boolean sum = !questions.isEmpty() && !question && isGeneral(title);
            long own = column.assessment()
                    .flatMap(name -> titled(classBook, name))
                    .map(ClassBook::id)
                    .orElse(0L);
            Optional<Term> term = term(classBook, column);
            columns.add(new Choices.Column(
                    sum ? ColumnRole.LEFT_OUT : term.isPresent() ? ColumnRole.TERM : column.role(),
                    own,
                    0,
                    question,
                    question || titled == 1 && isGeneral(title) ? source : title,
                    category,
                    date,
                    column.outOf().map(OutOf::toString).orElse(""),
                    "blank",
                    "blank",
                    true,
                    term.map(it -> it.id().text()).orElse("")));
        }
        // Where the class has nobody yet, the sheet's students are its students.
        Map<Integer, String> students = new HashMap<>();
        if (classBook.book().students().isEmpty()) {
            sheet.rows().forEach(row -> students.put(row.line(), Choices.ADD));
        }
        return new Choices(columns, students, false);
    }

    /** The latest day the sheet itself names. */
    private static Optional<String> latest(MarkSheet sheet) {
        return sheet.columns().stream()
                .filter(column -> column.role() == ColumnRole.WHEN)
                .flatMap(column -> sheet.rows().stream().map(row -> row.cell(column.place())))
                .filter(cell -> cell.length() >= ISO_DATE)
                .map(cell -> cell.substring(0, ISO_DATE))
                .max(Comparator.naturalOrder());
    }

    /** Columns headed as questions are, where there are several: parts of one piece, whose sum is no piece beside them. */
    private static Set<Integer> questions(MarkSheet sheet) {
        Set<Integer> places = sheet.columns().stream()
                .filter(column -> column.role() == ColumnRole.MARKS
                        && column.assessment().isEmpty()
                        && MarkSheet.title(column.heading())
                                .toLowerCase(Locale.ROOT)
                                .matches("(q|question|task|item|part)[ .]*[0-9]{1,2}[a-h]?"))
                .map(MarkColumn::place)
                .collect(Collectors.toSet());
        return places.size() > 1 ? places : Set.of();
    }

    private static boolean isGeneral(String title) {
        return title.toLowerCase(Locale.ROOT).matches("score|scores|mark|marks|points|result|grade|column [0-9]+");
    }

    /** The term whose target a column holds: headed with its name and the word. */
    private static Optional<Term> term(ClassBook classBook, MarkColumn column) {
        String heading = column.heading().toLowerCase(Locale.ROOT);
        return column.assessment().isPresent()
                ? Optional.empty()
                : classBook.book().terms().stream()
                        .filter(term -> heading.contains("target")
                                && heading.contains(term.name().toLowerCase(Locale.ROOT)))
                        .findFirst();
    }

    /** A piece in parts takes no marks of the whole. */
    private static Optional<Assessment> titled(ClassBook classBook, String title) {
        return classBook.book().assessments().stream()
                .filter(assessment -> assessment.title().equals(title) && !assessment.hasParts())
                .findFirst();
    }
}
