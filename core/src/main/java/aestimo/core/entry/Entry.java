package aestimo.core.entry;

import aestimo.core.value.Mark;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What stands in one cell: 18.5, absent, “abs?” in doubt, or nothing; with its signs late and to finish (rules,
 * section 1). Immutable. Holds nothing of who gave it, when, or for which student and assessment.
 */
public final class Entry {
    private static final Entry BLANK = new Entry(EntryKind.BLANK, null, "", false, false);

    private final EntryKind kind;
    private final @Nullable Mark mark;
    private final String words;
    private final boolean late;
    private final boolean toFinish;
    private final long plainUnits;

    private Entry(EntryKind kind, @Nullable Mark mark, String words, boolean late, boolean toFinish) {
        this.kind = kind;
        this.mark = mark;
        this.words = words;
        this.late = late;
        this.toFinish = toFinish;
        this.plainUnits = kind == EntryKind.MARK && !late && !toFinish && mark != null ? mark.units() : -1;
    }

    public static Entry blank() {
        return BLANK;
    }

    public static Entry of(Mark mark) {
        return new Entry(EntryKind.MARK, Objects.requireNonNull(mark, "mark"), "", false, false);
    }

    /** A band's label; whether the bands have it is for those who know the assessment to say. */
    public static Entry grade(String label) {
        return new Entry(EntryKind.GRADE, null, label, false, false);
    }

    /** Words kept as typed. */
    public static Entry doubt(String words) {
        return new Entry(EntryKind.DOUBT, null, words, false, false);
    }

    /**
     * An entry that is nothing but its kind: absent, excused, not handed in, tick, cross, blank.
     *
     * @throws IllegalArgumentException for a mark, a grade or a doubt, which hold something more
     */
    public static Entry of(EntryKind kind) {
        return switch (kind) {
            case MARK, GRADE, DOUBT ->
                throw new IllegalArgumentException("an entry of kind " + kind + " needs its value");
            case BLANK -> BLANK;
            default -> new Entry(kind, null, "", false, false);
        };
    }

    public Entry withLate(boolean isLate) {
        return isLate == late ? this : new Entry(kind, mark, words, isLate, toFinish);
    }

    public Entry withToFinish(boolean isToFinish) {
        return isToFinish == toFinish ? this : new Entry(kind, mark, words, late, isToFinish);
    }

    public EntryKind kind() {
        return kind;
    }

    public boolean is(EntryKind other) {
        return kind == other;
    }

    /** The mark; empty for every kind but {@link EntryKind#MARK}. */
    public Optional<Mark> mark() {
        return Optional.ofNullable(mark);
    }

    /**
     * The mark in units of 0.0001 where it is nothing but a number; below 0 for one with a sign and every other entry.
     */
    public long plainUnits() {
        return plainUnits;
    }

    /** The grade's label or the words in doubt; empty text for every other kind. */
    public String words() {
        return words;
    }

    public boolean isLate() {
        return late;
    }

    public boolean isToFinish() {
        return toFinish;
    }

    /** Nothing at all: no value and no sign. */
    public boolean isNothing() {
        return equals(BLANK);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Entry that
                && kind == that.kind
                && Objects.equals(mark, that.mark)
                && words.equals(that.words)
                && late == that.late
                && toFinish == that.toFinish;
    }

    @Override
    public int hashCode() {
        return Objects.hash(kind, mark, words, late, toFinish);
    }

    /** As a teacher would type it; {@code EntryText} reads it back. */
    @Override
    public String toString() {
        String value = switch (kind) {
            case BLANK -> "";
            case MARK -> String.valueOf(mark);
            case ABSENT -> "absent";
            case EXCUSED -> "excused";
            case NOT_HANDED_IN -> "not handed in";
            case TICK -> "yes";
            case CROSS -> "no";
            case GRADE, DOUBT -> words;
        };
        return (value + (late ? " l" : "") + (toFinish ? " f" : "")).strip();
    }
}
