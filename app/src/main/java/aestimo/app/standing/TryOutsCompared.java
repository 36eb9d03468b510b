package aestimo.app.standing;

import aestimo.app.book.ClassBook;
import aestimo.app.groundwork.TryOutService;
import aestimo.app.web.FormException;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Try-outs beside each other, the first column being the class as it stands.
 *
 * @param left names of those that can no longer be looked at, such as one with a category that is gone
 * @param students whose grade is not the same in all of them
 */
record TryOutsCompared(
        List<Column> columns, List<Line> means, List<Line> bands, List<Line> students, List<String> left) {
    /** @param id 0 for the class as it stands */
    record Column(long id, String name) {}

    /** One line with a figure for each column; {@code moved} where it differs from the first. */
    record Line(String words, List<Cell> cells) {}

    record Cell(String words, boolean moved) {}

    static TryOutsCompared of(ClassBook classBook, TryOutService tryOuts, List<TryOutService.Named> kept, Span span) {
        List<Column> columns = new ArrayList<>(List.of(new Column(0, "as it is")));
        List<Standing> standings = new ArrayList<>(List.of(Standing.of(classBook.book(), span)));
        List<String> left = new ArrayList<>();
        for (TryOutService.Named named : kept) {
            try {
                standings.add(Standing.of(tryOuts.tried(classBook, named.tryOut()), span));
                columns.add(new Column(named.id(), named.name()));
            } catch (FormException gone) {
                left.add(named.name());
            }
        }
        Set<String> labels = new LinkedHashSet<>();
        standings.forEach(standing -> standing.book().boundaries().bands().forEach(band -> labels.add(band.label())));
        List<Line> bands = labels.stream()
                .map(label -> line(
                        label,
                        standings.stream()
                                .map(standing -> Integer.toString(count(standing, label)))
                                .toList()))
                .toList();
        List<Line> students = new ArrayList<>();
        for (StudentStanding own : standings.get(0).students()) {
            Line line = line(
                    own.student().listName(),
                    standings.stream()
                            .map(standing -> words(standing.students().get(own.place())))
                            .toList());
            List<String> grades = standings.stream()
                    .map(standing -> StandingTable.label(
                            standing.students().get(own.place()).result()))
                    .distinct()
                    .toList();
            if (own.present() && grades.size() > 1) {
                students.add(line);
            }
        }
        return new TryOutsCompared(
                columns,
                List.of(line(
                        "class mean",
                        standings.stream()
                                .map(standing -> standing.mean()
                                        .mean()
                                        .map(Result::inWords)
                                        .orElse("–"))
                                .toList())),
                bands,
                students,
                left);
    }

    private static int count(Standing standing, String label) {
        return standing.book()
                .boundaries()
                .labelled(label)
                .map(band -> standing.countsByBand().get(band))
                .orElse(0);
    }

    private static String words(StudentStanding own) {
        return own.result().map(Result::inWords).orElse("–");
    }

    private static Line line(String words, List<String> cells) {
        return new Line(
                words,
                cells.stream()
                        .map(cell -> new Cell(cell, !cell.equals(cells.get(0))))
                        .toList());
    }
}
