package aestimo.app.seats;

import aestimo.app.web.FormException;
import aestimo.app.web.Problems;
import aestimo.core.seating.Seat;
import aestimo.core.seating.Tables;
import java.util.List;
import java.util.Locale;

/** How tables stand, with what is counted of them. */
public enum Shape {
    ROWS(new Count("rows of", 4, 1, 12), new Count("seats,", 6, 1, 20), new Count("at a table", 2, 1, 20)),
    GROUPS(new Count("tables for", 6, 1, 20), new Count("students each", 4, 2, 8)),
    HORSESHOE(new Count("seats along each side,", 6, 1, 20), new Count("along the back", 10, 1, 20));

    private final List<Count> counts;

    Shape(Count... counts) {
        this.counts = List.of(counts);
    }

    /** @param words what follows the number @param usual what the form begins with */
    public record Count(String words, int usual, int from, int to) {}

    public List<Count> counts() {
        return counts;
    }

    /** “rows”, as the form and its fields have it. */
    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }

    static Shape of(String asked) {
        return SeatPlan.chosen(values(), asked, ROWS);
    }

    /**
     * Seats one place away from the edges of the room, so that more can be drawn on every side.
     *
     * @throws FormException where a number is too small or too large, or there would be too many seats
     */
    List<Seat> draw(List<Integer> numbers) {
        Problems problems = new Problems();
        for (int i = 0; i < counts.size(); i++) {
            Count count = counts.get(i);
            if (numbers.get(i) < count.from() || numbers.get(i) > count.to()) {
                problems.at(key() + i, "Choose a number from " + count.from() + " to " + count.to() + " here.");
            }
        }
        problems.refuse();
        List<Seat> seats = switch (this) {
            case ROWS -> Tables.rows(numbers.get(0), numbers.get(1), numbers.get(2));
            case GROUPS -> Tables.groups(numbers.get(0), numbers.get(1));
            case HORSESHOE -> Tables.horseshoe(numbers.get(0), numbers.get(1));
        };
        if (seats.size() > SeatService.MOST_SEATS) {
            throw FormException.at(
                    key() + 0,
                    "That would be " + seats.size() + " seats; a plan has at most " + SeatService.MOST_SEATS + ".");
        }
        return seats.stream()
                .map(seat -> new Seat(seat.column() + 1, seat.row() + 1))
                .toList();
    }
}
