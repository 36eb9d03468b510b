package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Grading;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What is still possible for one student over a span: best, worst, and what is needed for a band (rules, section 8).
 * Immutable.
 */
public final class Prospects {
    /** The steps of <i>x</i> from 0 to 100. */
    private static final int STEPS = 1000;

    private final Counting counting;
    private final Calculation calculation;
    private final Grading grading;
    private final int student;
    private final int[] remaining;

    Prospects(Counting counting, PooledCalculation pooled, Calculation calculation, Grading grading, int student) {
        this.counting = counting;
        this.calculation = calculation;
        this.grading = grading;
        this.student = student;
        Student own = counting.book().students().get(student);
        int[] open = new int[pooled.deciding().length];
        int count = 0;
        for (int place : pooled.deciding()) {
            if (counting.isOpen(student, place)
                    && own.isMeant(counting.book().assessments().get(place))) {
                open[count++] = place;
            }
        }
        this.remaining = Arrays.copyOf(open, count);
    }

    /** How many assessments may still change the result. */
    public int remaining() {
        return remaining.length;
    }

    /** The assessments that may still change the result, in the book's order. */
    public List<Assessment> assessments() {
        return Arrays.stream(remaining)
                .mapToObj(place -> counting.book().assessments().get(place))
                .toList();
    }

    /** R(0): the result if nothing more came; empty for none. */
    public Optional<Percent> worst() {
        return Optional.ofNullable(resultIf(Percent.ZERO));
    }

    /** R(100): the result if everything that remains were full; empty for none. */
    public Optional<Percent> best() {
        return Optional.ofNullable(resultIf(Percent.HUNDRED));
    }

    /** R(x); null for none. */
    private @Nullable Percent resultIf(Percent open) {
        return calculation.result(counting.rowIfOpenWere(open, student, remaining));
    }

    /**
     * The smallest average on all that remains, in steps of 0.1, that reaches a band.
     *
     * <p>R(x) never falls as x rises (the rules refuse the set-ups in which it might), so the smallest is found by
     * halving.
     *
     * @return empty where nothing could ever give a result
     */
    public Optional<Needed> needed(Band band) {
        Percent best = resultIf(Percent.HUNDRED);
        if (best == null) {
            return Optional.empty();
        }
        if (!grading.reaches(best, band)) {
            return Optional.of(Needed.outOfReach());
        }
        if (reaches(0, band)) {
            return Optional.of(Needed.secured());
        }
        int fails = 0;
        int reaches = STEPS;
        while (reaches - fails > 1) {
            int middle = (fails + reaches) / 2;
            if (reaches(middle, band)) {
                reaches = middle;
            } else {
                fails = middle;
            }
        }
        return Optional.of(new Needed(Needed.Kind.PERCENT, Optional.of(step(reaches))));
    }

    private boolean reaches(int step, Band band) {
        Percent result = resultIf(step(step));
        return result != null && grading.reaches(result, band);
    }

    private static Percent step(int step) {
        return new Percent(Fraction.of(step, 10));
    }
}
