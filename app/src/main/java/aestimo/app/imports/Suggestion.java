package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Term;
import aestimo.core.value.OutOf;
import aestimo.exchange.days.WrittenTime;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.Known;
import aestimo.exchange.marks.MarkColumn;
import aestimo.exchange.marks.MarkSheet;
import aestimo.exchange.marks.StudentFinder;
import aestimo.exchange.register.RegisterSheet;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** How a sheet would be imported, as it suggests itself. */
final class Suggestion {
    private final ClassBook classBook;
    private final MarkSheet sheet;
    private final boolean monthFirst;

    private Suggestion(ClassBook classBook, MarkSheet sheet, boolean monthFirst) {
        this.classBook = classBook;
        this.sheet = sheet;
        this.monthFirst = monthFirst;
    }

    /** The choices a sheet suggests by itself. */
    static Choices of(ClassBook classBook, MarkSheet sheet, String source, List<Known> known, boolean monthFirst) {
        return new Suggestion(classBook, sheet, monthFirst).choices(source, known);
    }

    private Choices choices(String source, List<Known> known) {
        List<Choices.Column> columns = new ArrayList<>();
        Set<Integer> questions = questions();
        long titled = sheet.columns().stream()
                .filter(column ->
                        column.role() == ColumnRole.MARKS && column.assessment().isEmpty())
                .count();
        LocalDate latest = latest().orElse(classBook.book().today());
        SameAssessments same = new SameAssessments(classBook, sheet, found(known));
        Set<String> taken = new HashSet<>();
        sheet.columns().forEach(column -> column.assessment().ifPresent(taken::add));
        for (MarkColumn column : sheet.columns()) {
            boolean question = questions.contains(column.place());
            boolean sum = !questions.isEmpty() && !question && MarkSheet.isGeneral(column.title());
            Optional<SameAssessments.Same> near =
                    column.role() == ColumnRole.MARKS && column.assessment().isEmpty() && !question && !sum
                            ? same.of(column, taken)
                            : Optional.empty();
            near.ifPresent(own -> taken.add(own.assessment().title()));
            long own = column.assessment()
                    .flatMap(this::titled)
                    .or(() -> near.map(SameAssessments.Same::assessment))
                    .map(ClassBook::id)
                    .orElse(0L);
            boolean attendance = isAttendance(column);
            Optional<Term> term = attendance ? Optional.empty() : term(column);
            columns.add(new Choices.Column(
                    sum
                            ? ColumnRole.LEFT_OUT
                            : attendance ? ColumnRole.ATTENDANCE : term.isPresent() ? ColumnRole.TERM : column.role(),
                    own,
                    0,
                    question,
                    question || titled == 1 && MarkSheet.isGeneral(column.title()) ? source : column.title(),
                    category(column),
                    column.day().orElse(latest).toString(),
                    column.outOf().map(OutOf::toString).orElse(""),
                    "blank",
                    "blank",
                    true,
                    term.map(it -> it.id().text()).orElse(""),
                    column.grades() && own == 0,
                    attendance
                            ? "it holds attendance under a day"
                            : near.map(SameAssessments.Same::why).orElse("")));
        }
        // Where the class has nobody yet, the sheet's students are its students.
        Map<Integer, String> students = new HashMap<>();
        if (classBook.book().students().isEmpty()) {
            sheet.rows().forEach(row -> students.put(row.line(), Choices.ADD));
        }
        return new Choices(columns, students, false, "", monthFirst, Map.of());
    }

    /** What the columns were taken for last time; a new assessment's title and date are this file's own. */
    static Choices remembered(Choices layout, Choices suggested, ClassBook classBook) {
        if (layout.columns().size() != suggested.columns().size()) {
            return suggested;
        }
        Set<Long> there = new HashSet<>();
        classBook.book().assessments().forEach(assessment -> there.add(ClassBook.id(assessment)));
        Set<Long> categories = new HashSet<>();
        classBook.book().categories().forEach(category -> categories.add(ClassBook.id(category)));
        List<Choices.Column> columns = new ArrayList<>();
        for (int i = 0; i < layout.columns().size(); i++) {
            Choices.Column last = layout.columns().get(i);
            Choices.Column own = suggested.columns().get(i);
            columns.add(new Choices.Column(
                    last.role(),
                    // The assessment it made last time stands; the same headings again are the next piece.
                    own.assessmentId() != 0 || !there.contains(last.assessmentId())
                            ? own.assessmentId()
                            : last.assessmentId(),
                    own.assessmentId() != 0 || !there.contains(last.assessmentId()) ? 0 : last.partId(),
                    last.asPart(),
                    own.title(),
                    categories.contains(last.categoryId()) ? last.categoryId() : own.categoryId(),
                    own.date(),
                    own.outOf().isEmpty() ? last.outOf() : own.outOf(),
                    last.dash(),
                    last.empty(),
                    last.over(),
                    own.termId(),
                    last.graded() && own.assessmentId() == 0,
                    own.why()));
        }
        return new Choices(
                columns, suggested.students(), false, layout.tries(), suggested.monthFirst(), suggested.words());
    }

    private boolean isAttendance(MarkColumn column) {
        return (column.role() == ColumnRole.MARKS || column.role() == ColumnRole.LEFT_OUT)
                && column.assessment().isEmpty()
                && RegisterSheet.isAttendance(
                        column.heading(),
                        sheet.rows().stream()
                                .map(row -> row.cell(column.place()))
                                .toList(),
                        from(classBook));
    }

    /** Whom each row is surely about, by its line. */
    private Map<Integer, Known> found(List<Known> known) {
        StudentFinder finder = new StudentFinder(known);
        Map<Integer, Known> found = new HashMap<>();
        for (MarkSheet.Row row : sheet.rows()) {
            StudentFinder.Found one = finder.find(RowWords.of(
                    row,
                    place -> sheet.columns().get(place).role(),
                    sheet.columns().size()));
            if (one.how().isSure()) {
                one.student().ifPresent(student -> found.put(row.line(), student));
            }
        }
        return found;
    }

    /** What stands over the column; else that of the assessments most like it; else the first. */
    private long category(MarkColumn column) {
        List<Category> open = classBook.book().categories().stream()
                .filter(own -> !own.retired())
                .toList();
        String said = plain(column.category());
        Optional<Category> named = open.stream()
                .filter(own ->
                        !said.isEmpty() && (plain(own.name()).equals(said) || said.startsWith(plain(own.name()) + " ")))
                .findFirst();
        Set<String> words = words(column.title());
        return named.map(ClassBook::id)
                .or(() -> classBook.book().assessments().stream()
                        .filter(own -> open.stream().anyMatch(it -> it.id().equals(own.category())))
                        .filter(own -> words(own.title()).stream().anyMatch(words::contains))
                        .max(Comparator.comparing(Assessment::date))
                        .map(own -> Long.parseLong(own.category().text())))
                .or(() -> open.stream().findFirst().map(ClassBook::id))
                .orElse(0L);
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}]+", " ").strip();
    }

    private static Set<String> words(String title) {
        return Stream.of(plain(title).split(" "))
                .filter(word -> word.length() > 2)
                .collect(Collectors.toSet());
    }

    /** The latest day the sheet itself names. */
    private Optional<LocalDate> latest() {
        return sheet.columns().stream()
                .filter(column -> column.role() == ColumnRole.WHEN)
                .flatMap(column -> sheet.rows().stream().map(row -> row.cell(column.place())))
                .flatMap(cell -> WrittenTime.read(cell, monthFirst, from(classBook)).stream())
                .map(WrittenTime::day)
                .max(Comparator.naturalOrder());
    }

    /** The first day of the class's year, which says the year of a day that has none. */
    static LocalDate from(ClassBook classBook) {
        return classBook.book().terms().stream()
                .map(Term::firstDay)
                .min(Comparator.naturalOrder())
                .orElse(classBook.book().today().minusMonths(6));
    }

    /** Columns headed as questions are, where there are several: parts of one piece, whose sum is no piece beside them. */
    private Set<Integer> questions() {
        Set<Integer> places = sheet.columns().stream()
                .filter(column -> column.role() == ColumnRole.MARKS
                        && column.assessment().isEmpty()
                        && MarkSheet.isQuestion(column.title()))
                .map(MarkColumn::place)
                .collect(Collectors.toSet());
        return places.size() > 1 ? places : Set.of();
    }

    /** The term whose target a column holds: headed with its name and the word. */
    private Optional<Term> term(MarkColumn column) {
        String heading = column.heading().toLowerCase(Locale.ROOT);
        return column.assessment().isPresent()
                ? Optional.empty()
                : classBook.book().terms().stream()
                        .filter(term -> heading.contains("target")
                                && heading.contains(term.name().toLowerCase(Locale.ROOT)))
                        .findFirst();
    }

    /** A piece in parts takes no marks of the whole. */
    private Optional<Assessment> titled(String title) {
        return classBook.book().assessments().stream()
                .filter(assessment -> assessment.title().equals(title) && !assessment.hasParts())
                .findFirst();
    }
}
