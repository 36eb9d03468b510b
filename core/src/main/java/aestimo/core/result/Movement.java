package aestimo.core.result;

import aestimo.core.value.Percent;

/**
 * A term's result against that of the latest earlier term that has one (rules, section 7).
 *
 * @param change in percentage points, exact; below 0: fallen
 */
public record Movement(Percent change, Direction direction) {
    /** Judged exactly: up from +m, down from −m on. */
    public enum Direction {
        UP,
        LEVEL,
        DOWN
    }

    /** @param movementAt from how many percentage points on a result has moved, above 0 */
    public static Movement of(Percent change, Percent movementAt) {
        if (change.isAtLeast(movementAt)) {
            return new Movement(change, Direction.UP);
        }
        boolean down = Percent.ZERO.minus(change).isAtLeast(movementAt);
        return new Movement(change, down ? Direction.DOWN : Direction.LEVEL);
    }
}
