package aestimo.app.seats;

import aestimo.app.seats.SeatPlan.Placed;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * A plan as it is drawn: all places of the room, row by row from the top of the screen.
 *
 * @param fromDesk whether it is seen from the teacher's desk: the front is at the bottom then, and left and right change
 */
public record SeatGrid(boolean fromDesk, List<Row> rows) {
    /** How much room is left around the seats to draw more. */
    private static final int AROUND = 2;

    private static final double PAPER_HEIGHT = 330;
    private static final double HIGHEST = 60;
    private static final double LOWEST = 12;
    private static final double WAY = 0.2;
    private static final double SPACING = 3;

    /** @param css of a row without a seat: a way, or one around the seats */
    public record Row(String css, List<Cell> cells) {}

    /**
     * One place.
     *
     * @param words “row 2, seat 3”; empty where there is no seat
     * @param css of a place without a seat: in a way through, or around the seats
     */
    public record Cell(int column, int row, boolean seat, boolean broken, long student, String words, String css) {}

    public static SeatGrid of(SeatPlan plan, boolean fromDesk) {
        Map<Integer, Map<Integer, Placed>> seats = new HashMap<>();
        TreeSet<Integer> rows = new TreeSet<>();
        TreeSet<Integer> columns = new TreeSet<>();
        for (Placed own : plan.seats()) {
            seats.computeIfAbsent(own.row(), row -> new HashMap<>()).put(own.column(), own);
            rows.add(own.row());
            columns.add(own.column());
        }
        SeatWords words = new SeatWords(plan.seats());
        int lastRow = Math.min(SeatService.MOST_ACROSS, (rows.isEmpty() ? 0 : rows.last()) + AROUND);
        int lastColumn = Math.min(SeatService.MOST_ACROSS, (columns.isEmpty() ? 0 : columns.last()) + AROUND);
        List<Row> drawn = new ArrayList<>();
        for (int row = 0; row <= lastRow; row++) {
            List<Cell> cells = new ArrayList<>();
            Map<Integer, Placed> own = seats.getOrDefault(row, Map.of());
            for (int column = 0; column <= lastColumn; column++) {
                Placed seat = own.get(column);
                cells.add(new Cell(
                        column,
                        row,
                        seat != null,
                        seat != null && seat.broken(),
                        seat == null ? 0 : seat.student(),
                        seat == null ? "" : words.of(seat.seat()),
                        css(columns, column)));
            }
            if (fromDesk) {
                Collections.reverse(cells);
            }
            drawn.add(new Row(css(rows, row), cells));
        }
        if (fromDesk) {
            Collections.reverse(drawn);
        }
        return new SeatGrid(fromDesk, drawn);
    }

    private static String css(TreeSet<Integer> taken, int at) {
        if (taken.contains(at)) {
            return "";
        }
        return taken.isEmpty() || at < taken.first() || at > taken.last() ? "is-around" : "is-way";
    }

    /**
     * How high a row of seats can be in points, so that all of them fit on a page.
     *
     * @param part how much of a lying page there is for them, up to 1
     */
    public double seatHeight(double part) {
        return Math.max(
                LOWEST,
                Math.min(HIGHEST, (part * PAPER_HEIGHT - SPACING * rows.size()) / (count("") + WAY * count("is-way"))));
    }

    public double wayHeight(double part) {
        return seatHeight(part) * WAY;
    }

    /** A photo leaves room for the name below. */
    public double photoHeight(double part) {
        return Math.max(1, seatHeight(part) - 16);
    }

    private long count(String css) {
        return rows.stream().filter(row -> row.css().equals(css)).count();
    }
}
