package aestimo.app.across;

import java.util.Map;

/** Conditions that cannot be held against the classes of a list, each with why, by its place among the conditions. */
final class RefusedConditions extends RuntimeException {
    private final transient Map<Integer, String> problems;

    RefusedConditions(Map<Integer, String> problems) {
        super(String.join(" ", problems.values()));
        this.problems = Map.copyOf(problems);
    }

    Map<Integer, String> problems() {
        return problems;
    }
}
