package aestimo.core.book;

import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.StudentId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** What stands in the cells of a book, a row for each student, by their places. Altered only into a new one. */
final class Cells {
    private final List<Assessment> assessments;
    private final Map<StudentId, Integer> studentPlaces;
    private final Map<AssessmentId, Integer> assessmentPlaces;
    /** Where the entries of an assessment begin within a row; behind the last, how many a row has. */
    private final int[] first;
    /** Null: nothing was ever put there. */
    private final Entry[][] rows;

    private Cells(
            List<Assessment> assessments,
            Map<StudentId, Integer> studentPlaces,
            Map<AssessmentId, Integer> assessmentPlaces,
            int[] first,
            Entry[][] rows) {
        this.assessments = assessments;
        this.studentPlaces = studentPlaces;
        this.assessmentPlaces = assessmentPlaces;
        this.first = first;
        this.rows = rows;
    }

    /** @param entries checked already */
    static Cells of(
            List<Assessment> assessments,
            Map<StudentId, Integer> studentPlaces,
            Map<AssessmentId, Integer> assessmentPlaces,
            List<Book.Placed> entries) {
        int[] first = starts(assessments);
        Entry[][] rows = new Entry[studentPlaces.size()][first[assessments.size()]];
        return new Cells(assessments, studentPlaces, assessmentPlaces, first, rows).with(entries);
    }

    /** Where the entries of each assessment begin within a row, and behind the last, how many a row has. */
    static int[] starts(List<Assessment> assessments) {
        int[] first = new int[assessments.size() + 1];
        for (int i = 0; i < assessments.size(); i++) {
            first[i + 1] = first[i] + assessments.get(i).entryCount();
        }
        return first;
    }

    /** @param entries checked already */
    Cells with(List<Book.Placed> entries) {
        Entry[][] altered = rows.clone();
        for (Book.Placed placed : entries) {
            int student = Objects.requireNonNull(studentPlaces.get(placed.student()));
            int assessment = Objects.requireNonNull(assessmentPlaces.get(placed.assessment()));
            int part =
                    placed.part().flatMap(assessments.get(assessment)::indexOf).orElse(0);
            if (altered[student] == rows[student]) {
                altered[student] = Arrays.copyOf(rows[student], rows[student].length);
            }
            altered[student][first[assessment] + part] = placed.entry();
        }
        return new Cells(assessments, studentPlaces, assessmentPlaces, first, altered);
    }

    int first(int assessment) {
        return first[assessment];
    }

    /** How many cells a row has. */
    int width() {
        return first[assessments.size()];
    }

    /** Null: nothing was ever put there. */
    Entry at(int student, int cell) {
        return rows[student][cell];
    }

    int countFilled() {
        return Math.toIntExact(Arrays.stream(rows)
                .flatMap(Arrays::stream)
                .filter(entry -> entry != null && !entry.is(EntryKind.BLANK))
                .count());
    }

    /** All that stands there, by student, assessment and part in their order. */
    List<Book.Placed> entries(List<Student> students) {
        List<Book.Placed> all = new ArrayList<>();
        for (int student = 0; student < rows.length; student++) {
            for (int assessment = 0; assessment < assessments.size(); assessment++) {
                Assessment piece = assessments.get(assessment);
                for (int part = 0; part < piece.entryCount(); part++) {
                    Entry there = rows[student][first[assessment] + part];
                    if (there != null) {
                        all.add(new Book.Placed(
                                students.get(student).id(),
                                piece.id(),
                                piece.partAt(part).map(Part::id),
                                there));
                    }
                }
            }
        }
        return all;
    }
}
