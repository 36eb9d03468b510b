package aestimo.bench;

import aestimo.core.book.Assessment;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.goal.Evidence;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.id.GoalId;
import aestimo.core.judging.ClassGoals;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Prospects;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Gain;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/** How long the figures of a class take, by the number of students and assessments. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 10, time = 2)
@Measurement(iterations = 10, time = 1)
@Fork(1)
public class CoreBench {
    private static final Optional<Band> TOP =
            Optional.of(BenchClass.BANDS.bands().get(0));
    private static final int GOALS = 40;
    private static final Span YEAR = new Span.Year();

    /** Students × assessments. */
    @Param({"32x60", "320x60", "32x600"})
    public String size;

    private Book book;
    private List<Book> year;
    private Counting withGoals;

    @Setup
    public void make() {
        int times = size.indexOf('x');
        int students = Integer.parseInt(size.substring(0, times));
        int assessments = Integer.parseInt(size.substring(times + 1));
        book = BenchClass.make(students, assessments, 1);
        withGoals = Counting.of(book.toBuilder().goals(Optional.of(goals(book))).build());
        year = LongStream.range(0, 8)
                .mapToObj(seed -> BenchClass.make(students, assessments, seed))
                .toList();
    }

    /** Forty goals, each by three pieces. */
    private static Goals goals(Book book) {
        List<Assessment> marked = book.assessments().stream()
                .filter(piece -> piece.kind().isMarked())
                .toList();
        return new Goals(
                IntStream.range(0, GOALS)
                        .mapToObj(goal -> Goal.of(
                                new GoalId("g" + goal),
                                "Goal " + goal,
                                IntStream.range(0, 3)
                                        .mapToObj(at -> Evidence.of(marked.get((goal + at * GOALS / 3) % marked.size())
                                                .id()))
                                        .toArray(Evidence[]::new)))
                        .toList(),
                List.of());
    }

    /** The level of everybody in every goal, where the entries are counted already. */
    @Benchmark
    public void goals(Blackhole sink) {
        sink.consume(ClassGoals.of(withGoals, YEAR));
    }

    @Benchmark
    public void full(Blackhole sink) {
        figures(book, TOP, sink);
    }

    @Benchmark
    public void fullWithoutNeeded(Blackhole sink) {
        figures(book, Optional.empty(), sink);
    }

    @Benchmark
    public void eightClassesWithoutNeeded(Blackhole sink) {
        year.forEach(each -> figures(each, Optional.empty(), sink));
    }

    /** Every figure there is of a class over the year, as the results document prints them. */
    private static void figures(Book book, Optional<Band> needed, Blackhole sink) {
        Standing standing = Standing.of(book, YEAR);
        TermSeries series = TermSeries.of(standing.counting());
        for (StudentStanding own : standing.students()) {
            sink.consume(own.result());
            sink.consume(own.ceilingCost());
            sink.consume(own.categories());
            sink.consume(own.shares());
            sink.consume(own.counts());
            sink.consume(series.movement(own.place(), 2));
            Prospects prospects = own.prospects();
            sink.consume(prospects.best());
            sink.consume(prospects.worst());
            needed.ifPresent(band -> sink.consume(prospects.needed(band)));
        }
        sink.consume(standing.mean());
        book.categories().forEach(category -> sink.consume(standing.mean(category.id())));
        sink.consume(standing.countsByBand());
        for (AssessmentFigures piece : standing.assessments()) {
            sink.consume(piece.mean());
            sink.consume(piece.quartile(1));
            sink.consume(piece.median());
            sink.consume(piece.quartile(3));
            sink.consume(piece.standardDeviation());
            sink.consume(piece.sets());
        }
        sink.consume(Attainment.of(standing.counting(), series));
        sink.consume(Gain.of(standing));
        sink.consume(LooseEnds.of(standing.counting()));
    }
}
