package aestimo.app.returns;

import aestimo.app.changes.ListedChange;
import aestimo.app.school.SchoolField;
import aestimo.app.school.SchoolField.Holds;
import aestimo.core.book.Book;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.TermId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** In what the figures of now differ from those a return holds, result by result. */
public record Differences(List<Line> lines) {
    private static final int MOST_CAUSES = 3;

    /**
     * One result.
     *
     * @param was “63.0, 5”; empty text for a student who was not in it
     * @param now empty text for one who is in it no more
     * @param why the entries that moved it; where there are none, weights, rules or boundaries did
     */
    record Line(long enrolmentId, String name, String was, String now, String why) {}

    /** @param changes of entries since the figures were taken */
    public static Differences between(
            SchoolReturn own, Book book, List<SchoolField> fields, List<ListedChange> changes) {
        Map<Long, ReturnRow> left = new HashMap<>();
        ReturnService.figures(book, own.termId()).forEach(row -> left.put(row.enrolmentId(), row));
        // A sealed one holds what the school asked for then.
        List<SchoolField> asked = fields.stream()
                .filter(field -> !own.isSealed()
                        || own.rows().stream().anyMatch(row -> row.fields().containsKey(field.name())))
                .toList();
        Map<Long, Map<Holds, String>> filled = ReturnService.filled(book, own.termId(), asked);
        List<Line> lines = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            ReturnRow later = left.remove(row.enrolmentId());
            if (later == null
                    || !figures(row).equals(figures(later))
                    || !row.exact().equals(later.exact())) {
                lines.add(new Line(
                        row.enrolmentId(),
                        row.name(),
                        figures(row),
                        later == null ? "" : figures(later),
                        later == null
                                ? "not in the class at the end of the term"
                                : why(row.enrolmentId(), book, own, changes)));
            } else if (!row.isFilled(asked, filled.getOrDefault(row.enrolmentId(), Map.of()))) {
                Map<String, String> now = row.own()
                        .filled(asked, filled.getOrDefault(row.enrolmentId(), Map.of()))
                        .fields();
                List<SchoolField> differ = asked.stream()
                        .filter(field -> !Objects.equals(row.fields().get(field.name()), now.get(field.name())))
                        .toList();
                lines.add(new Line(
                        row.enrolmentId(),
                        row.name(),
                        figures(row.fields(), differ),
                        figures(now, differ),
                        differ.stream()
                                .map(field -> field.holds() == Holds.GOALS
                                        ? "marks, goals or levels were altered"
                                        : "the register was altered")
                                .distinct()
                                .collect(Collectors.joining("; "))));
            }
        }
        left.values()
                .forEach(row -> lines.add(
                        new Line(row.enrolmentId(), row.name(), "", figures(row), "joined since, or was left out")));
        return new Differences(lines);
    }

    /** “attendance 95.2”. */
    private static String figures(Map<String, String> own, List<SchoolField> fields) {
        return fields.stream()
                .map(field -> field.name() + " " + own.getOrDefault(field.name(), "none"))
                .collect(Collectors.joining(", "));
    }

    private static String figures(ReturnRow row) {
        return row.percent().isEmpty()
                ? "no result"
                : row.percent() + (row.grade().isEmpty() ? "" : ", " + row.grade());
    }

    private static String why(long enrolmentId, Book book, SchoolReturn own, List<ListedChange> changes) {
        List<String> causes = changes.stream()
                .filter(change -> change.enrolmentId() == enrolmentId && isOf(book, change, own.term()))
                .map(change -> change.assessment() + " " + shown(change.was()) + " → " + shown(change.became()))
                .toList();
        return causes.isEmpty()
                ? "weights, rules, boundaries or pieces changed"
                : causes.stream().limit(MOST_CAUSES).collect(Collectors.joining("; "))
                        + (causes.size() > MOST_CAUSES ? " and " + (causes.size() - MOST_CAUSES) + " more" : "");
    }

    private static boolean isOf(Book book, ListedChange change, TermId term) {
        return book.placeOf(new AssessmentId(Long.toString(change.assessmentId())))
                .filter(piece -> book.termOf(piece).equals(term))
                .isPresent();
    }

    private static String shown(String entry) {
        return entry.isEmpty() ? "blank" : entry;
    }

    public boolean isNone() {
        return lines.isEmpty();
    }

    /** “2 results differ”. */
    public String words() {
        return lines.size() == 1 ? "1 result differs" : lines.size() + " results differ";
    }
}
