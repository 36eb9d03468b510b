package aestimo.app.toschool;

import aestimo.app.book.ClassBook;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The terms of a year beside one another: what was sealed, with the aim it was sealed with, and what today's marks, weights
 * and boundaries make of the same term.
 */
record TermsCompared(List<Column> terms, List<Row> rows) {
    /** A term; {@code sealed} where a return of it is. */
    record Column(String name, boolean sealed) {}

    /** @param sent empty text where nothing was sealed; {@code moved} where today makes another grade or percent of it */
    record Cell(String sent, String aim, String today, boolean moved) {}

    record Row(String id, String name, List<Cell> cells) {}

    static TermsCompared of(ClassBook classBook, List<SchoolReturn> all) {
        Book book = classBook.book();
        List<Column> columns = new ArrayList<>();
        List<Map<Long, ReturnRow>> sealed = new ArrayList<>();
        List<Map<Long, ReturnRow>> today = new ArrayList<>();
        for (Term term : book.terms()) {
            long termId = Long.parseLong(term.id().text());
            Optional<SchoolReturn> latest = all.stream()
                    .filter(own -> own.termId() == termId && own.isSealed())
                    .reduce((one, later) -> later);
            columns.add(new Column(term.name(), latest.isPresent()));
            sealed.add(byStudent(latest.map(SchoolReturn::rows).orElse(List.of())));
            today.add(byStudent(ReturnService.figures(book, termId)));
        }
        List<Row> rows = new ArrayList<>();
        for (Student student : book.students()) {
            List<Cell> cells = new ArrayList<>();
            for (int term = 0; term < columns.size(); term++) {
                cells.add(cell(
                        sealed.get(term).get(ClassBook.id(student)),
                        today.get(term).get(ClassBook.id(student))));
            }
            if (student.isEnrolledOn(book.today())
                    || cells.stream().anyMatch(cell -> !cell.sent().isEmpty())) {
                rows.add(new Row(student.id().text(), student.listName(), cells));
            }
        }
        return new TermsCompared(columns, rows);
    }

    private static Map<Long, ReturnRow> byStudent(List<ReturnRow> rows) {
        Map<Long, ReturnRow> own = new HashMap<>();
        rows.forEach(row -> own.put(row.enrolmentId(), row));
        return own;
    }

    private static Cell cell(ReturnRow sealed, ReturnRow today) {
        String now = today == null ? "" : figures(today.percent(), today.grade());
        if (sealed == null) {
            return new Cell("", today == null ? "" : today.aim(), now, false);
        }
        String computed = figures(sealed.percent(), sealed.grade());
        return new Cell(
                sealed.own().noGrade() ? "no grade" : figures(sealed.percent(), sealed.gradeSent()),
                sealed.aim(),
                now,
                !computed.equals(now));
    }

    private static String figures(String percent, String grade) {
        return (percent + " " + grade).strip();
    }
}
