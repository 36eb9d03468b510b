package aestimo.core.seating;

import aestimo.core.id.StudentId;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/**
 * Looks for seats for those who have wishes, all of which are to be kept. Tries the student with the fewest seats left
 * first, and gives up a way as soon as somebody has none left, or several have too few together.
 */
final class Search {
    /** Ways that are tried before it counts as impossible: more than a class needs, and a few milliseconds. */
    private static final int MOST_TRIED = 400;

    private static final int FRONT_ROWS = 2;

    private final List<Seat> seats;
    private final Map<StudentId, Integer> index = new LinkedHashMap<>();
    /** The seats each may have, before anybody is seated. */
    private final BitSet[] may;
    /** Whom each is to sit beside, and whom not. */
    private final BitSet[] besides;

    private final BitSet[] apart;
    /** The seats that touch each. */
    private final BitSet[] touching;

    private int tried;

    Search(List<Seat> seats, List<Wish> wishes) {
        this.seats = seats;
        for (Wish wish : wishes) {
            index.putIfAbsent(wish.student(), index.size());
            wish.other().ifPresent(other -> index.putIfAbsent(other, index.size()));
        }
        may = sets(index.size());
        besides = sets(index.size());
        apart = sets(index.size());
        touching = sets(seats.size());
        for (int one = 0; one < seats.size(); one++) {
            for (int other = 0; other < seats.size(); other++) {
                touching[one].set(other, seats.get(one).isBeside(seats.get(other)));
            }
        }
        for (BitSet all : may) {
            all.set(0, seats.size());
        }
        wishes.forEach(this::understand);
    }

    private static BitSet[] sets(int size) {
        BitSet[] sets = new BitSet[size];
        Arrays.setAll(sets, i -> new BitSet());
        return sets;
    }

    private void understand(Wish wish) {
        int student = indexOf(wish.student());
        Optional<Integer> other = wish.other().map(this::indexOf);
        switch (wish.kind()) {
            case THIS_SEAT -> {
                BitSet only = new BitSet();
                wish.seat().map(seats::indexOf).filter(at -> at >= 0).ifPresent(only::set);
                may[student].and(only);
            }
            case NEAR_FRONT -> may[student].and(front());
            case BESIDE ->
                other.ifPresent(own -> {
                    besides[student].set(own);
                    besides[own].set(student);
                });
            case NOT_BESIDE ->
                other.ifPresent(own -> {
                    apart[student].set(own);
                    apart[own].set(student);
                });
        }
    }

    private int indexOf(StudentId student) {
        return index.getOrDefault(student, -1);
    }

    private BitSet front() {
        TreeSet<Integer> rows = new TreeSet<>();
        seats.forEach(seat -> rows.add(seat.row()));
        List<Integer> first = rows.stream().limit(FRONT_ROWS).toList();
        BitSet front = new BitSet();
        for (int at = 0; at < seats.size(); at++) {
            front.set(at, first.contains(seats.get(at).row()));
        }
        return front;
    }

    boolean isPossible() {
        BitSet[] left = copy(may);
        return haveRoomTogether() && narrow(left) && find(left).isPresent();
    }

    /**
     * Takes from each the seats that leave somebody they have a wish with none, until there are no more of these: two who
     * are to sit beside each other and are not to are found out here, not by trying all ways. False where somebody has no
     * seat left.
     */
    private boolean narrow(BitSet[] left) {
        boolean narrower = true;
        while (narrower) {
            narrower = false;
            for (int student = 0; student < left.length; student++) {
                for (int seat = left[student].nextSetBit(0); seat >= 0; seat = left[student].nextSetBit(seat + 1)) {
                    if (!leavesSeats(left, student, seat)) {
                        left[student].clear(seat);
                        narrower = true;
                    }
                }
                if (left[student].isEmpty()) {
                    return false;
                }
            }
        }
        return true;
    }

    private boolean leavesSeats(BitSet[] left, int student, int seat) {
        BitSet wished = (BitSet) besides[student].clone();
        wished.or(apart[student]);
        return wished.stream().noneMatch(other -> {
            BitSet theirs = (BitSet) left[other].clone();
            theirs.clear(seat);
            narrow(theirs, student, other, seat);
            return theirs.isEmpty();
        });
    }

    /** Leaves of another's seats those that go with somebody on a seat. */
    private void narrow(BitSet theirs, int student, int other, int seat) {
        if (besides[student].get(other)) {
            theirs.and(touching[seat]);
        }
        if (apart[student].get(other)) {
            theirs.andNot(touching[seat]);
        }
    }

    /**
     * Seats everybody: each in order on the first seat that is free and leaves all wishes possible.
     *
     * @param order everybody, those without a wish too; no more than there are seats
     */
    Map<StudentId, Seat> seat(List<StudentId> order) {
        BitSet[] left = copy(may);
        int[] found = find(copy(left)).orElseThrow(() -> new IllegalStateException("wishes that cannot be kept"));
        BitSet free = new BitSet();
        free.set(0, seats.size());
        Map<StudentId, Seat> seated = new LinkedHashMap<>();
        for (StudentId student : order) {
            int own = indexOf(student);
            for (int seat = free.nextSetBit(0); seat >= 0; seat = free.nextSetBit(seat + 1)) {
                BitSet[] then = copy(left);
                boolean fits = own < 0 ? without(then, seat) : put(then, own, seat);
                // What was found before mostly goes with it still; only then is it looked for anew.
                boolean goes = own < 0 ? isFree(found, seat) : found[own] == seat;
                Optional<int[]> anew = goes || !fits ? Optional.of(found) : find(copy(then));
                if (fits && anew.isPresent()) {
                    found = anew.get();
                    left = then;
                    free.clear(seat);
                    seated.put(student, seats.get(seat));
                    break;
                }
            }
        }
        return seated;
    }

    private static boolean isFree(int[] found, int seat) {
        return Arrays.stream(found).noneMatch(own -> own == seat);
    }

    private static boolean without(BitSet[] left, int seat) {
        for (BitSet own : left) {
            own.clear(seat);
            if (own.isEmpty()) {
                return false;
            }
        }
        return true;
    }

    /** Seats one, and takes from the others what is no longer theirs; false where somebody has none left. */
    private boolean put(BitSet[] left, int student, int seat) {
        if (!left[student].get(seat)) {
            return false;
        }
        for (int other = 0; other < left.length; other++) {
            if (other == student) {
                continue;
            }
            left[other].clear(seat);
            narrow(left[other], student, other, seat);
            if (left[other].isEmpty()) {
                return false;
            }
        }
        left[student].clear();
        left[student].set(seat);
        return true;
    }

    /** Seats that keep all wishes, by student; empty where there are none. */
    private Optional<int[]> find(BitSet[] left) {
        tried = 0;
        return find(left, new BitSet());
    }

    private Optional<int[]> find(BitSet[] left, BitSet seated) {
        if (seated.cardinality() == left.length) {
            return Optional.of(
                    Arrays.stream(left).mapToInt(own -> own.nextSetBit(0)).toArray());
        }
        if (++tried > MOST_TRIED || !haveEnough(left)) {
            return Optional.empty();
        }
        int next = fewest(left, seated);
        BitSet then = (BitSet) seated.clone();
        then.set(next);
        for (int seat = left[next].nextSetBit(0); seat >= 0; seat = left[next].nextSetBit(seat + 1)) {
            BitSet[] tryOut = copy(left);
            if (put(tryOut, next, seat)) {
                Optional<int[]> found = find(tryOut, then);
                if (found.isPresent()) {
                    return found;
                }
            }
        }
        return Optional.empty();
    }

    private int fewest(BitSet[] left, BitSet seated) {
        int fewest = -1;
        for (int student = seated.nextClearBit(0); student < left.length; student = seated.nextClearBit(student + 1)) {
            if (fewest < 0 || left[student].cardinality() < left[fewest].cardinality()) {
                fewest = student;
            }
        }
        return fewest;
    }

    /** Whether each could have a seat of their own, were it not for who sits beside whom. */
    private boolean haveEnough(BitSet[] left) {
        int[] sitter = new int[seats.size()];
        Arrays.fill(sitter, -1);
        for (int student = 0; student < left.length; student++) {
            if (!finds(left, student, sitter, new BitSet())) {
                return false;
            }
        }
        return true;
    }

    private static boolean finds(BitSet[] left, int student, int[] sitter, BitSet asked) {
        for (int seat = left[student].nextSetBit(0); seat >= 0; seat = left[student].nextSetBit(seat + 1)) {
            if (!asked.get(seat)) {
                asked.set(seat);
                if (sitter[seat] < 0 || finds(left, sitter[seat], sitter, asked)) {
                    sitter[seat] = student;
                    return true;
                }
            }
        }
        return false;
    }

    /**
     * Whether those who are to sit together could fit at the tables by number alone: of groups and of tables taken in
     * pieces of any one size, there are never more than of tables.
     */
    private boolean haveRoomTogether() {
        int[] groups = sizes(besides);
        int[] tables = sizes(touching);
        for (int piece = 2; piece <= seats.size(); piece++) {
            if (pieces(groups, piece) > pieces(tables, piece)) {
                return false;
            }
        }
        return true;
    }

    private static int pieces(int[] sizes, int piece) {
        return Arrays.stream(sizes).map(size -> size / piece).sum();
    }

    /** How many hang together, for each of the groups that do. */
    private static int[] sizes(BitSet[] joined) {
        Map<Integer, Integer> sizes = new HashMap<>();
        BitSet seen = new BitSet();
        for (int begin = 0; begin < joined.length; begin++) {
            if (seen.get(begin)) {
                continue;
            }
            Deque<Integer> open = new ArrayDeque<>(List.of(begin));
            seen.set(begin);
            int size = 0;
            while (!open.isEmpty()) {
                int one = open.pop();
                size++;
                joined[one].stream().filter(other -> !seen.get(other)).forEach(other -> {
                    seen.set(other);
                    open.push(other);
                });
            }
            sizes.put(begin, size);
        }
        return sizes.values().stream().mapToInt(Integer::intValue).toArray();
    }

    private static BitSet[] copy(BitSet[] sets) {
        BitSet[] copies = new BitSet[sets.length];
        Arrays.setAll(copies, i -> (BitSet) sets[i].clone());
        return copies;
    }
}
