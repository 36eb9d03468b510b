package aestimo.core.goal;

/** How far a student is with a goal (rules, section 14). */
public enum Level {
    NOT_BEGUN,
    BEGUN,
    /** There is enough evidence, and it is not yet what was asked for. */
    AGAIN,
    SECURE
}
