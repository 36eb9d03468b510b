package aestimo.core.targets;

import aestimo.core.book.Book;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Grading;
import aestimo.core.grading.Result;
import aestimo.core.id.StudentId;
import aestimo.core.result.TermSeries;
import aestimo.core.value.Percent;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What one student reached in one term, against the band due by then (rules, section 10). Computed by today's bands, and
 * by the target that stood at the end of the term; a sealed term's figures come from its return and are never computed
 * anew.
 *
 * @param bands by which it is judged: today's, or those the term was sealed with
 * @param aim the band due by this term; empty: none
 * @param result of the term; empty where there is none
 * @param gap the number of the grade reached − that of the aim; empty where either is missing
 * @param toAim percentage points missing to the aim, exact and above 0; empty where none are missing, or no aim or result
 */
public record Attainment(
        StudentId student,
        Term term,
        Boundaries bands,
        Optional<Band> aim,
        Optional<Result> result,
        Optional<Integer> gap,
        Optional<Percent> toAim) {
    /** What a gap says. */
    public enum Status {
        ABOVE,
        ON,
        BELOW,
        WELL_BELOW
    }

    /** The grade got in this term; empty without a result or without bands. */
    public Optional<Band> reached() {
        return result.flatMap(Result::grade);
    }

    /** Empty without a gap. */
    public Optional<Status> status() {
        return gap.map(steps -> {
            if (steps >= 1) {
                return Status.ABOVE;
            }
            return steps == 0 ? Status.ON : steps == -1 ? Status.BELOW : Status.WELL_BELOW;
        });
    }

    /**
     * A row for each target, in the book's order, and each term up to the last in which anybody in the class has a
     * result.
     */
    public static List<Attainment> of(Counting counting, TermSeries series) {
        Book book = counting.book();
        Grading grading = Grading.of(book);
        int last = series.lastWithResult();
        List<Attainment> rows = new ArrayList<>();
        for (Target target : book.targets()) {
            int student = book.placeOf(target.student()).orElseThrow();
            for (int term = 0; term <= last; term++) {
                rows.add(row(book, target, term, series.result(student, term).map(grading::judge)));
            }
        }
        return rows;
    }

    /** @param term its place, from 0 */
    static Attainment row(Book book, Target target, int term, Optional<Result> result) {
        return judged(target.student(), book.terms().get(term), book.boundaries(), aim(book, target, term), result);
    }

    /**
     * What was sealed for a student and term.
     *
     * @param bands those it was sealed with
     * @param aim one of them
     * @param result as it was sealed, with a grade among the bands
     */
    public static Attainment judged(
            StudentId student, Term term, Boundaries bands, Optional<Band> aim, Optional<Result> result) {
        Optional<Band> reached = result.flatMap(Result::grade);
        return new Attainment(
                student,
                term,
                bands,
                aim,
                result,
                aim.flatMap(due -> reached.map(got -> bands.stepOf(got) - bands.stepOf(due))),
                aim.flatMap(due -> result.map(own -> due.from().minus(own.graded())))
                        .filter(missing -> missing.compareTo(Percent.ZERO) > 0));
    }

    /**
     * The band due by a term: the one set for it; else on the straight way from the start band to the end band, rounded
     * half up; else the end band. By the target that stood on the term's last day, or today where that is earlier.
     *
     * @param term its place, from 0
     */
    static Optional<Band> aim(Book book, Target changing, int term) {
        Boundaries bands = book.boundaries();
        LocalDate last = book.terms().get(term).lastDay();
        Target target = changing.on(last.isBefore(book.today()) ? last : book.today());
        String set = target.terms().get(book.terms().get(term).id());
        if (set != null) {
            return bands.labelled(set);
        }
        Optional<Band> end = target.end().flatMap(bands::labelled);
        Optional<Band> start = target.start().flatMap(bands::labelled);
        if (start.isEmpty() || end.isEmpty()) {
            return end;
        }
        int from = bands.stepOf(start.get());
        int to = bands.stepOf(end.get());
        int terms = book.terms().size();
        // start + (end − start)·j/n rounded half up: steps are 0 or more, so half up is towards the higher band.
        int overTerms = from * terms + (to - from) * (term + 1);
        return Optional.of(bands.atStep((2 * overTerms + terms) / (2 * terms)));
    }
}
