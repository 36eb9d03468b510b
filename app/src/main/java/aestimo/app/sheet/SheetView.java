package aestimo.app.sheet;

import aestimo.app.book.CategoryStyle;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.picture.SoFar;
import aestimo.app.sheet.SheetOptions.Face;
import aestimo.app.sheet.SheetOptions.Order;
import aestimo.app.sheet.SheetOptions.Who;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Mark;
import aestimo.core.value.Percent;
import java.math.BigInteger;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * The marks sheet over a span, as its look asks for it: assessments across, students down, lines at the foot.
 *
 * @param who the headings of what stands beside the name
 * @param hidden how many pieces of the span the look leaves out
 * @param longestGrade letters of the longest label of the class's bands
 */
record SheetView(
        SheetOptions look,
        List<Group> groups,
        List<Column> columns,
        List<Who> who,
        List<Row> rows,
        List<FootRow> foot,
        int hidden,
        int longestGrade) {
    private static final int WORD = 3;
    private static final int LONG_WORD = 6;

    /** How much room the grades need: nothing for up to three letters. */
    public String gradesCss() {
        return longestGrade > LONG_WORD ? "has-long-words" : longestGrade > WORD ? "has-words" : "";
    }

    /** A band of headings, as wide as it has pieces; their parts are hidden at first. Look null: a month. */
    record Group(String name, @Nullable CategoryStyle look, String weight, int columns) {}

    /**
     * One assessment, one of its parts, or what its parts make.
     *
     * @param part 0 for the whole piece
     * @param parts how many parts stand before the column of what they make; 0 otherwise
     * @param full the full mark; null where marks are not typed
     * @param kind of the piece, such as {@code marks}
     */
    record Column(
            long assessment,
            long part,
            int parts,
            String title,
            String small,
            @Nullable String full,
            String kind,
            boolean first,
            CategoryStyle look) {
        /** Null leaves the attribute out. */
        public @Nullable Long getPartAttribute() {
            return part == 0 ? null : part;
        }

        public @Nullable Integer getPartsAttribute() {
            return parts == 0 ? null : parts;
        }

        /** Parts are hidden until their piece is opened. */
        public @Nullable String getHiddenAttribute() {
            return part == 0 ? null : "";
        }

        /** As a list of columns names it. */
        public String getValue() {
            return part == 0 ? Long.toString(assessment) : assessment + "." + part;
        }

        public String getCss() {
            return "piece" + (first ? " is-first" : "") + (part == 0 ? "" : " is-part");
        }
    }

    /**
     * One student.
     *
     * @param beside what stands beside the name, in the order of the headings
     * @param markup of the cells
     */
    record Row(
            long student,
            String number,
            String name,
            boolean present,
            List<String> beside,
            Figures figures,
            String markup) {
        /** Null leaves the attribute out. */
        public @Nullable String numberAttribute() {
            return number.isEmpty() ? null : number;
        }
    }

    /**
     * Result and grade, as shown; empty texts where there are none.
     *
     * @param line the marks so far, drawn; empty where no line is shown or nothing counts yet
     */
    record Figures(long student, String result, String grade, String line) {}

    /** A line at the foot with a figure for each column, those of parts being empty. */
    record FootRow(Foot.Line line, List<FootCell> cells) {}

    /** @param figure null under a part */
    record FootCell(Foot.@Nullable Cell figure, long part) {
        /** Null leaves the attribute out. */
        public @Nullable String hiddenAttribute() {
            return part == 0 ? null : "";
        }
    }

    static SheetView of(Sight sight, SheetOptionsService.Beside beside) {
        ClassBook classBook = sight.classBook();
        SheetOptions look = sight.look();
        List<AssessmentFigures> all = sight.standing().assessments();
        List<AssessmentFigures> ordered = ordered(sight, all);
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < ordered.size(); i++) {
            boolean first = i == 0 || !groupName(sight, ordered.get(i - 1)).equals(groupName(sight, ordered.get(i)));
            columns.addAll(columns(sight, ordered.get(i).assessment(), first));
        }
        List<Who> who = Arrays.stream(Who.values()).filter(look.who()::contains).toList();
        List<Row> rows = shownStudents(sight.standing()).stream()
                .sorted(order(look.order()))
                .map(own -> row(sight, own, ordered, who, beside))
                .toList();
        List<FootRow> foot = Foot.of(sight, ordered).stream()
                .map(line -> footRow(classBook, line))
                .toList();
        return new SheetView(
                look,
                groups(sight, ordered),
                columns,
                who,
                rows,
                foot,
                all.size() - ordered.size(),
                longestGrade(sight));
    }

    private static int longestGrade(Sight sight) {
        return sight.standing().book().boundaries().bands().stream()
                .mapToInt(band -> band.label().length())
                .max()
                .orElse(0);
    }

    /** The pieces shown, in the order of the columns. */
    private static List<AssessmentFigures> ordered(Sight sight, List<AssessmentFigures> all) {
        SheetOptions look = sight.look();
        Book book = sight.standing().book();
        List<Category> categories = book.categories();
        Comparator<AssessmentFigures> byCategory =
                Comparator.comparing(figures -> categories.indexOf(book.categoryOf(figures.assessment())));
        return all.stream()
                .filter(figures -> !look.hidden().contains(ClassBook.id(figures.assessment())))
                .filter(figures ->
                        look.practice() || book.categoryOf(figures.assessment()).counts())
                // The book's own order is that of dates, and the sort keeps it within a category.
                .sorted(look.byDate() ? (one, other) -> 0 : byCategory)
                .toList();
    }

    private static String groupName(Sight sight, AssessmentFigures figures) {
        Assessment piece = figures.assessment();
        return sight.look().byDate()
                ? month(figures) + " " + piece.date().getYear()
                : sight.standing().book().categoryOf(piece).id().text();
    }

    /** Without its year: a school year has each month once. */
    private static String month(AssessmentFigures figures) {
        return figures.assessment().date().getMonth().getDisplayName(TextStyle.FULL, Locale.UK);
    }

    private static List<Group> groups(Sight sight, List<AssessmentFigures> ordered) {
        List<Group> groups = new ArrayList<>();
        int from = 0;
        for (int i = 1; i <= ordered.size(); i++) {
            String name = groupName(sight, ordered.get(from));
            if (i == ordered.size() || !groupName(sight, ordered.get(i)).equals(name)) {
                Category category =
                        sight.standing().book().categoryOf(ordered.get(from).assessment());
                groups.add(
                        sight.look().byDate()
                                ? new Group(month(ordered.get(from)), null, "", i - from)
                                : new Group(
                                        category.name(),
                                        sight.classBook().look(category),
                                        category.counts() ? category.weight() + " %" : "practice",
                                        i - from));
                from = i;
            }
        }
        return groups;
    }

    private static List<Column> columns(Sight sight, Assessment piece, boolean first) {
        CategoryStyle look = sight.classBook().look(piece);
        long id = ClassBook.id(piece);
        boolean marks = piece.kind() == AssessmentKind.MARKS;
        String kind = piece.kind().name().toLowerCase(Locale.ROOT);
        List<Column> columns = new ArrayList<>();
        for (Part part : piece.parts()) {
            columns.add(new Column(
                    id,
                    Long.parseLong(part.id().text()),
                    0,
                    part.title(),
                    marks ? "/" + part.outOf() : "grade",
                    marks ? part.outOf().toString() : null,
                    kind,
                    first && columns.isEmpty(),
                    look));
        }
        String of = switch (piece.kind()) {
            case MARKS -> sight.look().faces().get(0) == Face.MARK ? "/" + piece.outOf() : "in %";
            case GRADES -> "grade";
            case CHECK -> "check";
            case NOTE -> "note";
        };
        columns.add(new Column(
                id,
                0,
                piece.parts().size(),
                piece.title(),
                piece.hasParts() ? Days.brief(piece.date()) : of + " · " + Days.brief(piece.date()),
                marks ? piece.outOf().toString() : null,
                kind,
                first && columns.isEmpty(),
                look));
        return columns;
    }

    /** Rows that are equal keep the book's order, which is by name. */
    private static Comparator<StudentStanding> order(Order order) {
        return switch (order) {
            case NAME -> (one, other) -> 0;
            case NUMBER ->
                Comparator.comparing((StudentStanding own) -> numberOf(own.student()))
                        .thenComparing(own -> own.student().number());
            case SET ->
                Comparator.comparing(
                                (StudentStanding own) -> own.student().set().isEmpty())
                        .thenComparing(own -> own.student().set().orElse(""));
            case RESULT ->
                Comparator.comparing((StudentStanding own) -> own.result().isEmpty())
                        .thenComparing(
                                own -> own.result().map(Result::exact).orElse(Percent.ZERO), Comparator.reverseOrder());
        };
    }

    /** Numbers by their value, those without digits last. */
    private static BigInteger numberOf(Student student) {
        String digits = student.number().replaceAll("\\D", "");
        return digits.isEmpty() ? BigInteger.TEN.pow(30) : new BigInteger(digits);
    }

    /** Those present, and of those who left whoever has an entry in the span: nothing that was entered is hidden. */
    static List<StudentStanding> shownStudents(Standing standing) {
        return standing.students().stream()
                .filter(own -> own.present()
                        || standing.assessments().stream()
                                .anyMatch(piece -> own.student().isMeant(piece.assessment())
                                        || holdsSomething(standing.book(), own.student(), piece.assessment())))
                .toList();
    }

    private static boolean holdsSomething(Book book, Student student, Assessment assessment) {
        int row = book.placeOf(student.id()).orElseThrow();
        int column = book.placeOf(assessment.id()).orElseThrow();
        return IntStream.range(0, assessment.entryCount())
                .anyMatch(part -> !book.entry(row, column, part).isNothing());
    }

    private static Row row(
            Sight sight,
            StudentStanding own,
            List<AssessmentFigures> ordered,
            List<Who> who,
            SheetOptionsService.Beside beside) {
        Student student = own.student();
        return new Row(
                ClassBook.id(student),
                student.number(),
                student.listName(),
                own.present(),
                who.stream().map(what -> beside(sight, student, what, beside)).toList(),
                figures(sight, own),
                SheetMarkup.cells(
                        ordered.stream()
                                .flatMap(figures -> sight.cells(student, figures))
                                .toList(),
                        beside.remarks()));
    }

    private static String beside(Sight sight, Student student, Who what, SheetOptionsService.Beside beside) {
        long id = ClassBook.id(student);
        return switch (what) {
            case NUMBER -> student.number();
            case SET -> student.set().orElse("");
            case SUPPORT -> beside.support().getOrDefault(id, "");
            case SCORE ->
                sight.standing()
                        .book()
                        .startingScores()
                        .map(scores -> scores.scores().get(student.id()))
                        .map(Mark::toString)
                        .orElse("");
            case LAST_YEAR -> beside.lastYear().getOrDefault(id, "");
        };
    }

    static Figures figures(Sight sight, StudentStanding own) {
        return new Figures(
                ClassBook.id(own.student()),
                own.result().map(Result::shown).orElse(""),
                own.result().flatMap(Result::grade).map(Band::label).orElse(""),
                sight.look().soFar() ? SheetMarkup.line(SoFar.of(sight.standing(), own)) : "");
    }

    /** Columns of parts stand before that of their piece, and have no figure. */
    private static FootRow footRow(ClassBook classBook, Foot.Line line) {
        List<FootCell> cells = new ArrayList<>();
        for (Foot.Cell figure : line.cells()) {
            for (Part part : classBook.assessment(figure.assessment()).parts()) {
                cells.add(new FootCell(null, Long.parseLong(part.id().text())));
            }
            cells.add(new FootCell(figure, 0));
        }
        return new FootRow(line, cells);
    }
}
