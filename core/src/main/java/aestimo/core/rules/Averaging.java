package aestimo.core.rules;

/** How a category averages its assessments (rules, section 3). */
public enum Averaging {
    /** Σ u·p / Σ u: every assessment by its own weight, 1 unless stated. */
    EQUAL,
    /** 100·(Σ r + Σ bonus r) / Σ M: every point alike. */
    POINTS
}
