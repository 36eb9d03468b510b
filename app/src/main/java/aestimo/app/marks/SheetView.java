package aestimo.app.marks;

import aestimo.app.book.CategoryLook;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
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
import aestimo.core.value.Fraction;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** The marks sheet over a span: assessments by category, students down, means at the foot. */
record SheetView(List<Group> groups, List<Column> columns, List<Row> rows, Foot foot) {
    /** One category's band of headings, as wide as it has pieces; their parts are hidden at first. */
    record Group(String name, CategoryLook look, String weight, int columns) {}

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
            String full,
            String kind,
            boolean first,
            CategoryLook look) {
        /** Null leaves the attribute out. */
        public Long getPartAttribute() {
            return part == 0 ? null : part;
        }

        public Integer getPartsAttribute() {
            return parts == 0 ? null : parts;
        }

        /** Parts are hidden until their piece is opened. */
        public String getHiddenAttribute() {
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

    /** One student. */
    record Row(long student, String number, String name, boolean present, Figures figures, List<CellView> cells) {
        /** Null leaves the attribute out. */
        public String numberAttribute() {
            return number.isEmpty() ? null : number;
        }
    }

    /** Result and grade, as shown; empty texts where there are none. */
    record Figures(long student, String result, String grade) {}

    /** The means: of the results, and of each column in marks. */
    record Foot(String result, String grade, List<Mean> means) {}

    /**
     * @param part 0 for the whole piece, the only one to have a mean
     * @param shown the mean mark, not the percent: it stands under marks
     */
    record Mean(long assessment, long part, String shown) {
        /** Null leaves the attribute out. */
        public String hiddenAttribute() {
            return part == 0 ? null : "";
        }
    }

    static SheetView of(ClassBook classBook, Standing standing) {
        List<Group> groups = new ArrayList<>();
        List<Assessment> ordered = new ArrayList<>();
        for (Category category : classBook.book().categories()) {
            List<Assessment> inIt = standing.assessments().stream()
                    .map(AssessmentFigures::assessment)
                    .filter(assessment -> assessment.category().equals(category.id()))
                    .toList();
            if (!inIt.isEmpty()) {
                groups.add(new Group(
                        category.name(),
                        classBook.look(category),
                        category.counts() ? category.weight() + " %" : "practice",
                        inIt.size()));
                ordered.addAll(inIt);
            }
        }
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < ordered.size(); i++) {
            boolean first = i == 0
                    || !ordered.get(i - 1).category().equals(ordered.get(i).category());
            columns.addAll(columns(ordered.get(i), classBook.look(ordered.get(i)), first));
        }
        List<Row> rows = shownStudents(standing).stream()
                .map(own -> row(classBook, standing, own, ordered))
                .toList();
        return new SheetView(groups, columns, rows, foot(standing, ordered));
    }

    private static List<Column> columns(Assessment piece, CategoryLook look, boolean first) {
        long id = ClassBook.id(piece);
        String kind = piece.kind().name().toLowerCase(Locale.ROOT);
        List<Column> columns = new ArrayList<>();
        for (Part part : piece.parts()) {
            String small = piece.kind() == AssessmentKind.MARKS ? "/" + part.outOf() : "grade";
            columns.add(new Column(
                    id,
                    Long.parseLong(part.id().text()),
                    0,
                    part.title(),
                    small,
                    piece.kind() == AssessmentKind.MARKS ? part.outOf().toString() : null,
                    kind,
                    first && columns.isEmpty(),
                    look));
        }
        String of = switch (piece.kind()) {
            case MARKS -> "/" + piece.outOf();
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
                piece.kind() == AssessmentKind.MARKS ? piece.outOf().toString() : null,
                kind,
                first && columns.isEmpty(),
                look));
        return columns;
    }

    /** Those present, and of those who left whoever has an entry in the span: nothing that was entered is hidden. */
    private static List<StudentStanding> shownStudents(Standing standing) {
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

    private static Row row(ClassBook classBook, Standing standing, StudentStanding own, List<Assessment> ordered) {
        Student student = own.student();
        return new Row(
                ClassBook.id(student),
                student.number(),
                student.listName(),
                own.present(),
                figures(own),
                ordered.stream()
                        .flatMap(assessment -> cells(classBook, standing, student, assessment))
                        .toList());
    }

    /** The cell of a piece; of one with parts those of its parts, and of what they make. */
    static Stream<CellView> cells(ClassBook classBook, Standing standing, Student student, Assessment assessment) {
        Stream<CellView> typed =
                ClassBook.cells(student, assessment).stream().map(cell -> CellView.of(classBook, cell));
        return assessment.hasParts() ? Stream.concat(typed, Stream.of(made(standing, student, assessment))) : typed;
    }

    /** What the parts of a piece make, as a mark out of the whole. */
    static CellView made(Standing standing, Student student, Assessment assessment) {
        return CellView.made(
                student,
                assessment,
                standing.assessment(assessment.id())
                        .flatMap(figures -> figures.percentOf(student))
                        .map(percent -> mark(standing, assessment.pointsOf(percent.exact())))
                        .orElse(""));
    }

    private static String mark(Standing standing, Fraction mark) {
        return mark.toDecimal(standing.book().rules().places().count()).toPlainString();
    }

    static Figures figures(StudentStanding own) {
        return new Figures(
                ClassBook.id(own.student()),
                own.result().map(Result::shown).orElse(""),
                own.result().flatMap(Result::grade).map(Band::label).orElse(""));
    }

    static Foot foot(Standing standing, List<Assessment> ordered) {
        Optional<Result> mean = standing.mean().mean();
        return new Foot(
                mean.map(Result::shown).orElse(""),
                mean.flatMap(Result::grade).map(Band::label).orElse(""),
                ordered.stream()
                        .flatMap(assessment -> Stream.concat(
                                assessment.parts().stream()
                                        .map(part -> new Mean(
                                                ClassBook.id(assessment),
                                                Long.parseLong(part.id().text()),
                                                "")),
                                Stream.of(new Mean(
                                        ClassBook.id(assessment),
                                        0,
                                        standing.assessment(assessment.id())
                                                .flatMap(AssessmentFigures::meanMark)
                                                .map(mark -> mark(standing, mark))
                                                .orElse("")))))
                        .toList());
    }

    /** The foot for assessments in any order, for answering a save. */
    static Foot foot(Standing standing) {
        return foot(
                standing,
                standing.assessments().stream()
                        .map(AssessmentFigures::assessment)
                        .toList());
    }
}
