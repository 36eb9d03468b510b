package aestimo.app.figures;

/** What the values of a figure are, so that they are ordered, compared and written to files as what they are. */
public enum FigureType {
    PERCENT,
    /** Compared by the order of the bands of the student's own class. */
    GRADE,
    /** A number that is no percent of anything, such as a difference; shown with its sign. */
    NUMBER,
    COUNT,
    /** How far a student is with a goal; compared by the order of the levels. */
    LEVEL,
    /** Only the same or not. */
    WORDS,
    DATE,
    YES_NO,
    /** A sign with a word for it, such as ▲ and “up”. */
    SIGN;

    /** Whether a value is held against a number. */
    public boolean isNumber() {
        return this == PERCENT || this == NUMBER || this == COUNT;
    }

    /** Whether “at least” and “at most” can be asked of it. */
    public boolean isOrdered() {
        return isNumber() || this == GRADE || this == LEVEL || this == DATE;
    }

    /** Whether its columns are set to the right, digit under digit. */
    public boolean isFlushRight() {
        return isNumber() || this == SIGN;
    }
}
