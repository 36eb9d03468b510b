package aestimo.core.rules;

/** How the result of the year is made (rules, section 4). */
public enum YearResult {
    /** The whole year as one span. */
    POOLED,
    /** Σ W·R / Σ W over the terms with a weight above 0 and a result. */
    WEIGH_TERMS
}
