package aestimo.app.figures;

import aestimo.app.frame.Signs;
import aestimo.core.boundary.Band;
import aestimo.core.grading.Rank;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.exchange.table.Table.Cell;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One figure of one student, set or class: as a page shows it, as it is ordered, as it is compared with a number, and as
 * the cells of a file. None of these is made from another's words. Immutable.
 *
 * @param shown empty where there is no value; a page shows a dash
 * @param word what a condition compares where that is no number, such as “up” for ▲ 2.5
 * @param order exact; empty for plain words and for no value
 * @param number rounded as it is shown; empty where it is no number
 * @param cells for a file; empty where there is no value
 */
public record Value(
        String shown, String word, Optional<Fraction> order, Optional<BigDecimal> number, List<Cell> cells) {
    public static final Value NONE = new Value("", "", Optional.empty(), Optional.empty(), List.of());

    private static final Comparator<Value> BY_VALUE = Comparator.comparing(
                    (Value value) -> value.order().orElse(null), Comparator.nullsLast(Comparator.naturalOrder()))
            .thenComparing(Value::word, String.CASE_INSENSITIVE_ORDER);

    public static Value percent(Optional<Percent> percent, Places places) {
        return percent.map(own -> {
                    BigDecimal rounded = own.exact().toDecimal(places.count());
                    return number(own.shown(places), own.exact(), rounded);
                })
                .orElse(NONE);
    }

    /** A difference in percentage points, shown with its sign. */
    public static Value difference(Optional<Percent> points, Places places) {
        return points.map(own -> {
                    BigDecimal rounded = own.exact().toDecimal(places.count());
                    return number(Signs.difference(own, places), own.exact(), rounded);
                })
                .orElse(NONE);
    }

    /** A decimal as it is, shown in its own way. */
    public static Value decimal(BigDecimal number, String shown) {
        return number(shown, Fraction.from(number), number);
    }

    public static Value count(int count) {
        return number(Integer.toString(count), Fraction.of(count), BigDecimal.valueOf(count));
    }

    private static Value number(String shown, Fraction exact, BigDecimal rounded) {
        return new Value(shown, shown, Optional.of(exact), Optional.of(rounded), List.of(Cell.of(rounded)));
    }

    /** “=6”; in a file the place, and whether it is shared. */
    public static Value rank(Optional<Rank> rank) {
        return rank.map(own -> {
                    BigDecimal place = BigDecimal.valueOf(own.place());
                    return new Value(
                            own.toString(),
                            own.toString(),
                            Optional.of(Fraction.of(own.place())),
                            Optional.of(place),
                            List.of(Cell.of(place), Cell.of(own.tied() ? "yes" : "")));
                })
                .orElse(NONE);
    }

    /** @param step the band's number, counted from the lowest, 0 */
    public static Value grade(Band band, int step) {
        return ordered(band.label(), step);
    }

    /** Words that have an order of their own. */
    public static Value ordered(String words, int order) {
        return new Value(words, words, Optional.of(Fraction.of(order)), Optional.empty(), List.of(Cell.of(words)));
    }

    public static Value words(String words) {
        return words.isEmpty()
                ? NONE
                : new Value(words, words, Optional.empty(), Optional.empty(), List.of(Cell.of(words)));
    }

    public static Value yesNo(boolean yes) {
        return ordered(yes ? "yes" : "no", yes ? 1 : 0);
    }

    /** @param shown as pages write the day; a file holds it as 2027-02-24 */
    public static Value date(LocalDate day, String shown) {
        return new Value(
                shown,
                day.toString(),
                Optional.of(Fraction.of(day.toEpochDay())),
                Optional.empty(),
                List.of(Cell.of(day.toString())));
    }

    /** The same value, shown otherwise on a page. */
    public Value shownAs(String other) {
        return new Value(other, word, order, number, cells);
    }

    /** The same value, which a condition compares by another word. */
    public Value worded(String other) {
        return new Value(shown, other, order, number, cells);
    }

    /** The same value with other cells in a file. */
    public Value inCells(List<Cell> other) {
        return new Value(shown, word, order, number, other);
    }

    /** As many cells as a file has columns for it. */
    public List<Cell> cells(int columns) {
        return Stream.concat(cells.stream(), Stream.generate(() -> Cell.EMPTY))
                .limit(columns)
                .toList();
    }

    public boolean isEmpty() {
        return shown.isEmpty();
    }

    /** By the exact value, words by their letters; where there is none comes last, whichever way the rest goes. */
    public static Comparator<Value> order(boolean down) {
        return Comparator.comparing(Value::isEmpty).thenComparing(down ? BY_VALUE.reversed() : BY_VALUE);
    }

    /** As it is shown. */
    @Override
    public String toString() {
        return shown;
    }
}
