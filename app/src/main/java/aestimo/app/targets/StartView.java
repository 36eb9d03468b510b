package aestimo.app.targets;

import aestimo.app.book.ClassBook;
import aestimo.app.figures.Value;
import aestimo.app.frame.Signs;
import aestimo.app.picture.Scatter;
import aestimo.app.picture.SoFar;
import aestimo.app.roll.CardFacts;
import aestimo.core.book.StartingScores;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.targets.Gain;
import aestimo.core.value.Mark;
import aestimo.core.value.Places;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Where the students of a class began, and how far up or down they are now against one another.
 *
 * @param lines the furthest down first
 * @param without list names of those present who have no score or no result
 * @param picture for the page
 * @param small for a margin
 */
record StartView(List<Line> lines, List<String> without, Scatter picture, Scatter narrow, Scatter small) {
    private static final int WIDE = 880;
    private static final int NARROW = 358;
    private static final int MARGIN = 264;
    private static final int WIDE_HEIGHT = 300;
    private static final int SMALL_HEIGHT = 204;

    /**
     * One student.
     *
     * @param gain in percentage points, with its sign
     * @param gainSd in standard deviations; empty where there is none
     * @param css of the way moved
     * @param looseEnds how many there are
     * @param support what the teacher noted of the student; empty where names are hidden, like {@code report}, the last one
     * @param soFar the marks so far as a small line; null where nothing counts yet
     */
    record Line(
            String id,
            String number,
            String name,
            String set,
            Value score,
            Value startRank,
            Value result,
            Value resultRank,
            Value gain,
            Value gainSd,
            String css,
            int absent,
            int notHandedIn,
            int looseEnds,
            String support,
            String report,
            @Nullable SoFar soFar,
            boolean helped) {
        public boolean isDown() {
            return css.equals("is-down");
        }
    }

    /** @param cards what is kept of each student, by enrolment */
    static StartView of(
            ClassBook classBook, Span span, TargetsChoice choice, Map<Long, CardFacts> cards, Set<Long> helped) {
        Standing standing = Standing.of(classBook.book(), span);
        List<Gain> gains = Gain.of(standing);
        Map<Student, Integer> looseEnds = new HashMap<>();
        for (LooseEnd end : LooseEnds.of(standing.counting())) {
            end.student().ifPresent(student -> looseEnds.merge(student, 1, Integer::sum));
        }
        List<Line> lines = gains.stream()
                .sorted(Comparator.comparing(Gain::gain))
                .map(gain -> line(standing, gain, looseEnds, cards, helped))
                .filter(line -> choice.set().isEmpty() || line.set().equals(choice.set()))
                .filter(line -> switch (choice.only()) {
                    case BELOW -> line.isDown();
                    case ABOVE -> line.css().equals("is-up");
                    case HELPED -> line.helped();
                    default -> true;
                })
                .toList();
        List<String> compared =
                gains.stream().map(gain -> gain.student().text()).toList();
        return new StartView(
                lines,
                standing.students().stream()
                        .filter(StudentStanding::present)
                        .map(StudentStanding::student)
                        .filter(student -> !compared.contains(student.id().text()))
                        .map(Student::listName)
                        .toList(),
                Scatter.of(standing, gains, WIDE, WIDE_HEIGHT),
                Scatter.of(standing, gains, NARROW, WIDE_HEIGHT),
                Scatter.of(standing, gains, MARGIN, SMALL_HEIGHT));
    }

    private static Line line(
            Standing standing,
            Gain gain,
            Map<Student, Integer> looseEnds,
            Map<Long, CardFacts> cards,
            Set<Long> helped) {
        StudentStanding own = standing.of(gain.student());
        Student student = own.student();
        Places places = standing.book().rules().places();
        StartingScores scores = standing.book().startingScores().orElseThrow();
        CardFacts card = cards.getOrDefault(ClassBook.id(student), CardFacts.NONE);
        return new Line(
                student.id().text(),
                student.number(),
                student.listName(),
                student.set().orElse(""),
                score(Objects.requireNonNull(scores.scores().get(student.id()))),
                Value.rank(Optional.of(gain.startRank())),
                Value.percent(Optional.of(gain.result()), places),
                Value.rank(Optional.of(gain.resultRank())),
                Value.difference(Optional.of(gain.gain()), places),
                deviations(gain.gainInDeviations()),
                Signs.css(gain.direction(standing.book().rules())),
                own.counts().absent(),
                own.counts().notHandedIn(),
                looseEnds.getOrDefault(student, 0),
                card.supportNote(),
                card.lastReport(),
                SoFar.of(standing, own),
                helped.contains(ClassBook.id(student)));
    }

    private static Value score(Mark score) {
        return Value.decimal(score.value(), score.toString());
    }

    private static Value deviations(OptionalDouble deviations) {
        if (deviations.isEmpty()) {
            return Value.NONE;
        }
        BigDecimal rounded = BigDecimal.valueOf(deviations.getAsDouble()).setScale(2, RoundingMode.HALF_UP);
        String sign = rounded.signum() > 0 ? "+" : rounded.signum() < 0 ? "−" : "";
        return Value.decimal(rounded, sign + rounded.abs().toPlainString());
    }

    /** Those who are further down than they began, the furthest first. */
    public List<Line> down() {
        return lines.stream().filter(Line::isDown).toList();
    }

    /** Whether anybody can be compared. */
    public boolean isEmpty() {
        return picture.dots().isEmpty();
    }
}
