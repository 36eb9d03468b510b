package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.marks.Remarks;
import aestimo.core.book.Student;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What the server answers to typed entries: how each was understood, and what they moved.
 *
 * @param grounds the shading of the columns that were typed into; empty where nothing is shaded
 * @param foot the lines at the foot, with the columns that were typed into
 * @param filled how many cells of the class hold something
 * @param at the time of the answer, for the saved line
 */
record SaveAnswer(
        List<Kept> entries,
        List<SheetView.Figures> rows,
        List<Ground> grounds,
        List<Foot.Line> foot,
        int looseEnds,
        int filled,
        String at) {
    /**
     * @param kept false where the cell was altered elsewhere meanwhile; {@code cell} is then how it stands there
     * @param overtaken kept once, and altered elsewhere since; {@code cell} is then how it stands there
     * @param made the cell drawn that shows what the parts of its piece make now; null for a piece without parts
     */
    record Kept(
            UUID id,
            boolean kept,
            boolean overtaken,
            Cell cell,
            @Nullable String made) {}

    /**
     * How an entry was understood.
     *
     * @param kind how it looks, as a style class tells it
     * @param typed what F2 opens
     * @param reason why it is in doubt; empty otherwise
     * @param markup the cell of the sheet, drawn
     */
    record Cell(
            long assessment,
            long student,
            long part,
            int version,
            String typed,
            String kind,
            String reason,
            String markup) {
        static Cell of(CellView view, Map<CellId, Remarks> remarks) {
            return new Cell(
                    view.assessment(),
                    view.student(),
                    view.part(),
                    view.version(),
                    view.typed(),
                    view.kind(),
                    view.reason(),
                    SheetMarkup.cell(view, remarks));
        }
    }

    /** @param css the style class; empty for none */
    record Ground(long assessment, long student, String css) {}

    /** One entry altered moves the mean of its column, and with it the shading of every cell there. */
    static List<Ground> grounds(Sight sight, List<AssessmentFigures> columns) {
        if (sight.look().shade() != SheetOptions.Shade.MEAN) {
            return List.of();
        }
        return columns.stream()
                .flatMap(figures -> sight.standing().students().stream()
                        .map(StudentStanding::student)
                        .map(student -> ground(sight, figures, student)))
                .toList();
    }

    private static Ground ground(Sight sight, AssessmentFigures figures, Student student) {
        return new Ground(
                ClassBook.id(figures.assessment()),
                ClassBook.id(student),
                Shading.of(sight.look().shade(), sight.standing(), figures, student));
    }
}
