package aestimo.core.goal;

/** Which percent of the evidence says whether a goal is reached (rules, section 14). */
public enum Judge {
    LATEST,
    MEAN,
    BEST
}
