package aestimo.core.rules;

/** How a term's result goes into a year of weighed terms (rules, section 4). */
public enum TermResults {
    EXACT,
    /** Rounded as the class shows its percents. */
    ROUNDED
}
