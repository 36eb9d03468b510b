package aestimo.app.returns;

import aestimo.core.book.Book;
import aestimo.core.book.Term;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The term before one, for what stands beside its results.
 *
 * @param name empty text for the first term of a year
 * @param grades by enrolment: what was sent, else what was reached; students without a grade are left out
 */
public record TermBefore(String name, Map<Long, String> grades) {
    public static TermBefore of(Book book, Term term, List<SchoolReturn> all) {
        int at = book.terms().indexOf(term);
        if (at <= 0) {
            return new TermBefore("", Map.of());
        }
        Term before = book.terms().get(at - 1);
        Map<Long, String> grades = new HashMap<>();
        ReturnService.figures(book, Long.parseLong(before.id().text()))
                .forEach(row -> grades.put(row.enrolmentId(), row.grade()));
        // In the order of their numbers: a correction stands in place of what it corrects.
        all.stream()
                .filter(other -> other.term().equals(before.id()) && other.isSealed())
                .forEach(other -> other.rows().forEach(row -> grades.put(row.enrolmentId(), row.gradeSent())));
        grades.values().removeIf(String::isEmpty);
        return new TermBefore(before.name(), grades);
    }

    public String grade(long enrolmentId) {
        return grades.getOrDefault(enrolmentId, "");
    }
}
