package aestimo.app.goals;

import aestimo.core.book.Student;
import aestimo.core.goal.Goal;
import aestimo.core.judging.ClassGoals;
import java.util.ArrayList;
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
        List<Line> lines = new ArrayList<>();
        goals.ifPresent(all -> all.goals().all().stream()
                .filter(goal -> goal.parent().isEmpty())
                .forEach(goal -> {
                    lines.add(line(all, student, goal));
                    all.goals().under(goal).forEach(under -> lines.add(line(all, student, under)));
                }));
        return new StudentGoals(lines);
    }

    private static Line line(ClassGoals all, Student student, Goal goal) {
        GoalsView.Said said = new GoalsView.Said(all.of(student, goal).level());
        return new Line(goal.title(), goal.parent().isPresent(), said.sign(), said.words());
    }
}
