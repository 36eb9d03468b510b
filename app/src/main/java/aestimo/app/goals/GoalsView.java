package aestimo.app.goals;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.OpenClass;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Term;
import aestimo.core.counting.Counting;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Level;
import aestimo.core.judging.ClassGoals;
import aestimo.core.judging.GoalStanding;
import aestimo.core.result.Span;
import aestimo.core.working.GoalWorking;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * How far a class is with its goals over a span, as it is drawn.
 *
 * @param bars one for each goal, those under another behind it
 */
record GoalsView(List<Bar> bars) {
    static final double WIDTH = 560;

    /** How levels are told apart without colour: empty, half, struck, full. */
    private static final Map<Level, String> SIGNS =
            Map.of(Level.NOT_BEGUN, "○", Level.BEGUN, "◐", Level.AGAIN, "⊘", Level.SECURE, "●");

    /** Nothing but the level, as it is drawn and said. */
    record Said(Level level) {
        public String sign() {
            return SIGNS.getOrDefault(level, "");
        }

        public String words() {
            return GoalWorking.words(level);
        }

        /** As a style and an address name it. */
        public String key() {
            return level.name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    static List<Said> levels() {
        return Arrays.stream(Level.values()).map(Said::new).toList();
    }

    static Optional<Level> level(String key) {
        return levels().stream()
                .filter(own -> own.key().equals(key))
                .map(Said::level)
                .findFirst();
    }

    /** One level within a bar. */
    record Part(Said said, int count, double x, double width) {}

    /**
     * A goal over the students present.
     *
     * @param under whether it is under the one above it
     * @param terms how many were secure by each term so far; empty where the span is no single term
     * @param moved who came to be secure since the term before, and who is so no longer; empty for nothing to tell
     */
    record Bar(long id, String title, boolean under, List<Part> parts, String terms, String moved) {
        boolean isAnyAt(Level level) {
            return parts.stream().anyMatch(part -> part.said().level() == level && part.count() > 0);
        }

        /** “4 not begun, 3 begun, 2 again, 15 secure”. */
        public String words() {
            return String.join(
                    ", ",
                    parts.stream()
                            .map(part -> part.count() + " " + part.said().words())
                            .toList());
        }
    }

    /** @param set those counted; empty: all */
    static GoalsView of(OpenClass open, ClassGoals now, String set) {
        Book book = open.book();
        Predicate<Student> meant =
                student -> set.isEmpty() || student.set().filter(set::equals).isPresent();
        List<ClassGoals> byTerm = terms(open, now.counting());
        List<Bar> bars = new ArrayList<>();
        inOrder(now.goals()).forEach(goal -> bars.add(bar(book, now, byTerm, goal, meant)));
        return new GoalsView(bars);
    }

    /** Each goal with those under it behind it. */
    static List<Goal> inOrder(Goals goals) {
        return goals.all().stream()
                .filter(goal -> goal.parent().isEmpty())
                .flatMap(goal -> Stream.concat(Stream.of(goal), goals.under(goal).stream()))
                .toList();
    }

    /** The goals in which anybody is at a level, with those they are under. */
    GoalsView at(Level level) {
        List<Bar> shown = new ArrayList<>();
        for (int i = 0; i < bars.size(); i++) {
            Bar bar = bars.get(i);
            boolean any = bar.isAnyAt(level);
            for (int under = i + 1;
                    !bar.under() && under < bars.size() && bars.get(under).under();
                    under++) {
                any |= bars.get(under).isAnyAt(level);
            }
            if (any) {
                shown.add(bar);
            }
        }
        return new GoalsView(shown);
    }

    /** Each term up to the one that is looked at; none where something else is. */
    private static List<ClassGoals> terms(OpenClass open, Counting counting) {
        if (!(open.span().span() instanceof Span.Terms terms) || terms.terms().size() != 1) {
            return List.of();
        }
        List<ClassGoals> all = byTerm(open.book(), counting);
        int last = 0;
        while (!terms.terms().contains(open.book().terms().get(last).id())) {
            last++;
        }
        return all.subList(0, Math.min(last + 1, all.size()));
    }

    /** Each term that has begun by today, for itself. */
    static List<ClassGoals> byTerm(Book book, Counting counting) {
        List<ClassGoals> all = new ArrayList<>();
        for (Term term : book.terms()) {
            if (!term.firstDay().isAfter(book.today())) {
                ClassGoals.of(counting, new Span.Terms(Set.of(term.id()))).ifPresent(all::add);
            }
        }
        return all;
    }

    private static Bar bar(Book book, ClassGoals now, List<ClassGoals> byTerm, Goal goal, Predicate<Student> meant) {
        Map<Level, Integer> counts = now.counts(goal, meant);
        int all = counts.values().stream().mapToInt(Integer::intValue).sum();
        List<Part> parts = new ArrayList<>();
        double x = 0;
        for (Level level : Level.values()) {
            int count = counts.getOrDefault(level, 0);
            double width = all == 0 ? 0 : WIDTH * count / all;
            parts.add(new Part(new Said(level), count, x, width));
            x += width;
        }
        List<String> secure = new ArrayList<>();
        for (int i = 0; i < byTerm.size() && byTerm.size() > 1; i++) {
            secure.add(book.terms().get(i).name() + " "
                    + byTerm.get(i).counts(goal, meant).getOrDefault(Level.SECURE, 0));
        }
        return new Bar(
                Long.parseLong(goal.id().text()),
                goal.title(),
                goal.parent().isPresent(),
                parts,
                String.join(", ", secure),
                byTerm.size() < 2 ? "" : moved(byTerm.get(byTerm.size() - 2), now, goal, meant));
    }

    private static String moved(ClassGoals before, ClassGoals now, Goal goal, Predicate<Student> meant) {
        int more = now.newlySecure(goal, before, meant);
        int fewer = now.noLongerSecure(goal, before, meant);
        return (more == 0 ? "" : more + " newly secure")
                + (more > 0 && fewer > 0 ? ", " : "")
                + (fewer == 0 ? "" : fewer + " no longer");
    }

    /**
     * A student with all goals of one level.
     *
     * @param titles of goals with evidence of their own
     */
    record ManyGoals(long id, String name, List<String> titles) {}

    /** Those present who are at a level in any goal, those in most of them first. */
    static List<ManyGoals> byStudent(OpenClass open, ClassGoals goals, Level level, String set) {
        return present(open, set).stream()
                .map(student -> new ManyGoals(
                        ClassBook.id(student),
                        student.listName(),
                        goals.at(level, student).stream().map(Goal::title).toList()))
                .filter(own -> !own.titles().isEmpty())
                .sorted(Comparator.comparingInt((ManyGoals own) -> own.titles().size())
                        .reversed())
                .toList();
    }

    /** Those in the class at the end of what is looked at; of one set, or of all. */
    static List<Student> present(OpenClass open, String set) {
        return open.book().students().stream()
                .filter(student -> student.isEnrolledOn(open.span().span().presenceDay(open.book())))
                .filter(student ->
                        set.isEmpty() || student.set().filter(set::equals).isPresent())
                .toList();
    }

    /** A student at a goal. */
    record AtGoal(long id, String name, Said said, String why, boolean byHand) {}

    /** Those present with how far they are with one goal, and why. */
    static List<AtGoal> students(OpenClass open, ClassGoals goals, Goal goal, String set) {
        return present(open, set).stream()
                .map(student -> {
                    GoalStanding own = goals.of(student, goal);
                    return new AtGoal(
                            ClassBook.id(student),
                            student.listName(),
                            new Said(own.level()),
                            GoalWorking.why(
                                    goals, student, goal, open.book().rules().places()),
                            own.byHand().isPresent());
                })
                .toList();
    }
}
