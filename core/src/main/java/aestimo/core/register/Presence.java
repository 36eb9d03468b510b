package aestimo.core.register;

/** Whether a student was there (rules, section 13). */
public enum Presence {
    PRESENT,
    LATE,
    ABSENT
}
