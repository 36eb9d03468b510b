package aestimo.core.book;

import aestimo.core.entry.EntryKind;

/** What is entered for an assessment. */
public enum AssessmentKind {
    MARKS,
    GRADES,
    CHECK,
    NOTE;

    /** Whether an entry of this kind may stand here at all. */
    public boolean takes(EntryKind kind) {
        return switch (kind) {
            case BLANK, ABSENT, EXCUSED -> true;
            case MARK -> this == MARKS;
            case GRADE -> this == GRADES;
            case NOT_HANDED_IN, DOUBT -> isMarked();
            case TICK, CROSS -> this == CHECK;
        };
    }

    /** On marks or grades: the kinds whose entries can count. */
    public boolean isMarked() {
        return this == MARKS || this == GRADES;
    }
}
