package aestimo.app.figures;

import aestimo.core.goal.Goal;
import aestimo.core.goal.Level;
import aestimo.core.judging.ClassGoals;
import aestimo.core.result.StudentStanding;
import aestimo.core.working.GoalWorking;
import aestimo.core.working.Working;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** How far a student is with the goals of the class; nothing where it has none. */
public final class GoalFigures {
    private static final String KEY = "goal:";

    /** Of the goals with evidence of their own: those above them would count twice. */
    static final List<Figure> COUNTS = List.of(
            count("goals-secure", "Goals secure", Level.SECURE),
            count("goals-again", "Goals again", Level.AGAIN),
            count("goals-begun", "Goals begun", Level.BEGUN),
            count("goals-not-begun", "Goals not begun", Level.NOT_BEGUN));

    private GoalFigures() {}

    /** The words of all levels, the best first. */
    public static List<String> levels() {
        return Arrays.stream(Level.values())
                .sorted(Comparator.reverseOrder())
                .map(GoalWorking::words)
                .toList();
    }

    private static Figure count(String key, String heading, Level level) {
        return Figure.of(
                key,
                heading,
                FigureType.COUNT,
                (at, own) -> at.goals()
                        .map(goals -> Value.count(goals.countAt(level, own.student())))
                        .orElse(Value.NONE));
    }

    /** The level in one goal, which several classes may have by the same title. */
    static Figure level(String title) {
        return Figure.of(
                        KEY + title,
                        title,
                        FigureType.LEVEL,
                        (at, own) -> find(at, title)
                                .map(goal -> level(at.goals().orElseThrow(), own, goal))
                                .orElse(Value.NONE))
                .workedOutBy((at, own) -> working(at, own, title));
    }

    private static Value level(ClassGoals goals, StudentStanding own, Goal goal) {
        Level level = goals.of(own.student(), goal).level();
        return Value.ordered(GoalWorking.words(level), level.ordinal());
    }

    /** The level of a word, in any case; empty where it is none. */
    public static Optional<Level> named(String word) {
        return Arrays.stream(Level.values())
                .filter(own -> GoalWorking.words(own).equalsIgnoreCase(word.strip()))
                .findFirst();
    }

    private static Optional<Working> working(ClassFigures at, StudentStanding own, String title) {
        return find(at, title).map(goal -> GoalWorking.of(at.goals().orElseThrow(), own.student(), goal, at.places()));
    }

    private static Optional<Goal> find(ClassFigures at, String title) {
        return at.book().goals().stream()
                .flatMap(goals -> goals.all().stream())
                .filter(goal -> goal.title().equals(title))
                .findFirst();
    }

    /** The titles of a class's goals, in their order. */
    static void titles(ClassFigures at, Set<String> titles) {
        at.book().goals().ifPresent(goals -> goals.all().forEach(goal -> titles.add(goal.title())));
    }
}
