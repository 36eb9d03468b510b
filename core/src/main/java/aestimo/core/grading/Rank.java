package aestimo.core.grading;

import aestimo.core.book.Ranking;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
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
        List<Rank> inOrder =
                ofDescending(Arrays.stream(highestFirst).map(figures::get).toList(), ranking);
        Rank[] ranks = new Rank[highestFirst.length];
        for (int i = 0; i < ranks.length; i++) {
            ranks[highestFirst[i]] = inOrder.get(i);
        }
        return List.of(ranks);
    }

    /** The same for figures that stand in order already, the highest first. */
    public static <F> List<Rank> ofDescending(List<F> figures, Ranking ranking) {
        List<Rank> ranks = new ArrayList<>(figures.size());
        int distinct = 0;
        while (ranks.size() < figures.size()) {
            int start = ranks.size();
            int end = start + 1;
            while (end < figures.size() && figures.get(end).equals(figures.get(start))) {
                end++;
            }
            int higher = ranking == Ranking.STANDARD ? start : distinct;
            ranks.addAll(Collections.nCopies(end - start, new Rank(higher + 1, end - start > 1)));
            distinct++;
        }
        return ranks;
    }

    /** {@code "=6"} for a shared place, {@code "6"} for one's own. */
    @Override
    public String toString() {
        return (tied ? "=" : "") + place;
    }
}
