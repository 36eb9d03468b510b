package aestimo.core.result;

import aestimo.core.book.Ranking;
import aestimo.core.value.Percent;
import java.util.Collection;

/**
 * A place among others (rules, section 7), 1 for the highest.
 *
 * @param tied when somebody shares it
 */
public record Rank(int place, boolean tied) {
    /**
     * The place of one percent among all, itself included.
     *
     * @param own compared as it is: pass rounded percents, so that equal figures on the page share a place
     */
    static Rank of(Percent own, Collection<Percent> all, Ranking ranking) {
        long higher = switch (ranking) {
            case STANDARD ->
                all.stream().filter(other -> other.compareTo(own) > 0).count();
            case DENSE ->
                all.stream()
                        .filter(other -> other.compareTo(own) > 0)
                        .distinct()
                        .count();
        };
        long level = all.stream().filter(own::equals).count();
        return new Rank(Math.toIntExact(higher) + 1, level > 1);
    }

    /** {@code "=6"} for a shared place, {@code "6"} for one's own. */
    @Override
    public String toString() {
        return (tied ? "=" : "") + place;
    }
}
