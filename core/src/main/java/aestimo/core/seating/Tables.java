package aestimo.core.seating;

import java.util.ArrayList;
import java.util.List;

/** Seats drawn by count, at the usual kinds of tables. An empty column or row between seats is a way through. */
public final class Tables {
    private Tables() {}

    /**
     * Rows behind each other with a way between them.
     *
     * @param across how many seats a row has, at least 1
     * @param together how many of them stand at one table before the next way, at least 1
     */
    public static List<Seat> rows(int rows, int across, int together) {
        List<Seat> seats = new ArrayList<>();
        for (int row = 0; row < rows; row++) {
            for (int at = 0; at < across; at++) {
                seats.add(new Seat(at + at / together, 2 * row));
            }
        }
        return seats;
    }

    /**
     * Tables at which students face each other, about as many side by side as behind each other.
     *
     * @param each how many sit at a table, half of them on each side; of an odd number the front side has one less
     */
    public static List<Seat> groups(int tables, int each) {
        int abreast = (int) Math.ceil(Math.sqrt(tables));
        int side = (each + 1) / 2;
        List<Seat> seats = new ArrayList<>();
        for (int table = 0; table < tables; table++) {
            int left = table % abreast * (side + 1);
            int front = table / abreast * 3;
            for (int at = 0; at < each; at++) {
                seats.add(at < each / 2 ? new Seat(left + at, front) : new Seat(left + at - each / 2, front + 1));
            }
        }
        return seats.stream().sorted().toList();
    }

    /**
     * One long table, open to the front.
     *
     * @param sides how many sit along each side, at least 1
     * @param back how many along the back, at least 1
     */
    public static List<Seat> horseshoe(int sides, int back) {
        List<Seat> seats = new ArrayList<>();
        for (int row = 0; row < sides; row++) {
            seats.add(new Seat(0, row));
            seats.add(new Seat(back + 1, row));
        }
        for (int column = 1; column <= back; column++) {
            seats.add(new Seat(column, sides));
        }
        return seats;
    }
}
