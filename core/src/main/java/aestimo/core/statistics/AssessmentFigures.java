package aestimo.core.statistics;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.counting.CountedRow;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Rank;
import aestimo.core.id.StudentId;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import aestimo.core.value.WholeNumbers;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * One assessment over all students whose entry counts, those who left included, in percents after deduction and ceilings
 * (rules, section 6). Immutable.
 */
public final class AssessmentFigures {
    /** Above this many students a column is gone through by fractions. */
    private static final int LARGEST_CLASS = 8192;

    private final Counting counting;
    private final Book book;
    private final int place;
    /** Places of the students whose entry counts, the highest percent first. */
    private final int[] highestFirst;
    /** Whether every percent is a whole number over the denominator. */
    private final boolean whole;

    private final Optional<Percent> mean;
    /** By the student's place; null where the entry counts nothing. */
    private final Rank[] ranks;

    /**
     * One set's part in an assessment.
     *
     * @param counted how many of the set's entries count
     * @param mean empty where none does
     */
    public record SetMean(int counted, Optional<Percent> mean) {}

    private AssessmentFigures(Counting counting, int place) {
        this.counting = counting;
        this.book = counting.book();
        this.place = place;
        int students = book.students().size();
        int[] counted = new int[students];
        int count = 0;
        boolean allWhole = students < LARGEST_CLASS;
        for (int student = 0; student < students; student++) {
            CountedRow row = counting.row(student);
            if (row.counts(place)) {
                counted[count++] = student;
                allWhole &= row.isWhole(place);
            }
        }
        this.whole = allWhole;
        this.highestFirst = whole ? sortedWholes(counted, count) : sortedPercents(counted, count);
        this.mean = meanOf(highestFirst, count);
        this.ranks = new Rank[students];
        Rank[] inOrder = Rank.ofDescending(
                whole ? levelSteps() : levelPercents(), book.rules().ranking());
        for (int i = 0; i < count; i++) {
            ranks[highestFirst[i]] = inOrder[i];
        }
    }

    /** A numerator is below 2⁵⁰, so numerator and student go into one long, and longs sort fast. */
    private int[] sortedWholes(int[] students, int count) {
        long[] keys = new long[count];
        for (int i = 0; i < count; i++) {
            keys[i] = numerator(students[i]) * LARGEST_CLASS + students[i];
        }
        Arrays.sort(keys);
        int[] sorted = new int[count];
        for (int i = 0; i < count; i++) {
            sorted[i] = (int) (keys[count - 1 - i] % LARGEST_CLASS);
        }
        return sorted;
    }

    private int[] sortedPercents(int[] students, int count) {
        return IntStream.of(students)
                .limit(count)
                .boxed()
                .sorted((one, other) -> percentThatCounts(other).compareTo(percentThatCounts(one)))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    private long numerator(int student) {
        return counting.row(student).numerator(place);
    }

    private @Nullable Percent percent(int student) {
        return counting.row(student).percent(place);
    }

    /** Of a student whose entry counts. */
    private Percent percentThatCounts(int student) {
        return Objects.requireNonNull(percent(student));
    }

    /** Whether each percent, as shown, equals the one before it: in steps of the last decimal, 2·N·10ᵖ/D rounded half up. */
    private boolean[] levelSteps() {
        long denominator = counting.denominator(place);
        long steps = 2L * book.rules().places().stepsOfOne();
        boolean[] level = new boolean[highestFirst.length];
        long latest = -1;
        for (int i = 0; i < level.length; i++) {
            long own = WholeNumbers.quotient(numerator(highestFirst[i]) * steps + denominator, 2 * denominator);
            level[i] = own == latest;
            latest = own;
        }
        return level;
    }

    private boolean[] levelPercents() {
        boolean[] level = new boolean[highestFirst.length];
        Percent latest = null;
        for (int i = 0; i < level.length; i++) {
            Percent own =
                    percentThatCounts(highestFirst[i]).rounded(book.rules().places());
            level[i] = own.equals(latest);
            latest = own;
        }
        return level;
    }

    private Optional<Percent> meanOf(int[] students, int count) {
        if (!whole || count == 0) {
            return Mean.of(
                    IntStream.of(students).limit(count).mapToObj(this::percent).toList());
        }
        long sum = 0;
        for (int i = 0; i < count; i++) {
            sum += numerator(students[i]);
        }
        return Optional.of(new Percent(Fraction.of(sum, counting.denominator(place), count)));
    }

    /** @param place the assessment's place in the book */
    public static AssessmentFigures of(Counting counting, int place) {
        return new AssessmentFigures(counting, place);
    }

    public Assessment assessment() {
        return book.assessments().get(place);
    }

    /** How many entries count. */
    public int counted() {
        return highestFirst.length;
    }

    /** The percent a student's entry counts as; empty where it counts nothing. */
    public Optional<Percent> percentOf(Student student) {
        return book.placeOf(student.id()).map(this::percent);
    }

    /** A student's place, by rounded percents; empty where the entry counts nothing. */
    public Optional<Rank> placeOf(Student student) {
        return book.placeOf(student.id()).map(at -> ranks[at]);
    }

    /** All that count, by student, in the book's order. */
    public Map<StudentId, Percent> percents() {
        Map<StudentId, Percent> all = new LinkedHashMap<>();
        IntStream.of(highestFirst)
                .sorted()
                .forEach(student -> all.put(book.students().get(student).id(), percent(student)));
        return all;
    }

    public Optional<Percent> mean() {
        return mean;
    }

    /** The mean told as a mark out of the assessment's own out-of: p·M/100. */
    public Optional<Fraction> meanMark() {
        return mean.map(percent -> assessment().pointsOf(percent.exact()));
    }

    /** Every set of the class by its name, in the order of the names. */
    public Map<String, SetMean> sets() {
        Map<String, SetMean> sets = new LinkedHashMap<>();
        int[] inSet = new int[highestFirst.length];
        for (int set = 0; set < book.sets().size(); set++) {
            int count = 0;
            for (int student : highestFirst) {
                if (book.setOf(student) == set) {
                    inSet[count++] = student;
                }
            }
            sets.put(book.sets().get(set), new SetMean(count, meanOf(inSet, count)));
        }
        return sets;
    }

    public Optional<Percent> lowest() {
        return quartile(0);
    }

    public Optional<Percent> median() {
        return quartile(2);
    }

    public Optional<Percent> highest() {
        return quartile(4);
    }

    /**
     * Linear interpolation at position (n−1)·k/4 of the sorted list.
     *
     * @param k 0 for the lowest, 1 and 3 for the quartiles, 2 for the median, 4 for the highest
     * @return empty where nothing counts
     */
    public Optional<Percent> quartile(int k) {
        return Quartile.of(k, highestFirst.length, this::fromBelow);
    }

    private @Nullable Percent fromBelow(int position) {
        return percent(highestFirst[highestFirst.length - 1 - position]);
    }

    /** The population standard deviation, in percentage points; empty where nothing counts. Floating point: decides nothing. */
    public OptionalDouble standardDeviation() {
        if (mean.isEmpty()) {
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(
                whole
                        ? Deviation.ofWholes(numerators(), counting.denominator(place))
                        : Deviation.of(Deviation.offs(
                                IntStream.of(highestFirst)
                                        .mapToObj(this::percent)
                                        .toList(),
                                mean.get().exact())));
    }

    private long[] numerators() {
        long[] numerators = new long[highestFirst.length];
        Arrays.setAll(numerators, i -> numerator(highestFirst[i]));
        return numerators;
    }
}
