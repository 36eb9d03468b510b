package aestimo.app.goals;

import aestimo.core.book.Student;
import aestimo.core.goal.Goal;
import aestimo.core.judging.ClassGoals;
import java.util.List;
import java.util.Optional;

/**
 * How far one student is with the goals of the class, for pages that tell of the student.
 *
 * @param lines each goal with those under it behind it; none where the class has no goals
 */
public record StudentGoals(List<Line> lines) {
    /** A goal with the level as it is drawn and said. */
    public record Line(String title, boolean under, String sign, String words) {}

    /** @param goals of the class; empty where it has none */
    public static StudentGoals of(Optional<ClassGoals> goals, Student student) {
        return new StudentGoals(goals.stream()
                .flatMap(all -> GoalsView.inOrder(all.goals()).stream().map(goal -> line(all, student, goal)))
                .toList());
    }

    /** A level as a form offers it. */
    public record Choice(String key, String sign, String words) {}

    /** All levels, from the least on. */
    public static List<Choice> levels() {
        return GoalsView.levels().stream()
                .map(said -> new Choice(said.key(), said.sign(), said.words()))
                .toList();
    }

    private static Line line(ClassGoals all, Student student, Goal goal) {
        GoalsView.Said said = new GoalsView.Said(all.of(student, goal).level());
        return new Line(goal.title(), goal.parent().isPresent(), said.sign(), said.words());
    }
}
