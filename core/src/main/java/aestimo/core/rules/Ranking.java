package aestimo.core.rules;

/** How places are counted behind a tie (rules, section 7). */
public enum Ranking {
    /** 1 + the number of students strictly higher: 1, 2, 2, 4. */
    STANDARD,
    /** 1 + the number of distinct higher values: 1, 2, 2, 3. */
    DENSE
}
