package aestimo.core.goal;

import aestimo.core.id.GoalId;
import aestimo.core.id.StudentId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The goals of a class and the levels set by hand (rules, section 14). Whether they fit the class is for the book to
 * check. Immutable.
 */
public final class Goals {
    private final List<Goal> all;
    private final List<LevelByHand> levels;
    private final Map<GoalId, Goal> byId = new LinkedHashMap<>();
    private final Map<GoalId, List<Goal>> under = new HashMap<>();
    private final Map<GoalId, Map<StudentId, List<LevelByHand>>> byHand = new HashMap<>();

    /**
     * @param all in the order of the teacher
     * @param levels of two with the same day the later in the list is the one that is meant
     */
    public Goals(List<Goal> all, List<LevelByHand> levels) {
        this.all = List.copyOf(all);
        this.levels = List.copyOf(levels);
        for (Goal goal : all) {
            byId.putIfAbsent(goal.id(), goal);
            goal.parent()
                    .ifPresent(parent -> under.computeIfAbsent(parent, none -> new ArrayList<>())
                            .add(goal));
        }
        for (LevelByHand level : levels) {
            byHand.computeIfAbsent(level.goal(), none -> new HashMap<>())
                    .computeIfAbsent(level.student(), none -> new ArrayList<>())
                    .add(level);
        }
    }

    /** In the order of the teacher. */
    public List<Goal> all() {
        return all;
    }

    /** As they were given. */
    public List<LevelByHand> levels() {
        return levels;
    }

    public Optional<Goal> find(GoalId id) {
        return Optional.ofNullable(byId.get(id));
    }

    /** Those under a goal, in their order; none for one that has its own evidence. */
    public List<Goal> under(Goal goal) {
        return List.copyOf(under.getOrDefault(goal.id(), List.of()));
    }

    /** What was set by hand for a student, as it was given. */
    public List<LevelByHand> levels(StudentId student, Goal goal) {
        return List.copyOf(byHand.getOrDefault(goal.id(), Map.of()).getOrDefault(student, List.of()));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Goals goals && goals.all.equals(all) && goals.levels.equals(levels);
    }

    @Override
    public int hashCode() {
        return Objects.hash(all, levels);
    }
}
