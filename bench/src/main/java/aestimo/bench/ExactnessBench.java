package aestimo.bench;

import aestimo.core.book.Book;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/** What exactness costs: results of 32 × 60 exactly, in double precision, and by a spreadsheet's formulas. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 10, time = 2)
@Measurement(iterations = 10, time = 1)
@Fork(1)
public class ExactnessBench {
    private Book book;
    private PlainLoop plain;
    private Spreadsheet spreadsheet;

    @Setup
    public void make() {
        book = BenchClass.make(32, 60, 1);
        plain = new PlainLoop(book);
        spreadsheet = new Spreadsheet(book);
        double ours = Standing.of(book, new Span.Year())
                .students()
                .get(0)
                .result()
                .orElseThrow()
                .exact()
                .exact()
                .toApproximation();
        // Drops and ceilings apart, the three compute the same: far from each other, one of them would be wrong.
        if (Math.abs(ours - plain.results()[0]) > 5 || Math.abs(ours - spreadsheet.evaluate()) > 5) {
            throw new IllegalStateException(
                    "exact " + ours + ", plain " + plain.results()[0] + ", spreadsheet " + spreadsheet.evaluate());
        }
    }

    @TearDown
    public void close() throws IOException {
        spreadsheet.close();
    }

    /** Percents, averages, results, grades and ranks, with drops and ceilings. */
    @Benchmark
    public void exact(Blackhole sink) {
        for (StudentStanding own : Standing.of(book, new Span.Year()).students()) {
            sink.consume(own.result());
        }
    }

    /** Percents, averages and results alone. */
    @Benchmark
    public double[] plainDoubles() {
        return plain.results();
    }

    /** Percents, averages, results, grades and ranks. */
    @Benchmark
    public double spreadsheet() {
        return spreadsheet.evaluate();
    }
}
