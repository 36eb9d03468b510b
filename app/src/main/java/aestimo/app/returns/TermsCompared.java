package aestimo.app.returns;

import aestimo.app.book.ClassBook;
import aestimo.app.returns.ReturnMapper.EarlierRow;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The terms of a year beside one another, and those of the years before in which the teacher had the same students: what
 * was sealed, with the aim it was sealed with; for this year also what today's marks, weights and boundaries make of it.
 */
record TermsCompared(List<Before> before, List<Column> terms, List<Row> rows) {
    /** A sealed term of an earlier year: “2025/26, 8B Geography” and “Term 3”. */
    record Before(String where, String term) {}

    /** A term; {@code sealed} where a return of it is. */
    record Column(String name, boolean sealed) {}

    /** @param sent empty text where nothing was sealed; {@code moved} where today makes another grade or percent of it */
    record Cell(String sent, String aim, String today, boolean moved) {
        static final Cell NONE = new Cell("", "", "", false);
    }

    /** @param before one cell for each term of the earlier years, its {@code today} empty */
    record Row(String id, String name, List<Cell> before, List<Cell> cells) {}

    static TermsCompared of(ClassBook classBook, List<SchoolReturn> all, List<EarlierRow> earlier) {
        Book book = classBook.book();
        Map<Long, Map<Long, Cell>> returns = new LinkedHashMap<>();
        Map<Long, Before> before = new LinkedHashMap<>();
        for (EarlierRow row : earlier) {
            String title = (row.className() + " " + row.subject()).strip();
            before.put(row.returnId(), new Before(row.year() + ", " + title, row.term()));
            returns.computeIfAbsent(row.returnId(), id -> new HashMap<>())
                    .put(
                            row.enrolmentId(),
                            new Cell(sent(row.noGrade(), row.percent(), row.grade()), row.aim(), "", false));
        }
        List<Column> columns = new ArrayList<>();
        List<Map<Long, ReturnRow>> sealed = new ArrayList<>();
        List<Map<Long, ReturnRow>> today = new ArrayList<>();
        for (Term term : book.terms()) {
            Optional<SchoolReturn> latest = all.stream()
                    .filter(own -> own.term().equals(term.id()) && own.isSealed())
                    .reduce((one, later) -> later);
            columns.add(new Column(term.name(), latest.isPresent()));
            sealed.add(byStudent(latest.map(SchoolReturn::rows).orElse(List.of())));
            today.add(byStudent(
                    ReturnService.figures(book, Long.parseLong(term.id().text()))));
        }
        List<Row> rows = new ArrayList<>();
        for (Student student : book.students()) {
            long id = ClassBook.id(student);
            List<Cell> cells = new ArrayList<>();
            for (int term = 0; term < columns.size(); term++) {
                cells.add(cell(sealed.get(term).get(id), today.get(term).get(id)));
            }
            if (student.isEnrolledOn(book.today())
                    || cells.stream().anyMatch(cell -> !cell.sent().isEmpty())) {
                rows.add(new Row(
                        student.id().text(),
                        student.listName(),
                        returns.values().stream()
                                .map(own -> own.getOrDefault(id, Cell.NONE))
                                .toList(),
                        cells));
            }
        }
        return new TermsCompared(List.copyOf(before.values()), columns, rows);
    }

    private static Map<Long, ReturnRow> byStudent(List<ReturnRow> rows) {
        Map<Long, ReturnRow> own = new HashMap<>();
        rows.forEach(row -> own.put(row.enrolmentId(), row));
        return own;
    }

    private static Cell cell(@Nullable ReturnRow sealed, @Nullable ReturnRow today) {
        String now = today == null ? "" : figures(today.percent(), today.grade());
        if (sealed == null) {
            return new Cell("", today == null ? "" : today.aim(), now, false);
        }
        return new Cell(
                sent(sealed.own().noGrade(), sealed.percent(), sealed.gradeSent()),
                sealed.aim(),
                now,
                !figures(sealed.percent(), sealed.grade()).equals(now));
    }

    private static String sent(boolean noGrade, String percent, String grade) {
        return noGrade ? "no grade" : figures(percent, grade);
    }

    private static String figures(String percent, String grade) {
        return (percent + " " + grade).strip();
    }
}
