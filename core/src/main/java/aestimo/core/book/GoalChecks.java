package aestimo.core.book;

import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.GoalId;
import aestimo.core.id.StudentId;
import aestimo.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Whether goals fit the class they are of (rules, section 14). */
final class GoalChecks {
    private final Goals goals;
    private final List<Assessment> assessments;
    private final Map<AssessmentId, Integer> assessmentPlaces;
    private final Map<StudentId, Integer> studentPlaces;
    private final List<Refusal> refusals = new ArrayList<>();

    GoalChecks(
            Goals goals,
            List<Assessment> assessments,
            Map<AssessmentId, Integer> assessmentPlaces,
            Map<StudentId, Integer> studentPlaces) {
        this.goals = goals;
        this.assessments = assessments;
        this.assessmentPlaces = assessmentPlaces;
        this.studentPlaces = studentPlaces;
    }

    /** Every reason found. */
    List<Refusal> all() {
        Set<GoalId> ids = new HashSet<>();
        for (int i = 0; i < goals.all().size(); i++) {
            Goal goal = goals.all().get(i);
            String place = "goals[" + i + "]";
            if (!ids.add(goal.id())) {
                refuse(place + ".id", goal.id() + " stands twice; every one of the goals needs its own id");
            }
            goal.parent().ifPresent(parent -> parent(place + ".parent", goal, parent));
            if (goals.under(goal).isEmpty()) {
                evidence(place, goal);
            } else {
                above(place, goal);
            }
        }
        levels();
        return refusals;
    }

    private void refuse(String place, String words) {
        refusals.add(new Refusal(place, words));
    }

    private void parent(String place, Goal goal, GoalId parent) {
        Optional<Goal> above = goals.find(parent);
        if (parent.equals(goal.id())) {
            refuse(place, "goal " + goal.id() + " is under itself");
        } else if (above.isEmpty()) {
            refuse(place, "there is no goal " + parent);
        } else if (above.get().parent().isPresent()) {
            refuse(place, "goal " + parent + " is under another already; goals go one step deep");
        }
    }

    private void above(String place, Goal goal) {
        String words = " is for goals with evidence of their own; " + goal.id() + " has others under it";
        if (!goal.evidence().isEmpty()) {
            refuse(place + ".evidence", "evidence" + words);
        }
        if (goal.statedSecure().isPresent()) {
            refuse(place + ".secure", "secure" + words);
        }
        if (goal.statedNeeds().isPresent()) {
            refuse(place + ".needs", "needs" + words);
        }
        if (goal.statedJudge().isPresent()) {
            refuse(place + ".judge", "judge" + words);
        }
    }

    private void evidence(String place, Goal goal) {
        Set<Evidence> taken = new HashSet<>();
        for (int i = 0; i < goal.evidence().size(); i++) {
            Evidence evidence = goal.evidence().get(i);
            String at = place + ".evidence[" + i + "]";
            Optional<Assessment> piece = Optional.ofNullable(assessmentPlaces.get(evidence.assessment()))
                    .map(assessments::get);
            if (piece.isEmpty()) {
                refuse(at + ".assessment", "there is no assessment " + evidence.assessment());
                continue;
            }
            if (!piece.get().kind().isMarked()) {
                refuse(at, piece.get().title() + " is no evidence: nothing on it ever counts");
            }
            if (evidence.part()
                    .filter(part -> piece.get().indexOf(part).isEmpty())
                    .isPresent()) {
                refuse(
                        at + ".part",
                        piece.get().title() + " has no part " + evidence.part().get());
            }
            boolean withWhole = evidence.part().isPresent()
                    ? taken.contains(Evidence.of(evidence.assessment()))
                    : taken.stream().anyMatch(own -> own.assessment().equals(evidence.assessment()));
            if (!taken.add(evidence)) {
                refuse(at, "the same evidence stands twice");
            } else if (withWhole) {
                refuse(at, piece.get().title() + " is evidence whole and in part; it must be one of them");
            }
        }
    }

    private void levels() {
        if (goals.all().isEmpty() && !goals.levels().isEmpty()) {
            refuse("goalLevels", "there are levels by hand, but no goals");
            return;
        }
        for (int i = 0; i < goals.levels().size(); i++) {
            LevelByHand level = goals.levels().get(i);
            String place = "goalLevels[" + i + "]";
            if (!studentPlaces.containsKey(level.student())) {
                refuse(place + ".student", "the class has no student " + level.student());
            }
            Optional<Goal> goal = goals.find(level.goal());
            if (goal.isEmpty()) {
                refuse(place + ".goal", "there is no goal " + level.goal());
            } else if (!goals.under(goal.get()).isEmpty()) {
                refuse(place + ".goal", "goal " + level.goal() + " has others under it, whose levels make its own");
            }
        }
    }
}
