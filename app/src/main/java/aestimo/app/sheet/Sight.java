package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.sheet.SheetOptions.Face;
import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.result.Standing;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** A class over a span as one look shows it: what each cell of its sheet is. */
record Sight(ClassBook classBook, Standing standing, SheetOptions look, Set<CellId> imported) {
    /** Marks as they are typed, whatever the sheet shows: for the margin, and for exporting. */
    static Sight plain(ClassBook classBook, Standing standing) {
        return new Sight(classBook, standing, SheetOptions.DEFAULT, Set.of());
    }

    /** What the parts of a piece make; blank where it lies outside the span. */
    CellView made(Student student, Assessment assessment) {
        return standing.assessment(assessment.id())
                .map(figures -> made(student, figures))
                .orElseGet(() -> CellView.made(student, assessment, ""));
    }

    /** The cell of a piece; of one with parts those of its parts, and of what they make. */
    Stream<CellView> cells(Student student, AssessmentFigures figures) {
        Assessment assessment = figures.assessment();
        if (!assessment.hasParts()) {
            return Stream.of(cell(student, figures));
        }
        return Stream.concat(
                ClassBook.cells(student, assessment).stream().map(this::part), Stream.of(made(student, figures)));
    }

    private CellView part(CellId cell) {
        return CellView.of(classBook, cell).withGround("", imported.contains(cell));
    }

    /** The cell of a piece without parts. */
    CellView cell(Student student, AssessmentFigures figures) {
        CellId cell = ClassBook.cell(student, figures.assessment(), 0);
        CellView plain = CellView.of(classBook, cell)
                .withGround(Shading.of(look.shade(), standing, figures, student), imported.contains(cell));
        return look.showsMarksAlone() ? plain : faced(plain, figures, student);
    }

    /** The cell of a piece with parts that shows what they make, as a mark out of the whole. */
    CellView made(Student student, AssessmentFigures figures) {
        String mark = figures.percentOf(student)
                .map(percent -> mark(figures.assessment().pointsOf(percent.exact())))
                .orElse("");
        CellView plain = CellView.made(student, figures.assessment(), mark)
                .withGround(Shading.of(look.shade(), standing, figures, student), false);
        return look.showsMarksAlone() ? plain : faced(plain, figures, student);
    }

    /** Words such as “absent” stay as they are; only what counts has a percent or a grade. */
    private CellView faced(CellView plain, AssessmentFigures figures, Student student) {
        Optional<Percent> percent = plain.isFigure() ? figures.percentOf(student) : Optional.empty();
        if (percent.isEmpty()) {
            return plain;
        }
        List<String> shown = look.faces().stream()
                .map(face -> face(face, plain.shown(), percent.get()))
                .toList();
        return plain.withFaces(shown.get(0), shown.size() > 1 ? shown.get(1) : "");
    }

    private String face(Face face, String mark, Percent percent) {
        return switch (face) {
            case MARK -> mark;
            case PERCENT -> percent.shown(standing.book().rules().places());
            case GRADE -> standing.gradeOf(percent).map(Band::label).orElse("–");
        };
    }

    String mark(Fraction mark) {
        return mark.toDecimal(standing.book().rules().places().count()).toPlainString();
    }

    /** Means and medians are told as the entries are: as marks where marks come first, else in percent. */
    String level(AssessmentFigures figures, Percent percent) {
        return look.faces().get(0) == Face.MARK
                ? mark(figures.assessment().pointsOf(percent.exact()))
                : percent.shown(standing.book().rules().places());
    }
}
