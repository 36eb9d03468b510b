package aestimo.core.result;

import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Grading;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.StudentId;
import aestimo.core.rules.YearResult;
import aestimo.core.statistics.AssessmentFigures;
import aestimo.core.value.Mean;
import aestimo.core.value.Percent;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The figures of a class over a span: every student's averages, result, grade and ranks, the means of class and sets,
 * and the figures of each assessment. Worked out once, from the book alone; immutable.
 */
public final class Standing {
    private final Context context;
    private final Span span;
    private final List<StudentStanding> students;
    /** Worked out when first asked for; two threads that ask at once get equal figures. */
    private volatile @Nullable Map<AssessmentId, AssessmentFigures> assessments;

    /** What every figure of the span is worked out with. */
    record Context(Counting counting, PooledCalculation pooled, Calculation calculation, Grading grading) {
        static Context of(Counting counting, Span span) {
            Book book = counting.book();
            PooledCalculation pooled = new PooledCalculation(counting, span.places(book));
            boolean weighed = span instanceof Span.Year && book.rules().year() == YearResult.WEIGH_TERMS;
            return new Context(
                    counting,
                    pooled,
                    weighed ? new WeighedCalculation(book, TermSeries.calculations(counting)) : pooled,
                    Grading.of(book));
        }

        boolean isWeighed() {
            return calculation != pooled;
        }
    }

    private Standing(Counting counting, Span span) {
        Book book = counting.book();
        this.context = Context.of(counting, span);
        this.span = span;
        LocalDate day = span.presenceDay(book);
        List<StudentStanding> unranked = new ArrayList<>();
        for (int i = 0; i < book.students().size(); i++) {
            boolean present = book.students().get(i).isEnrolledOn(day);
            unranked.add(new StudentStanding(context, i, present));
        }
        this.students = ranked(unranked);
    }

    /** Works out all figures of {@code book} over {@code span}. */
    public static Standing of(Book book, Span span) {
        return of(Counting.of(book), span);
    }

    /** The same, for a book whose entries are counted already: for looking at one book over several spans. */
    public static Standing of(Counting counting, Span span) {
        return new Standing(Objects.requireNonNull(counting, "counting"), Objects.requireNonNull(span, "span"));
    }

    /** Rules, section 7: ranks over those present, in the class and within each set. */
    private List<StudentStanding> ranked(List<StudentStanding> unranked) {
        Rank[] inClass = new Rank[unranked.size()];
        Rank[] inSet = new Rank[unranked.size()];
        List<StudentStanding> competing = unranked.stream()
                .filter(own -> own.present() && own.result().isPresent())
                .toList();
        rank(competing, inClass);
        for (int set = 0; set < book().sets().size(); set++) {
            int own = set;
            rank(
                    competing.stream()
                            .filter(each -> book().setOf(each.place()) == own)
                            .toList(),
                    inSet);
        }
        return unranked.stream()
                .map(own -> own.withRanks(inClass[own.place()], inSet[own.place()]))
                .toList();
    }

    /** @param ranks by the student's place; filled in for those competing */
    private void rank(List<StudentStanding> competing, Rank[] ranks) {
        List<Percent> rounded = competing.stream()
                .map(own -> own.result().orElseThrow().rounded())
                .toList();
        List<Rank> found = Rank.of(rounded, book().rules().ranking());
        for (int i = 0; i < found.size(); i++) {
            ranks[competing.get(i).place()] = found.get(i);
        }
    }

    public Book book() {
        return context.counting().book();
    }

    /** What every entry counts as. */
    public Counting counting() {
        return context.counting();
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
        return students.get(book().placeOf(id)
                .orElseThrow(() -> new IllegalArgumentException("student " + id + " is not of this class")));
    }

    /** The pieces of the span, in the book's order, with their figures. */
    public List<AssessmentFigures> assessments() {
        return List.copyOf(figures().values());
    }

    /** The figures of one piece; empty where it lies outside the span. */
    public Optional<AssessmentFigures> assessment(AssessmentId id) {
        return Optional.ofNullable(figures().get(id));
    }

    private Map<AssessmentId, AssessmentFigures> figures() {
        Map<AssessmentId, AssessmentFigures> known = assessments;
        if (known == null) {
            known = new LinkedHashMap<>();
            for (int place : context.pooled().span()) {
                known.put(book().assessments().get(place).id(), AssessmentFigures.of(context.counting(), place));
            }
            assessments = known;
        }
        return known;
    }

    /** The grade of any percent by the class's boundaries, such as a single mark's; empty where there are none. */
    public Optional<Band> gradeOf(Percent percent) {
        return context.grading().judge(percent).grade();
    }

    /** The mean result of those present, for the class and each set (rules, section 6). */
    public GroupMean mean() {
        return meanOf(student -> student.result().map(Result::exact).orElse(null));
    }

    /** The mean average in one category of those present, for the class and each set. */
    public GroupMean mean(CategoryId category) {
        int place =
                book().categories().stream().map(other -> other.id()).toList().indexOf(category);
        return meanOf(student -> student.exactAverage(place));
    }

    /** @param figure null where the student has none */
    private GroupMean meanOf(Function<StudentStanding, Percent> figure) {
        List<List<Percent>> bySet = book().sets().stream()
                .<List<Percent>>map(set -> new ArrayList<>())
                .toList();
        List<Percent> all = new ArrayList<>();
        for (StudentStanding student : students) {
            Percent own = student.present() ? figure.apply(student) : null;
            if (own != null) {
                all.add(own);
                int set = book().setOf(student.place());
                if (set >= 0) {
                    bySet.get(set).add(own);
                }
            }
        }
        Map<String, GroupMean> sets = new LinkedHashMap<>();
        for (int set = 0; set < bySet.size(); set++) {
            sets.put(book().sets().get(set), groupMean(bySet.get(set), Map.of()));
        }
        return groupMean(all, sets);
    }

    private GroupMean groupMean(List<Percent> percents, Map<String, GroupMean> sets) {
        return new GroupMean(percents.size(), Mean.of(percents).map(context.grading()::judge), sets);
    }

    /** How many of those present have each grade; every band of the class stands here, highest first. */
    public Map<Band, Integer> countsByBand() {
        Map<Band, Integer> counts = new LinkedHashMap<>();
        book().boundaries().bands().forEach(band -> counts.put(band, 0));
        students.stream()
                .filter(StudentStanding::present)
                .flatMap(student -> student.result().stream())
                .flatMap(result -> result.grade().stream())
                .forEach(band -> counts.merge(band, 1, Integer::sum));
        return counts;
    }
}
