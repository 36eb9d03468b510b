package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One assessment over all students whose entry counts (rules, section 6), in percents after deduction. Immutable.
 */
public final class AssessmentFigures {
    private final Assessment assessment;
    private final Map<StudentId, Percent> percents;
    private final Map<StudentId, Rank> places = new LinkedHashMap<>();
    private final List<Percent> ascending;

    private AssessmentFigures(Book book, Assessment assessment, Map<StudentId, Percent> percents) {
        this.assessment = assessment;
        this.percents = percents;
        this.ascending = percents.values().stream().sorted().toList();
        Map<StudentId, Percent> rounded = new LinkedHashMap<>();
        percents.forEach((student, percent) ->
                rounded.put(student, percent.rounded(book.rules().places())));
        rounded.forEach((student, percent) -> places.put(
                student, Rank.of(percent, rounded.values(), book.rules().ranking())));
    }

    static AssessmentFigures of(Book book, Counting counting, Assessment assessment) {
        Map<StudentId, Percent> percents = new LinkedHashMap<>();
        for (Student student : book.students()) {
            counting.percentOf(book.entry(student, assessment), assessment)
                    .ifPresent(percent -> percents.put(student.id(), percent));
        }
        return new AssessmentFigures(book, assessment, percents);
    }

    public Assessment assessment() {
        return assessment;
    }

    /** How many entries count. */
    public int counted() {
        return percents.size();
    }

    /** The percent a student's entry counts as; empty where it counts nothing. */
    public Optional<Percent> percentOf(Student student) {
        return Optional.ofNullable(percents.get(student.id()));
    }

    /** A student's place, by rounded percents; empty where the entry counts nothing. */
    public Optional<Rank> placeOf(Student student) {
        return Optional.ofNullable(places.get(student.id()));
    }

    /** All that count, by student, in the book's order. */
    public Map<StudentId, Percent> percents() {
        return Map.copyOf(percents);
    }

    public Optional<Percent> mean() {
        return Mean.of(percents.values());
    }

    /** The mean told as a mark out of the assessment's own out-of: p·M/100. */
    public Optional<Fraction> meanMark() {
        return mean().map(percent ->
                assessment.outOf().toFraction().times(percent.exact()).dividedBy(Fraction.HUNDRED));
    }

    public Optional<Percent> lowest() {
        return quantile(0);
    }

    public Optional<Percent> median() {
        return quantile(2);
    }

    public Optional<Percent> highest() {
        return quantile(4);
    }

    /** Linear interpolation at position (n−1)·k/4 of the sorted list, k = 0 … 4. */
    private Optional<Percent> quantile(int k) {
        if (ascending.isEmpty()) {
            return Optional.empty();
        }
        int quarters = (ascending.size() - 1) * k;
        Percent low = ascending.get(quarters / 4);
        if (quarters % 4 == 0) {
            return Optional.of(low);
        }
        Fraction step = ascending.get(quarters / 4 + 1).minus(low).exact();
        return Optional.of(low.plus(new Percent(step.times(Fraction.of(quarters % 4, 4)))));
    }
}
