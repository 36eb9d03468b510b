package aestimo.exchange.sheet;

import aestimo.core.typed.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/** Gathers the cells of one page, and refuses it as soon as it is larger than any class list or mark sheet. */
final class SheetBuilder {
    /** Whole year groups fit many times over. */
    static final int MOST_ROWS = 10_000;

    static final int MOST_COLUMNS = 250;
    private static final int MOST_CELLS = 500_000;
    /** With those that are blank, in rows as wide as the widest. */
    private static final int MOST_PLACES = 3_000_000;

    private static final int MOST_LETTERS = 20_000_000;
    private static final int LONGEST_CELL = 5_000;
    private static final Pattern WHITE = Pattern.compile("[\\s\\u00A0\\u202F\\u200B\\uFEFF]+");

    private final String name;
    private final Room room;
    private final List<List<String>> rows = new ArrayList<>();
    private int filledRows;
    private int width;

    /** What all pages of one file take up together, so that many small ones are not a large one. */
    static final class Room {
        private int cells;
        private long places;
        private long letters;
    }

    SheetBuilder(String name, Room room) {
        this.name = name;
        this.room = room;
    }

    /**
     * Puts one cell; blank text is left out.
     *
     * @param row from 0
     * @param column from 0
     */
    void put(int row, int column, String text) throws UnreadableFileException {
        String plain = WHITE.matcher(PlainText.of(text)).replaceAll(" ").strip();
        if (plain.isEmpty()) {
            return;
        }
        if (row >= MOST_ROWS) {
            throw new UnreadableFileException(
                    "There are more than " + MOST_ROWS + " rows. Import one class or year group at a time.");
        }
        if (column >= MOST_COLUMNS) {
            throw new UnreadableFileException("Row " + (row + 1) + " has more than " + MOST_COLUMNS
                    + " columns. Keep only those with students and marks.");
        }
        if (plain.length() > LONGEST_CELL) {
            throw new UnreadableFileException("A cell in row " + (row + 1) + " holds over " + LONGEST_CELL
                    + " letters. Is a quotation mark opened there and never closed?");
        }
        room.letters += plain.length();
        if (++room.cells > MOST_CELLS || room.letters > MOST_LETTERS) {
            throw new UnreadableFileException("There are more than " + MOST_CELLS
                    + " filled cells, or they hold whole pages of text. Import one class or year group at a time.");
        }
        while (rows.size() <= row) {
            rows.add(new ArrayList<>());
        }
        List<String> own = rows.get(row);
        while (own.size() <= column) {
            own.add("");
        }
        own.set(column, plain);
        filledRows = Math.max(filledRows, row + 1);
        width = Math.max(width, column + 1);
    }

    /** @throws UnreadableFileException where a few cells far apart would make a page of mostly blank ones */
    Sheet build() throws UnreadableFileException {
        room.places += (long) filledRows * width;
        if (room.places > MOST_PLACES) {
            throw new UnreadableFileException(
                    "The sheets are far larger than a class list or mark sheet, and mostly blank. Keep only the rows and columns with students and marks.");
        }
        List<List<String>> all = new ArrayList<>();
        for (List<String> row : rows.subList(0, filledRows)) {
            List<String> padded = new ArrayList<>(row);
            while (padded.size() < width) {
                padded.add("");
            }
            all.add(padded);
        }
        return new Sheet(name, all);
    }
}
