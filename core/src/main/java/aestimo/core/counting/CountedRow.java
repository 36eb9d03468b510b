package aestimo.core.counting;

import aestimo.core.book.Scale;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * What every assessment counts as for one student, by its place in the book.
 *
 * <p>A percent is kept as a whole number over its assessment's denominator wherever it is one, so that sums of many need
 * no fractions; the few others are kept as they are. Both are exact. Mutable only within this package.
 */
public final class CountedRow {
    private static final long NOTHING = -1;
    private static final long ODD = -2;

    /** By assessment; 0 where its percents have no common one that is small enough. */
    private final long[] denominators;

    private final long[] numerators;
    private final boolean[] plain;
    /** What is no whole number over the denominator; null as long as there is none. */
    private Percent @Nullable [] odd;

    CountedRow(long[] denominators) {
        this.denominators = denominators;
        this.numerators = new long[denominators.length];
        this.plain = new boolean[denominators.length];
    }

    private CountedRow(CountedRow other) {
        this.denominators = other.denominators;
        this.numerators = other.numerators.clone();
        this.plain = other.plain;
        this.odd = other.odd == null ? null : other.odd.clone();
    }

    CountedRow copy() {
        return new CountedRow(this);
    }

    /** @param numerator 0 or more, made of plain marks */
    void putPlain(int assessment, long numerator) {
        numerators[assessment] = numerator;
        plain[assessment] = true;
    }

    /** @param percent 0 or more; null: it does not count */
    void put(int assessment, @Nullable Percent percent) {
        numerators[assessment] = percent == null ? NOTHING : whole(assessment, percent.exact());
        if (numerators[assessment] == ODD) {
            if (odd == null) {
                odd = new Percent[numerators.length];
            }
            odd[assessment] = percent;
        }
    }

    private long whole(int assessment, Fraction percent) {
        long denominator = denominators[assessment];
        if (denominator == 0) {
            return ODD;
        }
        long numerator = percent.wholeOver(denominator, ODD);
        return numerator <= denominator * Scale.LARGEST_PERCENT ? numerator : ODD;
    }

    public boolean counts(int assessment) {
        return numerators[assessment] != NOTHING;
    }

    /** Whether all that stands there are marks within their range, without a sign: nothing is open or to settle. */
    public boolean isPlain(int assessment) {
        return plain[assessment];
    }

    /** Whether the percent is {@link #numerator} over the assessment's denominator; false where it does not count. */
    public boolean isWhole(int assessment) {
        return numerators[assessment] >= 0;
    }

    /** Only where {@link #isWhole}; from 0 to 1000 times the denominator. */
    public long numerator(int assessment) {
        return numerators[assessment];
    }

    /** The percent; null where it does not count. */
    public @Nullable Percent percent(int assessment) {
        long numerator = numerators[assessment];
        if (numerator >= 0) {
            return new Percent(Fraction.of(numerator, denominators[assessment]));
        }
        return numerator == ODD && odd != null ? odd[assessment] : null;
    }

    /** The percent times {@code factor}; only where it counts. */
    public Fraction times(int assessment, Fraction factor) {
        return isWhole(assessment)
                ? factor.times(numerators[assessment], denominators[assessment])
                : factor.times(Objects.requireNonNull(percent(assessment)).exact());
    }
}
