package aestimo.core.rules;

/** Which value is held against the boundaries (rules, section 5). */
public enum GradeOn {
    /** The percent rounded as it is shown. */
    ROUNDED,
    /** The exact percent. */
    EXACT
}
