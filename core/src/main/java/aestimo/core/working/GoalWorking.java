package aestimo.core.working;

import aestimo.core.book.Student;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Judge;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.judging.ClassGoals;
import aestimo.core.judging.GoalStanding;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** How far a student is with a goal, told step by step (rules, section 14). */
public final class GoalWorking {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);

    private final ClassGoals goals;
    private final Student student;
    private final Places places;

    private GoalWorking(ClassGoals goals, Student student, Places places) {
        this.goals = goals;
        this.student = student;
        this.places = places;
    }

    public static Working of(ClassGoals goals, Student student, Goal goal, Places places) {
        return new GoalWorking(goals, student, places).of(goal, goal.title() + ", " + student.listName());
    }

    /** “not begun”. */
    public static String words(Level level) {
        return level.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** Why the level is what it is, in one sentence: “the latest of 3, Cliff section 76.0 %, is 70 or more”. */
    public static String why(ClassGoals goals, Student student, Goal goal, Places places) {
        return new GoalWorking(goals, student, places).why(goal, goals.of(student, goal));
    }

    private Working of(Goal goal, String title) {
        GoalStanding own = goals.of(student, goal);
        List<Working> steps = new ArrayList<>();
        steps.add(Working.of(why(goal, own), ""));
        if (!goals.goals().under(goal).isEmpty()) {
            goals.goals().under(goal).forEach(under -> steps.add(of(under, under.title())));
            return new Working(title, words(own.level()), steps);
        }
        for (GoalStanding.Piece piece : own.pieces()) {
            String percent =
                    piece.percent().map(this::shown).orElse(piece.reason().words());
            String words = piece.title() + ", " + DAY.format(piece.assessment().date());
            steps.add(Working.of(
                    words,
                    percent
                            + (!piece.linked() ? ", left out" : "")
                            + (piece.percent().isPresent() && !piece.judged() ? ", before the level by hand" : "")));
        }
        return new Working(title, words(own.level()), steps);
    }

    private String shown(Percent percent) {
        return percent.shown(places) + " %";
    }

    private String why(Goal goal, GoalStanding own) {
        if (!goals.goals().under(goal).isEmpty()) {
            return own.linked() == 0
                    ? "none of the goals under it has evidence yet"
                    : own.counted() + " of " + own.linked() + " under it secure";
        }
        if (own.byHand().isPresent()) {
            LevelByHand hand = own.byHand().get();
            return "set by hand on " + DAY.format(hand.date())
                    + own.value()
                            .map(value -> "; the evidence would say " + words(byEvidence(goal, own)) + ": "
                                    + judged(goal, own, value))
                            .orElse("; no evidence counts yet");
        }
        if (own.value().isEmpty()) {
            return own.linked() == 0 ? "no evidence is meant for this student" : "no evidence counts yet";
        }
        if (own.level() == Level.BEGUN) {
            return own.counted() + " of " + own.needed() + " that are needed "
                    + (own.counted() == 1 ? "counts" : "count");
        }
        return judged(goal, own, own.value().get())
                + own.overtaken()
                        .map(hand -> "; judged by what came after the level set by hand on " + DAY.format(hand.date()))
                        .orElse("");
    }

    private static Level byEvidence(Goal goal, GoalStanding own) {
        if (own.counted() < own.needed()) {
            return Level.BEGUN;
        }
        return own.value().filter(value -> value.isAtLeast(goal.secure())).isPresent() ? Level.SECURE : Level.AGAIN;
    }

    private String judged(Goal goal, GoalStanding own, Percent value) {
        List<GoalStanding.Piece> judged =
                own.pieces().stream().filter(GoalStanding.Piece::judged).toList();
        int count = judged.size();
        String which = switch (goal.judge()) {
            case LATEST ->
                (count == 1 ? "" : "the latest of " + count + ", ")
                        + judged.get(count - 1).title();
            case BEST ->
                (count == 1 ? "" : "the best of " + count + ", ")
                        + judged.stream()
                                .filter(piece ->
                                        piece.percent().filter(value::equals).isPresent())
                                .map(GoalStanding.Piece::title)
                                .findFirst()
                                .orElse("");
            case MEAN -> count == 1 ? judged.get(0).title() : "the mean of " + count + ",";
        };
        // Told by the exact value, so that a shown 70.0 below 70 is no riddle.
        boolean reached = value.isAtLeast(goal.secure());
        return which + " " + shown(value) + (count > 1 && goal.judge() != Judge.MEAN ? "," : "") + " is "
                + (reached ? "" : "below ") + goal.secure() + (reached ? " or more" : "");
    }
}
