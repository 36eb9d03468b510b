package aestimo.core.grading;

import java.util.Map;
import java.util.Optional;

/**
 * The mean of a class, and of its sets.
 *
 * @param counted how many have a figure
 * @param mean empty where nobody has
 * @param sets every set of the class, by its name
 */
public record GroupMean(int counted, Optional<Result> mean, Map<String, GroupMean> sets) {}
