package aestimo.core.seating;

import aestimo.core.id.StudentId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * Students put on seats, with what was asked kept: the same for the same students, seats and wishes.
 *
 * @param seats whose seat is which, in the order of the students
 * @param unkept wishes that do not go with those before them, each with the fewest of these it does not go with; none
 *     where the room alone is against it
 */
public record Arrangement(Map<StudentId, Seat> seats, Map<Wish, List<Wish>> unkept) {
    /**
     * Takes the wishes one after another, by kind and then as given, and keeps each that can be kept together with all
     * that are kept already. Then everybody, in order, has the first seat that leaves all of that possible.
     *
     * @param room all seats that can be sat on
     * @param order who is seated first; wishes of anybody else are left out
     * @throws IllegalArgumentException where there are more students than seats
     */
    public static Arrangement of(Collection<Seat> room, List<StudentId> order, List<Wish> wishes) {
        List<Seat> all = List.copyOf(new TreeSet<>(room));
        if (order.size() > all.size()) {
            throw new IllegalArgumentException(order.size() + " students for " + all.size() + " seats");
        }
        List<Wish> kept = new ArrayList<>();
        Map<Wish, List<Wish>> unkept = new LinkedHashMap<>();
        for (Wish wish : wishes.stream()
                .distinct()
                .filter(wish -> order.contains(wish.student())
                        && wish.other().map(order::contains).orElse(true))
                .sorted(Comparator.comparing(Wish::kind))
                .toList()) {
            List<Wish> together = new ArrayList<>(kept);
            together.add(wish);
            if (new Search(all, together).isPossible()) {
                kept.add(wish);
            } else {
                unkept.put(wish, against(all, kept, wish));
            }
        }
        return new Arrangement(new Search(all, kept).seat(order), unkept);
    }

    /** Leaves out one after another of those kept, as long as the rest is still against the wish. */
    private static List<Wish> against(List<Seat> all, List<Wish> kept, Wish wish) {
        List<Wish> needed = new ArrayList<>(kept);
        for (Wish one : kept) {
            List<Wish> without = new ArrayList<>(needed);
            without.remove(one);
            without.add(wish);
            if (!new Search(all, without).isPossible()) {
                needed.remove(one);
            }
        }
        return needed;
    }

    /** The first beside the last, the second beside the last but one: such as strong beside weak. */
    public static <T> List<T> alternating(List<T> order) {
        List<T> mixed = new ArrayList<>();
        for (int first = 0, last = order.size() - 1; first <= last; first++, last--) {
            mixed.add(order.get(first));
            if (first < last) {
                mixed.add(order.get(last));
            }
        }
        return mixed;
    }
}
