package aestimo.app.sheet;

import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Category;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.grading.Result;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.OutOf;
import aestimo.exchange.table.Table;
import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The marks of a class over a span as a table to be exported. */
final class MarksExport {
    private MarksExport() {}

    /**
     * Students, their entries, category averages, result, grade and ranks; figures as shown on the page.
     *
     * @param words of the span, for the title
     * @param onPaper whether it is read by people alone: days and signs in words, not as a program reads them
     */
    static Table of(ClassBook classBook, Standing standing, String words, boolean onPaper) {
        List<Assessment> assessments = standing.assessments().stream()
                .map(AssessmentFigures::assessment)
                .toList();
        List<String> headings = new ArrayList<>(List.of("Number", "Family name", "Given name", "Set"));
        for (Assessment assessment : assessments) {
            assessment
                    .parts()
                    .forEach(part -> headings.add(assessment.title() + ", " + part.title() + outOf(part.outOf())));
            headings.add(assessment.title() + " ("
                    + (onPaper ? Days.brief(assessment.date()) : assessment.date())
                    + (assessment.kind() == AssessmentKind.MARKS ? ", out of " + assessment.outOf() : "") + ")");
        }
        classBook.book().categories().forEach(category -> headings.add(category.name() + " %"));
        headings.addAll(List.of("Result %", "Grade", "Rank", "Rank in set"));
        return new Table(
                classBook.row().title() + ", " + words,
                headings,
                standing.students().stream()
                        .map(own -> row(classBook, standing, own, assessments, onPaper))
                        .toList());
    }

    private static String outOf(OutOf outOf) {
        return " (out of " + outOf + ")";
    }

    private static List<Cell> row(
            ClassBook classBook,
            Standing standing,
            StudentStanding own,
            List<Assessment> assessments,
            boolean onPaper) {
        Student student = own.student();
        List<Cell> row = new ArrayList<>(List.of(
                Cell.of(student.number()),
                Cell.of(student.family()),
                Cell.of(student.given()),
                Cell.of(student.set().orElse(""))));
        for (Assessment assessment : assessments) {
            ClassBook.cells(student, assessment).forEach(cell -> row.add(entry(classBook, assessment, cell, onPaper)));
            if (assessment.hasParts()) {
                row.add(number(Optional.of(Sight.plain(classBook, standing)
                                .made(student, assessment)
                                .shown())
                        .filter(shown -> !shown.isEmpty())));
            }
        }
        for (Category category : classBook.book().categories()) {
            row.add(number(own.category(category.id())
                    .map(CategoryAverage::average)
                    .map(average -> average.shown(classBook.book().rules().places()))));
        }
        row.add(number(own.result().map(Result::shown)));
        row.add(Cell.of(own.result().flatMap(Result::grade).map(Band::label).orElse("")));
        row.add(number(own.rank().map(rank -> String.valueOf(rank.place()))));
        row.add(number(own.setRank().map(rank -> String.valueOf(rank.place()))));
        return row;
    }

    /** A plain mark is a number; what is in doubt, or carries a sign, stays words so that nobody adds it up unawares. */
    private static Cell entry(ClassBook classBook, Assessment assessment, CellId cell, boolean onPaper) {
        Entry entry = classBook.entry(cell);
        if (assessment.isInDoubt(entry, classBook.part(cell), classBook.book().boundaries())) {
            return Cell.of("? " + entry);
        }
        if (onPaper && (entry.isLate() || entry.isToFinish())) {
            return Cell.of(entry.withLate(false).withToFinish(false)
                    + (entry.isLate() ? " late" : "")
                    + (entry.isToFinish() ? " to finish" : ""));
        }
        boolean plain = entry.is(EntryKind.MARK) && !entry.isLate() && !entry.isToFinish();
        return plain ? Cell.of(entry.mark().orElseThrow().value()) : Cell.of(entry.toString());
    }

    private static Cell number(Optional<String> shown) {
        return shown.map(text -> Cell.of(new BigDecimal(text))).orElse(Cell.EMPTY);
    }
}
