package aestimo.core.grading;

import aestimo.core.rules.Ranking;
import java.util.Arrays;
import java.util.List;

/**
 * A place among others (rules, section 7), 1 for the highest.
 *
 * @param tied when somebody shares it
 */
public record Rank(int place, boolean tied) {
    /**
     * The place of each figure among all of them.
     *
     * @param figures compared as they are: pass rounded ones, so that equal figures on the page share a place
     * @return as many, in the order given
     */
    public static <F extends Comparable<F>> List<Rank> of(List<F> figures, Ranking ranking) {
        Integer[] highestFirst = new Integer[figures.size()];
        Arrays.setAll(highestFirst, i -> i);
        Arrays.sort(highestFirst, (one, other) -> figures.get(other).compareTo(figures.get(one)));
        boolean[] level = new boolean[highestFirst.length];
        for (int i = 1; i < level.length; i++) {
            level[i] = figures.get(highestFirst[i]).equals(figures.get(highestFirst[i - 1]));
        }
        Rank[] inOrder = ofDescending(level, ranking);
        Rank[] ranks = new Rank[highestFirst.length];
        for (int i = 0; i < ranks.length; i++) {
            ranks[highestFirst[i]] = inOrder[i];
        }
        return List.of(ranks);
    }

    /**
     * The same for figures that stand in order already, the highest first.
     *
     * @param level for each figure, whether it equals the one before it
     */
    public static Rank[] ofDescending(boolean[] level, Ranking ranking) {
        Rank[] ranks = new Rank[level.length];
        int distinct = 0;
        for (int start = 0; start < level.length; distinct++) {
            int end = start + 1;
            while (end < level.length && level[end]) {
                end++;
            }
            int higher = ranking == Ranking.STANDARD ? start : distinct;
            Arrays.fill(ranks, start, end, new Rank(higher + 1, end - start > 1));
            start = end;
        }
        return ranks;
    }

    /** {@code "=6"} for a shared place, {@code "6"} for one's own. */
    @Override
    public String toString() {
        return (tied ? "=" : "") + place;
    }
}
