package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Condition;
import aestimo.app.figures.Figure;
import aestimo.app.figures.Value;
import aestimo.core.result.StudentStanding;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What is said of a student by one figure: the figure is cut into stretches, and each has the sentences that fit it.
 * Immutable.
 *
 * @param figure the key of what it looks at; empty for a group of one stretch, which is said of everybody
 * @param stretches of a number, from the highest down, each from a number on and the last from nothing; of anything else,
 *     by what the figure says
 * @param only what else must be met for anything to be said
 */
public record SentenceGroup(
        long id, String name, String figure, List<Stretch> stretches, List<Only> only, int version) {
    public SentenceGroup {
        stretches = List.copyOf(stretches);
        only = List.copyOf(only);
    }

    /**
     * A part of the figure with its sentences.
     *
     * @param from the least number it holds; null for the lowest stretch, and where the figure is no number
     * @param steps what the figure says, in words; empty where the figure is a number
     * @param wordings one is said; none: nothing is said
     * @param silent nothing is said on purpose
     */
    public record Stretch(@Nullable BigDecimal from, List<String> steps, List<String> wordings, boolean silent) {
        public Stretch {
            steps = List.copyOf(steps);
            wordings = List.copyOf(wordings);
        }

        /** Whether it has still to be decided what is said. */
        public boolean isOpen() {
            return wordings.isEmpty() && !silent;
        }
    }

    /** A further condition, as it is saved: the key of a figure, how it is held against what, as typed. */
    public record Only(String figure, String test, String value) {
        Optional<Condition> condition(ClassFigures at) {
            return LetterFigures.figure(at, figure)
                    .flatMap(own -> Condition.Test.of(test).map(held -> Condition.of(own, held, value)));
        }
    }

    /** Whether it looks at no figure: the same is said of everybody. */
    public boolean isForEverybody() {
        return figure.isEmpty();
    }

    /** What it looks at, in a class; empty where the class has no such figure. */
    public Optional<Figure> looksAt(ClassFigures at) {
        return LetterFigures.figure(at, figure);
    }

    /**
     * Where a student lies.
     *
     * @return the place of the stretch; empty where the student has no such figure, lies in none, or meets not what else is
     *     asked
     */
    Optional<Integer> stretchOf(ClassFigures at, StudentStanding own) {
        boolean met = only.stream()
                .allMatch(asked ->
                        asked.condition(at).filter(it -> it.isMet(at, own)).isPresent());
        if (!met) {
            return Optional.empty();
        }
        return isForEverybody()
                ? Optional.of(0).filter(first -> !stretches.isEmpty())
                : looksAt(at).map(it -> it.of(at, own)).flatMap(this::stretchOf);
    }

    private Optional<Integer> stretchOf(Value value) {
        for (int i = 0; i < stretches.size() && !value.isEmpty(); i++) {
            Stretch stretch = stretches.get(i);
            boolean holds = value.number().isPresent() && stretch.steps().isEmpty()
                    ? stretch.from() == null || value.number().get().compareTo(stretch.from()) >= 0
                    : stretch.steps().stream().anyMatch(value.word()::equalsIgnoreCase);
            if (holds) {
                return Optional.of(i);
            }
        }
        return Optional.empty();
    }

    /** The students present that lie in each stretch, in the class's order; the stretches in theirs. */
    List<List<StudentStanding>> students(ClassFigures at) {
        List<List<StudentStanding>> students = new ArrayList<>();
        stretches.forEach(stretch -> students.add(new ArrayList<>()));
        for (StudentStanding own : at.standing().students()) {
            if (own.present()) {
                stretchOf(at, own).ifPresent(place -> students.get(place).add(own));
            }
        }
        return students;
    }

    /**
     * Which of a stretch's wordings is a student's: they are dealt out one after the other down the stretch, so that each
     * is said as often as the others, and of the same students as long as nobody comes or goes.
     */
    static Optional<String> dealt(Stretch stretch, List<StudentStanding> inIt, StudentStanding own) {
        int place = inIt.stream().map(StudentStanding::place).toList().indexOf(own.place());
        return place < 0 || stretch.wordings().isEmpty()
                ? Optional.empty()
                : Optional.of(stretch.wordings().get(place % stretch.wordings().size()));
    }
}
