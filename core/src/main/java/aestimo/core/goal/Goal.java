package aestimo.core.goal;

import aestimo.core.id.GoalId;
import aestimo.core.refusal.Refusal;
import aestimo.core.refusal.RefusedException;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What students are to be able to do (rules, section 14).
 *
 * @param parent the goal it is under; empty for one that is under none
 * @param statedSecure the percent from which it is reached, from 0 to 100; empty: {@link #USUAL_SECURE}
 * @param statedNeeds how many pieces of evidence it takes, 1 or more; empty: all there are
 * @param statedJudge empty: {@link Judge#LATEST}
 * @param evidence in the order it is listed; none on a goal with others under it, which has no settings either
 */
public record Goal(
        GoalId id,
        String title,
        Optional<GoalId> parent,
        Optional<Percent> statedSecure,
        Optional<Integer> statedNeeds,
        Optional<Judge> statedJudge,
        List<Evidence> evidence) {
    public static final Percent USUAL_SECURE = Percent.of(70);

    /** @throws RefusedException when the percent or the number needed will not do */
    public Goal {
        List<Refusal> refusals = new ArrayList<>();
        if (statedSecure.filter(percent -> !percent.isWithinHundred()).isPresent()) {
            refusals.add(new Refusal("secure", "secure must be from 0 to 100"));
        }
        if (statedNeeds.filter(needs -> needs < 1).isPresent()) {
            refusals.add(new Refusal("needs", statedNeeds.get() + " pieces of evidence needed must be 1 or more"));
        }
        if (!refusals.isEmpty()) {
            throw new RefusedException(refusals);
        }
        evidence = List.copyOf(evidence);
    }

    /** One with the usual settings that is under no other. */
    public static Goal of(GoalId id, String title, Evidence... evidence) {
        return new Goal(
                id, title, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), List.of(evidence));
    }

    /** The same goal by other evidence. */
    public Goal withEvidence(List<Evidence> other) {
        return new Goal(id, title, parent, statedSecure, statedNeeds, statedJudge, other);
    }

    public Percent secure() {
        return statedSecure.orElse(USUAL_SECURE);
    }

    public Judge judge() {
        return statedJudge.orElse(Judge.LATEST);
    }
}
