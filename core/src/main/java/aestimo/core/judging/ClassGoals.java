package aestimo.core.judging;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.book.Part;
import aestimo.core.book.Student;
import aestimo.core.counting.Counting;
import aestimo.core.counting.Outcome;
import aestimo.core.entry.EntryKind;
import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Judge;
import aestimo.core.goal.Level;
import aestimo.core.goal.LevelByHand;
import aestimo.core.id.GoalId;
import aestimo.core.result.Span;
import aestimo.core.value.Fraction;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Percent;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;

/** The levels of a class in all its goals over a span (rules, section 14). Immutable. */
public final class ClassGoals {
    private static final int WHOLE = -1;

    private final Book book;
    private final Goals goals;
    private final Counting counting;
    private final Span span;
    private final LocalDate lastDay;
    /** By goal and the student's place. */
    private final Map<GoalId, GoalStanding[]> standings = new HashMap<>();

    private ClassGoals(Counting counting, Goals goals, Span span) {
        this.book = counting.book();
        this.goals = goals;
        this.counting = counting;
        this.span = span;
        this.lastDay = span.presenceDay(book);
        List<Goal> above = new ArrayList<>();
        for (Goal goal : goals.all()) {
            if (goals.under(goal).isEmpty()) {
                standings.put(goal.id(), judged(goal));
            } else {
                above.add(goal);
            }
        }
        above.forEach(goal -> standings.put(goal.id(), together(goals.under(goal))));
    }

    /** Empty where the class has no goals. */
    public static Optional<ClassGoals> of(Counting counting, Span span) {
        return counting.book().goals().map(goals -> new ClassGoals(counting, goals, span));
    }

    /** The entries it was judged from. */
    public Counting counting() {
        return counting;
    }

    public Goals goals() {
        return goals;
    }

    /** How far a student is with a goal of the class. */
    public GoalStanding of(Student student, Goal goal) {
        return Objects.requireNonNull(standings.get(goal.id()))[
                book.placeOf(student.id()).orElseThrow()];
    }

    /** How many of the students present are at each level. */
    public Map<Level, Integer> counts(Goal goal) {
        return counts(goal, student -> true);
    }

    /** How many of the students present who are meant are at each level. */
    public Map<Level, Integer> counts(Goal goal, Predicate<Student> meant) {
        Map<Level, Integer> counts = new EnumMap<>(Level.class);
        for (Level level : Level.values()) {
            counts.put(level, 0);
        }
        book.students().stream()
                .filter(student -> student.isEnrolledOn(lastDay))
                .filter(meant)
                .forEach(student -> counts.merge(of(student, goal).level(), 1, Integer::sum));
        return counts;
    }

    /** In how many of the goals with evidence of their own a student is at a level; those above them would count twice. */
    public int countAt(Level level, Student student) {
        return at(level, student).size();
    }

    /** The goals with evidence of their own in which a student is at a level, in their order. */
    public List<Goal> at(Level level, Student student) {
        return goals.all().stream()
                .filter(goal -> goals.under(goal).isEmpty() && of(student, goal).level() == level)
                .toList();
    }

    /** How many of the students present who are meant are secure now and were not in an earlier span. */
    public int newlySecure(Goal goal, ClassGoals earlier, Predicate<Student> meant) {
        return countSecure(this, earlier, goal, meant);
    }

    /** How many of them were secure in an earlier span and are so no longer. */
    public int noLongerSecure(Goal goal, ClassGoals earlier, Predicate<Student> meant) {
        return countSecure(earlier, this, goal, meant);
    }

    private int countSecure(ClassGoals in, ClassGoals notIn, Goal goal, Predicate<Student> meant) {
        return (int) book.students().stream()
                .filter(student -> student.isEnrolledOn(lastDay))
                .filter(meant)
                .filter(student -> in.of(student, goal).level() == Level.SECURE
                        && notIn.of(student, goal).level() != Level.SECURE)
                .count();
    }

    /** A piece of evidence within the span, by its places in the book. */
    private record Place(int assessment, int part, Assessment piece) {
        LocalDate date() {
            return piece.date();
        }
    }

    private List<Place> within(Goal goal) {
        List<Place> places = new ArrayList<>();
        for (Evidence evidence : goal.evidence()) {
            int at = book.placeOf(evidence.assessment()).orElseThrow();
            Assessment piece = book.assessments().get(at);
            if (span.holds(book, piece)) {
                places.add(new Place(
                        at,
                        evidence.part()
                                .map(part -> piece.indexOf(part).orElseThrow())
                                .orElse(WHOLE),
                        piece));
            }
        }
        // Of the same day they stay as the goal lists them.
        places.sort(Comparator.comparing(Place::date));
        return places;
    }

    private GoalStanding[] judged(Goal goal) {
        List<Place> places = within(goal);
        GoalStanding[] all = new GoalStanding[book.students().size()];
        for (int student = 0; student < all.length; student++) {
            all[student] = judged(goal, places, student);
        }
        return all;
    }

    private GoalStanding judged(Goal goal, List<Place> places, int at) {
        Student student = book.students().get(at);
        Optional<LevelByHand> byHand = latest(goals.levels(student.id(), goal));
        Outcome[] outcomes = new Outcome[places.size()];
        boolean[] linked = new boolean[places.size()];
        int counted = 0;
        int links = 0;
        boolean newer = false;
        for (int i = 0; i < outcomes.length; i++) {
            Place place = places.get(i);
            outcomes[i] = outcome(at, place);
            linked[i] = outcomes[i].counts() || student.isMeant(place.piece()) && !isExcused(at, place);
            links += linked[i] ? 1 : 0;
            if (outcomes[i].counts()) {
                counted++;
                newer |= byHand.filter(own -> place.date().isAfter(own.date())).isPresent();
            }
        }
        boolean later = newer;
        Predicate<Place> judged = place ->
                !later || place.date().isAfter(byHand.map(LevelByHand::date).orElse(LocalDate.MIN));
        List<GoalStanding.Piece> pieces = new ArrayList<>();
        List<Percent> percents = new ArrayList<>();
        for (int i = 0; i < outcomes.length; i++) {
            Place place = places.get(i);
            boolean decides = outcomes[i].counts() && judged.test(place);
            if (decides) {
                percents.add(outcomes[i].percent().orElseThrow());
            }
            pieces.add(new GoalStanding.Piece(
                    place.piece(),
                    place.part() == WHOLE
                            ? Optional.<Part>empty()
                            : place.piece().partAt(place.part()),
                    outcomes[i].percent(),
                    outcomes[i].reason(),
                    linked[i],
                    decides));
        }
        int needed = later ? 1 : Math.min(goal.statedNeeds().orElse(links), links);
        Optional<Percent> value = value(goal.judge(), percents);
        Optional<LevelByHand> holds = later ? Optional.empty() : byHand;
        Level level = holds.map(LevelByHand::level).orElseGet(() -> level(goal, percents.size(), needed, value));
        return new GoalStanding(
                level, counted, links, needed, value, holds, later ? byHand : Optional.empty(), List.copyOf(pieces));
    }

    private static Level level(Goal goal, int count, int needed, Optional<Percent> value) {
        if (count == 0) {
            return Level.NOT_BEGUN;
        }
        if (count < needed) {
            return Level.BEGUN;
        }
        return value.orElseThrow().isAtLeast(goal.secure()) ? Level.SECURE : Level.AGAIN;
    }

    private static Optional<Percent> value(Judge judge, List<Percent> percents) {
        if (percents.isEmpty()) {
            return Optional.empty();
        }
        return switch (judge) {
            case LATEST -> Optional.of(percents.get(percents.size() - 1));
            case BEST -> percents.stream().max(Comparator.naturalOrder());
            case MEAN -> {
                FractionSum sum = new FractionSum();
                percents.forEach(percent -> sum.plus(percent.exact()));
                yield Optional.of(new Percent(sum.toFraction().dividedBy(Fraction.of(percents.size()))));
            }
        };
    }

    /** The latest day holds, and of the same day the one given last. */
    private Optional<LevelByHand> latest(List<LevelByHand> levels) {
        LevelByHand latest = null;
        for (LevelByHand level : levels) {
            if (!level.date().isAfter(lastDay)
                    && (latest == null || !level.date().isBefore(latest.date()))) {
                latest = level;
            }
        }
        return Optional.ofNullable(latest);
    }

    private Outcome outcome(int student, Place place) {
        return place.part() == WHOLE
                ? counting.outcome(student, place.assessment())
                : counting.partMark(student, place.assessment()).outcome(place.part());
    }

    /** A piece is where all its parts are. */
    private boolean isExcused(int student, Place place) {
        if (place.part() != WHOLE) {
            return isExcused(student, place.assessment(), place.part());
        }
        for (int part = 0; part < place.piece().entryCount(); part++) {
            if (!isExcused(student, place.assessment(), part)) {
                return false;
            }
        }
        return true;
    }

    private boolean isExcused(int student, int assessment, int part) {
        return book.entry(student, assessment, part).is(EntryKind.EXCUSED);
    }

    private GoalStanding[] together(List<Goal> under) {
        GoalStanding[] all = new GoalStanding[book.students().size()];
        for (int student = 0; student < all.length; student++) {
            List<Level> levels = new ArrayList<>();
            for (Goal goal : under) {
                GoalStanding own = Objects.requireNonNull(standings.get(goal.id()))[student];
                if (own.isTold()) {
                    levels.add(own.level());
                }
            }
            int secure = (int) levels.stream().filter(Level.SECURE::equals).count();
            all[student] = new GoalStanding(
                    together(levels, secure),
                    secure,
                    levels.size(),
                    levels.size(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    List.of());
        }
        return all;
    }

    private static Level together(List<Level> levels, int secure) {
        if (levels.stream().allMatch(Level.NOT_BEGUN::equals)) {
            return Level.NOT_BEGUN;
        }
        if (secure == levels.size()) {
            return Level.SECURE;
        }
        return levels.contains(Level.AGAIN) ? Level.AGAIN : Level.BEGUN;
    }
}
