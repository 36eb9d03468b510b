package aestimo.app.marks;

import aestimo.app.book.CategoryLook;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Result;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The marks sheet over a span: assessments by category, students down, means at the foot. */
record SheetView(List<Group> groups, List<Column> columns, List<Row> rows, Foot foot) {
    /** One category's band of headings. */
    record Group(String name, CategoryLook look, String weight, int columns) {}

    /** One assessment. */
    record Column(long assessment, String title, String outOf, String date, boolean first, CategoryLook look) {}

    /** One student. */
    record Row(long student, String name, boolean present, Figures figures, List<CellView> cells) {}

    /** Result and grade, as shown; empty texts where there are none. */
    record Figures(long student, String result, String grade) {}

    /** The means: of the results, and of each column in marks. */
    record Foot(String result, String grade, List<Mean> means) {}

    /** @param shown the mean mark, not the percent: it stands under marks */
    record Mean(long assessment, String shown) {}

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
                        category.weight().toString(),
                        inIt.size()));
                ordered.addAll(inIt);
            }
        }
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < ordered.size(); i++) {
            Assessment assessment = ordered.get(i);
            columns.add(new Column(
                    ClassBook.id(assessment),
                    assessment.title(),
                    assessment.outOf().toString(),
                    Days.brief(assessment.date()),
                    i == 0 || !ordered.get(i - 1).category().equals(assessment.category()),
                    classBook.look(assessment)));
        }
        List<Row> rows = shownStudents(standing).stream()
                .map(own -> row(classBook, own, ordered))
                .toList();
        return new SheetView(groups, columns, rows, foot(standing, ordered));
    }

    /** Those present, and of those who left whoever has an entry in the span: nothing that was entered is hidden. */
    private static List<StudentStanding> shownStudents(Standing standing) {
        return standing.students().stream()
                .filter(own -> own.present()
                        || standing.assessments().stream()
                                .anyMatch(piece -> own.student().isMeant(piece.assessment())
                                        || !standing.book()
                                                .entry(own.student(), piece.assessment())
                                                .isNothing()))
                .toList();
    }

    private static Row row(ClassBook classBook, StudentStanding own, List<Assessment> ordered) {
        Student student = own.student();
        return new Row(
                ClassBook.id(student),
                student.listName(),
                own.present(),
                figures(own),
                ordered.stream()
                        .map(assessment -> CellView.of(classBook, student, assessment))
                        .toList());
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
                        .map(assessment -> new Mean(
                                ClassBook.id(assessment),
                                standing.assessment(assessment.id())
                                        .flatMap(AssessmentFigures::meanMark)
                                        .map(mark -> mark.toDecimal(standing.book()
                                                        .rules()
                                                        .places()
                                                        .count())
                                                .toPlainString())
                                        .orElse("")))
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
