package aestimo.core.seating;

import java.util.Comparator;

/**
 * A place in the room, as students see it when they look to the front.
 *
 * @param column from the left, from 0
 * @param row from the front, from 0
 */
public record Seat(int column, int row) implements Comparable<Seat> {
    private static final Comparator<Seat> ORDER =
            Comparator.comparingInt(Seat::row).thenComparingInt(Seat::column);

    public Seat {
        if (column < 0 || row < 0) {
            throw new IllegalArgumentException("a seat has a column and a row from 0: " + column + ", " + row);
        }
    }

    /** Whether the two touch: side by side, or one behind the other with no way between them. */
    public boolean isBeside(Seat other) {
        return Math.abs(column - other.column) + Math.abs(row - other.row) == 1;
    }

    /** Row by row from the front, each from the left. */
    @Override
    public int compareTo(Seat other) {
        return ORDER.compare(this, other);
    }
}
