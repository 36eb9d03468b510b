package aestimo.app.seats;

import aestimo.app.seats.SeatPlan.Placed;
import aestimo.core.seating.Seat;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.TreeSet;

/** What the seats of a plan are called: “row 2, seat 3”, rows counted from the front and seats from the students' left. */
final class SeatWords {
    private final TreeMap<Integer, TreeSet<Integer>> columns = new TreeMap<>();

    SeatWords(List<Placed> seats) {
        seats.forEach(own ->
                columns.computeIfAbsent(own.row(), row -> new TreeSet<>()).add(own.column()));
    }

    String of(Seat seat) {
        TreeSet<Integer> row = columns.getOrDefault(seat.row(), new TreeSet<>());
        if (!row.contains(seat.column())) {
            return "a seat that is not there";
        }
        return "row " + (new ArrayList<>(columns.keySet()).indexOf(seat.row()) + 1) + ", seat "
                + (new ArrayList<>(row).indexOf(seat.column()) + 1);
    }
}
