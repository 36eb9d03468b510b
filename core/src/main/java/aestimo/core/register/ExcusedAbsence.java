package aestimo.core.register;

/** What an excused absence is to attendance (rules, section 13). */
public enum ExcusedAbsence {
    /** A lesson that was not attended. */
    COUNTS,
    /** As if there had been no lesson for the student. */
    LEFT_OUT
}
