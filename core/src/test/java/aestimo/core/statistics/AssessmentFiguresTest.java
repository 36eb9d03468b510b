package aestimo.core.statistics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Rank;
import aestimo.core.id.StudentId;
import aestimo.core.rules.Ranking;
import aestimo.core.testing.RandomClass;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.RepeatedTest;

/** Every figure of every assessment against its definition, worked out the slow way, on classes made by chance. */
class AssessmentFiguresTest {
    private static final int CLASSES = 120;

    private RandomClass made;
    private Book book;
    private List<AssessmentFigures> all;

    @BeforeEach
    void makeAClass() {
        made = new RandomClass();
        book = made.book();
        Counting counting = Counting.of(book);
        all = IntStream.range(0, book.assessments().size())
                .mapToObj(place -> AssessmentFigures.of(counting, place))
                .toList();
    }

    private String of(AssessmentFigures own) {
        return "seed " + made.seed + ", " + own.assessment().title();
    }

    private static List<Percent> fromBelow(AssessmentFigures own) {
        return own.percents().values().stream().sorted().toList();
    }

    private static Fraction sum(List<Percent> percents) {
        return percents.stream().map(Percent::exact).reduce(Fraction.ZERO, Fraction::plus);
    }

    @RepeatedTest(CLASSES)
    void theMeanIsTheSumOverTheCountAndTheMarkItsShareOfTheOutOf() {
        for (AssessmentFigures own : all) {
            List<Percent> percents = fromBelow(own);
            assertThat(own.counted()).as(of(own)).isEqualTo(percents.size());
            if (percents.isEmpty()) {
                assertThat(own.mean()).as(of(own)).isEmpty();
                assertThat(own.meanMark()).as(of(own)).isEmpty();
                assertThat(own.standardDeviation()).as(of(own)).isEmpty();
                assertThat(own.median()).as(of(own)).isEmpty();
                continue;
            }
            Fraction mean = sum(percents).dividedBy(Fraction.of(percents.size()));
            assertThat(own.mean().orElseThrow().exact()).as(of(own)).isEqualByComparingTo(mean);
            assertThat(own.meanMark().orElseThrow())
                    .as(of(own))
                    .isEqualByComparingTo(own.assessment().pointsOf(mean));
        }
    }

    @RepeatedTest(CLASSES)
    void quartilesLieWhereTheyAreDefined() {
        for (AssessmentFigures own : all) {
            List<Percent> sorted = fromBelow(own);
            for (int k = 0; k <= 4 && !sorted.isEmpty(); k++) {
                Fraction position = Fraction.of((sorted.size() - 1) * (long) k, 4);
                int below = (sorted.size() - 1) * k / 4;
                Fraction rest = position.minus(Fraction.of(below));
                Fraction low = sorted.get(below).exact();
                Fraction high =
                        sorted.get(Math.min(below + 1, sorted.size() - 1)).exact();
                assertThat(own.quartile(k).orElseThrow().exact())
                        .as(of(own) + ", quartile " + k)
                        .isEqualByComparingTo(low.plus(high.minus(low).times(rest)));
            }
            assertThat(own.median())
                    .as(of(own))
                    .isEqualTo(Quartile.median(own.percents().values()));
            assertThat(own.lowest()).as(of(own)).isEqualTo(sorted.stream().findFirst());
            assertThat(own.highest()).as(of(own)).isEqualTo(sorted.stream().reduce((one, other) -> other));
        }
    }

    @RepeatedTest(CLASSES)
    void theDeviationIsTheRootOfTheMeanSquare() {
        for (AssessmentFigures own : all) {
            List<Percent> percents = fromBelow(own);
            if (percents.isEmpty()) {
                continue;
            }
            Fraction mean = sum(percents).dividedBy(Fraction.of(percents.size()));
            Fraction squares = percents.stream()
                    .map(percent -> percent.exact().minus(mean))
                    .map(off -> off.times(off))
                    .reduce(Fraction.ZERO, Fraction::plus);
            double defined =
                    Math.sqrt(squares.dividedBy(Fraction.of(percents.size())).toApproximation());
            assertThat(own.standardDeviation().orElseThrow())
                    .as(of(own))
                    .isCloseTo(defined, within(Math.max(1e-12, defined * 1e-10)));
        }
    }

    @RepeatedTest(CLASSES)
    void aPlaceCountsThoseAboveByRoundedPercents() {
        boolean dense = book.rules().ranking() == Ranking.DENSE;
        for (AssessmentFigures own : all) {
            Map<StudentId, Percent> shown =
                    new TreeMap<>((one, other) -> one.text().compareTo(other.text()));
            own.percents()
                    .forEach((student, percent) ->
                            shown.put(student, percent.rounded(book.rules().places())));
            for (Student student : book.students()) {
                Optional<Percent> percent = Optional.ofNullable(shown.get(student.id()));
                assertThat(own.percentOf(student).isPresent())
                        .as(of(own) + ", " + student.id())
                        .isEqualTo(percent.isPresent());
                if (percent.isEmpty()) {
                    assertThat(own.placeOf(student))
                            .as(of(own) + ", " + student.id())
                            .isEmpty();
                    continue;
                }
                List<Percent> above = shown.values().stream()
                        .filter(other -> other.compareTo(percent.get()) > 0)
                        .toList();
                long level = shown.values().stream()
                        .filter(other -> other.compareTo(percent.get()) == 0)
                        .count();
                int place = 1 + (dense ? new HashSet<>(above).size() : above.size());
                assertThat(own.placeOf(student))
                        .as(of(own) + ", " + student.id())
                        .contains(new Rank(place, level > 1));
            }
        }
    }

    @RepeatedTest(CLASSES)
    void setsShareTheAssessmentOutAmongThem() {
        for (AssessmentFigures own : all) {
            Map<String, AssessmentFigures.SetMean> sets = own.sets();
            assertThat(sets.keySet()).as(of(own)).containsExactlyElementsOf(book.sets());
            sets.forEach((name, set) -> {
                List<Percent> inSet = book.students().stream()
                        .filter(student -> student.set().equals(Optional.of(name)))
                        .flatMap(student -> own.percentOf(student).stream())
                        .toList();
                assertThat(set.counted()).as(of(own) + ", " + name).isEqualTo(inSet.size());
                assertThat(set.mean().map(Percent::exact))
                        .as(of(own) + ", " + name)
                        .isEqualTo(
                                inSet.isEmpty()
                                        ? Optional.empty()
                                        : Optional.of(sum(inSet).dividedBy(Fraction.of(inSet.size()))));
            });
        }
    }
}
