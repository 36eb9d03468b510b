package aestimo.app.goals;

import aestimo.app.frame.FewStudents;
import aestimo.app.frame.OpenClass;
import aestimo.core.book.Student;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Level;
import aestimo.core.id.GoalId;
import aestimo.core.judging.ClassGoals;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * How far a class is with its goals on one page, for a meeting: nobody is named, and nothing is told of a class so small
 * that it would tell one about another.
 *
 * @param present how many are in the class
 * @param few whether that is too few for any figure
 */
record GoalsMeeting(int present, boolean few, List<Line> lines) {
    /**
     * A goal.
     *
     * @param sets how many of each set are secure, for sets that are large enough: “North 8 of 14, South 9 of 15”
     */
    record Line(GoalsView.Bar bar, String sets) {}

    static GoalsMeeting of(OpenClass open, ClassGoals goals) {
        List<Student> present = GoalsView.present(open, "");
        boolean few = FewStudents.are(present.size());
        List<Line> lines = few
                ? List.of()
                : GoalsView.of(open, goals, "").bars().stream()
                        .map(bar -> new Line(bar, sets(open, goals, bar, present)))
                        .toList();
        return new GoalsMeeting(present.size(), few, lines);
    }

    private static String sets(OpenClass open, ClassGoals goals, GoalsView.Bar bar, List<Student> present) {
        Goal goal = goals.goals().find(new GoalId(Long.toString(bar.id()))).orElseThrow();
        List<String> sets = new ArrayList<>();
        for (String set : open.book().sets()) {
            Predicate<Student> ofSet = student -> student.set().equals(Optional.of(set));
            long size = present.stream().filter(ofSet).count();
            if (!FewStudents.are(size)) {
                sets.add(set + " " + goals.counts(goal, ofSet).getOrDefault(Level.SECURE, 0) + " of " + size);
            }
        }
        return String.join(", ", sets);
    }
}
