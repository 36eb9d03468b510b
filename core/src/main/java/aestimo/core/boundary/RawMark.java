package aestimo.core.boundary;

import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;

/** A boundary given as a raw mark of a stated total, such as 40/60, which is exactly 100·40/60 % (rules, section 5). */
public record RawMark(Mark mark, OutOf total) {
    /**
     * Reads {@code "40/60"}.
     *
     * @throws IllegalArgumentException when it is no such text, or the total is 0 or below
     */
    public static RawMark parse(String text) {
        int slash = text.indexOf('/');
        if (slash < 0) {
            throw new IllegalArgumentException("“" + text + "” is no raw mark of a total, such as 40/60");
        }
        return new RawMark(Mark.parse(text.substring(0, slash)), OutOf.parse(text.substring(slash + 1)));
    }

    public Percent percent() {
        return total.percentOf(mark);
    }

    @Override
    public String toString() {
        return mark + "/" + total;
    }
}
