package aestimo.core.targets;

import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Grading;
import aestimo.core.id.StudentId;
import aestimo.core.result.Movement;
import aestimo.core.result.Span;
import aestimo.core.result.TermSeries;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What everybody of a class reached in each term against the aims, with or without a target (rules, section 10). Terms go
 * by their place in the book. Immutable.
 */
public final class Attainments {
    private final Counting counting;
    private final TermSeries series;
    private final Map<StudentId, Target> targets = new HashMap<>();
    private final List<Term> terms;
    private final Set<Term> sealedTerms = new HashSet<>();
    /** By student, then by term. */
    private final List<List<Attainment>> rows = new ArrayList<>();

    private Attainments(Counting counting, List<Attainment> sealed) {
        this.counting = counting;
        this.series = TermSeries.of(counting);
        Book book = counting.book();
        book.targets().forEach(target -> targets.put(target.student(), target));
        sealed.forEach(own -> sealedTerms.add(own.term()));
        this.terms = book.terms().subList(0, series.lastWithResult() + 1);
        Grading grading = Grading.of(book);
        for (int student = 0; student < book.students().size(); student++) {
            Target target = target(book.students().get(student));
            List<Attainment> own = new ArrayList<>();
            for (int term = 0; term < terms.size(); term++) {
                Attainment today = Attainment.row(
                        book, target, term, series.result(student, term).map(grading::judge));
                own.add(sealed.stream()
                        .filter(it -> it.student().equals(today.student())
                                && it.term().equals(today.term()))
                        .findFirst()
                        .orElse(today));
            }
            rows.add(List.copyOf(own));
        }
    }

    public static Attainments of(Counting counting) {
        return new Attainments(counting, List.of());
    }

    /** The same, with what was sealed in place of what today would make of it. */
    public static Attainments of(Counting counting, List<Attainment> sealed) {
        return new Attainments(counting, sealed);
    }

    public Book book() {
        return counting.book();
    }

    public Counting counting() {
        return counting;
    }

    /** The terms up to the last in which anybody in the class has a result. */
    public List<Term> terms() {
        return terms;
    }

    /** The student's target; one that says nothing where none is set. */
    public Target target(Student student) {
        return targets.getOrDefault(
                student.id(), new Target(student.id(), Optional.empty(), Optional.empty(), Map.of()));
    }

    /** One for each of {@link #terms}. */
    public List<Attainment> of(Student student) {
        return rows.get(book().placeOf(student.id()).orElseThrow());
    }

    /** In the last of {@link #terms}; empty where no term has a result. */
    public Optional<Attainment> now(Student student) {
        List<Attainment> own = of(student);
        return own.isEmpty() ? Optional.empty() : Optional.of(own.get(own.size() - 1));
    }

    /** The aim after any term of the year, by the target that stands then or today. */
    public Optional<Band> aim(Student student, int term) {
        return Attainment.aim(book(), target(student), term);
    }

    /** Of the last of {@link #terms} against the latest before it; empty where either has no result. */
    public Optional<Movement> movement(Student student) {
        return terms.isEmpty()
                ? Optional.empty()
                : series.movement(book().placeOf(student.id()).orElseThrow(), terms.size() - 1);
    }

    /** Whether anybody's figures of the term are those of a sealed return. */
    public boolean isSealed(Term term) {
        return sealedTerms.contains(term);
    }

    /** Whether the term may still bring marks: it does not lie wholly before today. */
    public boolean isSoFar(Term term) {
        return !isSealed(term) && !term.lastDay().isBefore(book().today());
    }

    /** Those present at the end of a term, or today where that is earlier (rules, section 6). */
    public List<Student> present(Term term) {
        LocalDate day = new Span.Terms(Set.of(term.id())).presenceDay(book());
        return book().students().stream()
                .filter(student -> student.isEnrolledOn(day))
                .toList();
    }

    /**
     * How many of those present at the end of a term are above, on, below and well below their aims.
     *
     * @param of which students; all of them for the class
     */
    public AttainmentCounts counts(Term term, Predicate<Student> of) {
        int at = terms.indexOf(term);
        return AttainmentCounts.of(present(term).stream()
                .filter(of)
                .map(student -> of(student).get(at))
                .toList());
    }
}
