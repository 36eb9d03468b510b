package aestimo.core.book;

import aestimo.core.value.Fraction;
import aestimo.core.value.Mark;
import aestimo.core.value.Percent;
import java.util.List;

/**
 * The percents of an assessment on marks as whole numbers over one denominator: where all of its entries are plain marks
 * within {@link #least} and {@link #most}, it counts Σ units·{@link #factor} / {@link #denominator} %.
 *
 * <p>That is the rule of sections 1 and 2 with everything worked out that does not depend on the student, so that going
 * through a class takes a multiplication for an entry. It says nothing of any other entry. Immutable.
 */
public final class Scale {
    /** No percent that is counted in whole numbers is larger; so sums of thousands of them still fit. */
    public static final long LARGEST_PERCENT = 1000;

    /** Denominators stay below this, so that 1000 % still leaves room for weights. */
    public static final long LARGEST_DENOMINATOR = 1L << 40;

    private static final Scale NONE = new Scale(0, new long[0], new long[0], new long[0]);

    private final long denominator;
    private final long[] factors;
    private final long[] least;
    private final long[] most;

    private Scale(long denominator, long[] factors, long[] least, long[] most) {
        this.denominator = denominator;
        this.factors = factors;
        this.least = least;
        this.most = most;
    }

    /** @return one whose denominator is 0 where there is none small enough, or the piece is not on marks */
    static Scale of(Assessment assessment) {
        if (assessment.kind() != AssessmentKind.MARKS) {
            return NONE;
        }
        int entries = assessment.entryCount();
        Fraction weights = Fraction.ZERO;
        for (int i = 0; i < entries; i++) {
            weights = weights.plus(weight(assessment, i));
        }
        Fraction[] ofOneUnit = new Fraction[entries];
        long denominator = 1;
        for (int i = 0; i < entries; i++) {
            Fraction part = weight(assessment, i).dividedBy(weights);
            Fraction alone =
                    Fraction.HUNDRED.dividedBy(Fraction.of(assessment.outOf(i).units()));
            ofOneUnit[i] = alone.times(part);
            // Also for a part that counts alone, and for any tenth of a percent in it: what is still possible asks for
            // that.
            for (Fraction needed : List.of(ofOneUnit[i], alone, part.dividedBy(Fraction.of(10)))) {
                denominator = needed.commonDenominator(denominator, LARGEST_DENOMINATOR);
            }
        }
        return denominator == 0 ? NONE : of(assessment, denominator, ofOneUnit);
    }

    private static Scale of(Assessment assessment, long denominator, Fraction[] ofOneUnit) {
        long[] factors = new long[ofOneUnit.length];
        long[] least = new long[ofOneUnit.length];
        long[] most = new long[ofOneUnit.length];
        for (int i = 0; i < ofOneUnit.length; i++) {
            factors[i] = ofOneUnit[i].wholeOver(denominator, 0);
            long outOf = assessment.outOf(i).units();
            most[i] = assessment.allowsOver() ? outOf * (LARGEST_PERCENT / 100) : outOf;
        }
        for (int ceiling = 0; ceiling < assessment.ceilings().size(); ceiling++) {
            Percent pass = assessment.ceilings().get(ceiling).pass();
            for (int gate = 0; gate < assessment.gateCount(ceiling); gate++) {
                int part = assessment.gate(ceiling, gate);
                // The smallest mark with which no gate is failed, so that no ceiling can apply.
                long passed = assessment.outOf(part).leastUnitsFor(pass);
                least[part] = Math.max(least[part], passed);
            }
        }
        return new Scale(denominator, factors, least, most);
    }

    private static Fraction weight(Assessment assessment, int entry) {
        return assessment.partAt(entry).map(part -> part.weight().toFraction()).orElse(Fraction.ONE);
    }

    /** How many entries it goes over: those of the assessment; 0 where it has no such scale. */
    public int entryCount() {
        return factors.length;
    }

    /** 0 where the assessment has no such scale: then every entry is counted by definition. */
    public long denominator() {
        return denominator;
    }

    /**
     * What one unit of a mark brings, over the denominator.
     *
     * @param part the entry's place among the parts; 0 for a piece without parts
     * @see Mark#units
     */
    public long factor(int part) {
        return factors[part];
    }

    /** The least mark for which this holds, in units. */
    public long least(int part) {
        return least[part];
    }

    /** The highest mark for which this holds, in units. */
    public long most(int part) {
        return most[part];
    }
}
