package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentId;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.CategoryId;
import aestimo.core.book.Student;
import aestimo.core.book.StudentId;
import aestimo.core.boundary.Band;
import aestimo.core.value.Fraction;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/**
 * The figures of a class over a span: every student's averages, result, grade and ranks, the means of class and sets,
 * and the figures of each assessment. Computed once, from the book alone; immutable.
 */
public final class Standing {
    private final Book book;
    private final Span span;
    private final Grading grading;
    private final Map<AssessmentId, AssessmentFigures> assessments = new LinkedHashMap<>();
    private final List<StudentStanding> students;

    private Standing(Book book, Span span) {
        this.book = book;
        this.span = span;
        this.grading = Grading.of(book);
        Counting counting = new Counting(book);
        for (Assessment assessment : span.assessments(book)) {
            assessments.put(assessment.id(), AssessmentFigures.of(book, counting, assessment));
        }
        List<StudentStanding> unranked = book.students().stream().map(this::of).toList();
        this.students = unranked.stream().map(own -> ranked(own, unranked)).toList();
    }

    /** Computes all figures of {@code book} over {@code span}. */
    public static Standing of(Book book, Span span) {
        return new Standing(Objects.requireNonNull(book, "book"), Objects.requireNonNull(span, "span"));
    }

    private StudentStanding of(Student student) {
        Map<CategoryId, CategoryAverage> averages = new LinkedHashMap<>();
        for (Category category : book.categories()) {
            List<Counted> counting = assessments.values().stream()
                    .filter(figures -> figures.assessment().category().equals(category.id()))
                    .flatMap(figures ->
                            figures
                                    .percentOf(student)
                                    .map(percent -> new Counted(figures.assessment(), percent))
                                    .stream())
                    .toList();
            CategoryAverage.of(category, counting).ifPresent(average -> averages.put(category.id(), average));
        }
        List<WorkingLine> working = working(averages);
        return new StudentStanding(
                student,
                student.isEnrolledOn(span.presenceDay(book)),
                averages,
                result(working),
                working,
                Optional.empty(),
                Optional.empty());
    }

    /** Rules, section 4: the counting categories that have an average, each with its weight. */
    private static List<WorkingLine> working(Map<CategoryId, CategoryAverage> averages) {
        List<CategoryAverage> withSay = averages.values().stream()
                .filter(average -> average.category().hasSay())
                .toList();
        Fraction weights = withSay.stream()
                .map(average -> average.category().weight().toFraction())
                .reduce(Fraction.ZERO, Fraction::plus);
        return withSay.stream()
                .map(average -> new WorkingLine(average, average.category().weight(), weights))
                .toList();
    }

    private Optional<Result> result(List<WorkingLine> working) {
        return working.stream().map(WorkingLine::points).reduce(Percent::plus).map(grading::judge);
    }

    private StudentStanding ranked(StudentStanding own, List<StudentStanding> all) {
        if (!own.present() || own.result().isEmpty()) {
            return own;
        }
        Percent rounded = own.result().get().rounded();
        List<StudentStanding> others =
                all.stream().filter(StudentStanding::present).toList();
        return own.withRanks(
                Optional.of(
                        Rank.of(rounded, roundedResults(others), book.rules().ranking())),
                own.student()
                        .set()
                        .map(set -> Rank.of(
                                rounded,
                                roundedResults(others.stream()
                                        .filter(other -> other.student()
                                                .set()
                                                .equals(own.student().set()))
                                        .toList()),
                                book.rules().ranking())));
    }

    private static List<Percent> roundedResults(List<StudentStanding> students) {
        return students.stream()
                .flatMap(student -> student.result().stream())
                .map(Result::rounded)
                .toList();
    }

    public Book book() {
        return book;
    }

    public Span span() {
        return span;
    }

    /** Every student of the class, those who left included, in the book's order. */
    public List<StudentStanding> students() {
        return students;
    }

    /** @throws IllegalArgumentException when the student is not of this class */
    public StudentStanding of(StudentId id) {
        return students.stream()
                .filter(standing -> standing.student().id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("student " + id + " is not of this class"));
    }

    /** The pieces of the span, in the book's order, with their figures. */
    public List<AssessmentFigures> assessments() {
        return List.copyOf(assessments.values());
    }

    /** The figures of one piece; empty where it lies outside the span. */
    public Optional<AssessmentFigures> assessment(AssessmentId id) {
        return Optional.ofNullable(assessments.get(id));
    }

    /** The grade of any percent by the class's boundaries, such as a single mark's; empty where there are none. */
    public Optional<Band> gradeOf(Percent percent) {
        return grading.judge(percent).grade();
    }

    /** The mean result of those present, for the class and each set (rules, section 6). */
    public GroupMean mean() {
        return meanOf(student -> student.result().map(Result::exact));
    }

    /** The mean average in one category of those present, for the class and each set. */
    public GroupMean mean(CategoryId category) {
        return meanOf(student -> student.category(category).map(CategoryAverage::average));
    }

    private GroupMean meanOf(Function<StudentStanding, Optional<Percent>> figure) {
        Map<String, List<Percent>> bySet = new LinkedHashMap<>();
        List<Percent> all = new ArrayList<>();
        for (StudentStanding student : students) {
            student.student().set().ifPresent(set -> bySet.computeIfAbsent(set, name -> new ArrayList<>()));
            Optional<Percent> own = student.present() ? figure.apply(student) : Optional.empty();
            own.ifPresent(percent -> {
                all.add(percent);
                student.student().set().ifPresent(set -> bySet.get(set).add(percent));
            });
        }
        Map<String, GroupMean> sets = new LinkedHashMap<>();
        bySet.forEach((set, percents) -> sets.put(set, groupMean(percents, Map.of())));
        return groupMean(all, sets);
    }

    private GroupMean groupMean(List<Percent> percents, Map<String, GroupMean> sets) {
        return new GroupMean(percents.size(), Mean.of(percents).map(grading::judge), sets);
    }

    /** How many of those present have each grade; every band of the class stands here, highest first. */
    public Map<Band, Integer> countsByBand() {
        Map<Band, Integer> counts = new LinkedHashMap<>();
        book.boundaries().bands().forEach(band -> counts.put(band, 0));
        students.stream()
                .filter(StudentStanding::present)
                .flatMap(student -> student.result().stream())
                .flatMap(result -> result.grade().stream())
                .forEach(band -> counts.merge(band, 1, Integer::sum));
        return counts;
    }
}
