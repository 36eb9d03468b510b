package aestimo.core.counting;

import aestimo.core.book.Assessment;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Fraction;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Percent;
import java.util.Optional;

/**
 * A part-made mark of one student: what each part counts as, the gates, and the ceilings (rules, section 2). Immutable.
 */
public final class PartMark {
    private final Assessment assessment;
    private final Entry[] entries;
    private final Outcome[] outcomes;

    /**
     * @param entries what stands in each part, in their order
     * @param outcomes what each counts as
     */
    PartMark(Assessment assessment, Entry[] entries, Outcome[] outcomes) {
        this.assessment = assessment;
        this.entries = entries;
        this.outcomes = outcomes;
    }

    /** What stands in a part. */
    public Entry entry(int part) {
        return entries[part];
    }

    /** What a part counts as. */
    public Outcome outcome(int part) {
        return outcomes[part];
    }

    /** <i>q</i> = Σ v·p / Σ v over the parts that count, then under the lowest ceiling that applies. */
    public Outcome outcome() {
        FractionSum weighted = new FractionSum();
        FractionSum weights = new FractionSum();
        boolean any = false;
        for (int i = 0; i < outcomes.length; i++) {
            Optional<Percent> percent = outcomes[i].percent();
            if (percent.isPresent()) {
                Fraction weight = assessment.parts().get(i).weight().toFraction();
                weighted.plusProduct(weight, percent.get().exact());
                weights.plus(weight);
                any = true;
            }
        }
        if (!any) {
            return Outcome.nothing(Reason.NO_PART);
        }
        Percent whole = new Percent(weighted.toFraction().dividedBy(weights.toFraction()));
        return Outcome.of(capped(whole), whole);
    }

    private Percent capped(Percent whole) {
        Percent least = whole;
        for (int i = 0; i < assessment.ceilings().size(); i++) {
            Percent most = assessment.ceilings().get(i).most();
            if (most.compareTo(least) < 0 && applies(i)) {
                least = most;
            }
        }
        return least;
    }

    /**
     * Whether a ceiling applies: fewer than so many of its gates have not failed.
     *
     * @param ceiling its place
     */
    public boolean applies(int ceiling) {
        int standing = 0;
        for (int gate = 0; gate < assessment.gateCount(ceiling); gate++) {
            standing += hasFailed(ceiling, gate) ? 0 : 1;
        }
        return standing < assessment.ceilings().get(ceiling).fewerThan();
    }

    /**
     * Whether a gate has failed: it counts below the pass percent, or was not handed in, whatever that counts as. Blank,
     * absent and in-doubt gates are open still; every other has passed.
     *
     * @param ceiling the ceiling's place
     * @param gate the gate's place within the ceiling
     */
    public boolean hasFailed(int ceiling, int gate) {
        int part = assessment.gate(ceiling, gate);
        if (entries[part].is(EntryKind.NOT_HANDED_IN)) {
            return true;
        }
        Optional<Percent> percent = outcomes[part].percent();
        return percent.isPresent()
                && percent.get().compareTo(assessment.ceilings().get(ceiling).pass()) < 0;
    }
}
