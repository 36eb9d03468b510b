package aestimo.core.rules;

/** How a result is made over a span (rules, section 4). */
public enum Method {
    /** Σ w·a / Σ w over the counting categories that have an average. */
    BY_CATEGORY,
    /** 100·(Σ r + Σ bonus r) / Σ M over all counting assessments of counting categories. */
    ALL_POINTS
}
