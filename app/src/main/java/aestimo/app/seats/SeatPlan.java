package aestimo.app.seats;

import aestimo.core.seating.Seat;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * A plan of a room.
 *
 * @param version counts what was altered
 * @param undoable whether tables were drawn or students arranged, and can be put back as they were
 */
public record SeatPlan(
        long id,
        String name,
        Door door,
        Windows windows,
        boolean inUse,
        int version,
        boolean undoable,
        List<Placed> seats) {
    /** Where the door is, as students see the room. */
    public enum Door {
        NONE,
        FRONT_LEFT,
        FRONT_RIGHT,
        BACK_LEFT,
        BACK_RIGHT;

        static Door of(String asked) {
            return chosen(values(), asked, NONE);
        }
    }

    /** Where the windows are, as students see the room. */
    public enum Windows {
        NONE,
        LEFT,
        RIGHT,
        BACK;

        static Windows of(String asked) {
            return chosen(values(), asked, NONE);
        }
    }

    static <E extends Enum<E>> E chosen(E[] all, String asked, E otherwise) {
        return Arrays.stream(all)
                .filter(own -> own.name().equals(asked))
                .findFirst()
                .orElse(otherwise);
    }

    /**
     * A seat of the plan.
     *
     * @param column and the row, as a {@link Seat}'s
     * @param broken whether nobody can sit on it
     * @param student whose it is; 0 for nobody's
     */
    public record Placed(int column, int row, boolean broken, long student) {
        Seat seat() {
            return new Seat(column, row);
        }
    }

    /** The seats somebody can sit on. */
    List<Seat> usable() {
        return seats.stream().filter(own -> !own.broken()).map(Placed::seat).toList();
    }

    public Optional<Placed> of(long student) {
        return seats.stream().filter(own -> own.student() == student).findFirst();
    }

    /** “row 2, seat 3” of a student; empty where they have none. */
    public Optional<String> seatOf(long student) {
        return of(student).map(own -> new SeatWords(seats).of(own.seat()));
    }
}
