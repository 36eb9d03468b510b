package aestimo.bench;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Category;
import aestimo.core.book.Ceiling;
import aestimo.core.book.Part;
import aestimo.core.book.StartingScores;
import aestimo.core.book.Student;
import aestimo.core.book.Target;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.rules.Averaging;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/**
 * A class as a teacher might keep it, made from a fixed seed: four categories, three terms, every sixth piece in two
 * parts with a ceiling, one category that drops its lowest, one by points; late in the year, so that a few pieces remain.
 */
final class BenchClass {
    static final Boundaries BANDS = Boundaries.of(List.of(
            Band.of("7", Percent.of(85)),
            Band.of("6", Percent.of(72)),
            Band.of("5", Percent.of(60)),
            Band.of("4", Percent.of(48)),
            Band.of("3", Percent.of(36)),
            Band.of("2", Percent.of(20)),
            Band.of("1", Percent.ZERO)));
    private static final LocalDate FIRST_DAY = LocalDate.of(2026, 9, 1);
    private static final LocalDate TODAY = LocalDate.of(2027, 6, 4);
    private static final int DAYS = 300;
    private static final long[] OUT_OFS = {15, 20, 25, 30, 40, 50, 60, 100};
    private static final List<Category> CATEGORIES = List.of(
            Category.of(new CategoryId("c0"), "Fieldwork", Weight.of(30)),
            new Category(new CategoryId("c1"), "Quizzes", Weight.of(20), Averaging.EQUAL, 1, true, false),
            new Category(new CategoryId("c2"), "Enquiry", Weight.of(20), Averaging.POINTS, 0, true, false),
            Category.of(new CategoryId("c3"), "Exams", Weight.of(30)));

    private final Random random;
    private final List<Assessment> assessments = new ArrayList<>();
    private final List<Student> students = new ArrayList<>();
    private final List<Book.Placed> entries = new ArrayList<>();
    private final List<Target> targets = new ArrayList<>();
    private final Map<StudentId, Mark> scores = new HashMap<>();

    private BenchClass(long seed) {
        this.random = new Random(seed);
    }

    static Book make(int students, int assessments, long seed) {
        return new BenchClass(seed).book(students, assessments);
    }

    private Book book(int studentCount, int assessmentCount) {
        for (int i = 0; i < assessmentCount; i++) {
            assessments.add(assessment(i, FIRST_DAY.plusDays((long) i * DAYS / assessmentCount)));
        }
        for (int i = 0; i < studentCount; i++) {
            student(i);
        }
        return new Book.Builder(TODAY)
                .terms(List.of(
                        Term.of(new TermId("t1"), "Term 1", FIRST_DAY, LocalDate.of(2026, 12, 31)),
                        Term.of(new TermId("t2"), "Term 2", LocalDate.of(2027, 1, 1), LocalDate.of(2027, 3, 31)),
                        Term.of(new TermId("t3"), "Term 3", LocalDate.of(2027, 4, 1), LocalDate.of(2027, 7, 31))))
                .boundaries(BANDS)
                .categories(CATEGORIES)
                .assessments(assessments)
                .students(students)
                .entries(entries)
                .targets(targets)
                .startingScores(Optional.of(new StartingScores(OutOf.of(140), scores)))
                .build();
    }

    private Assessment assessment(int i, LocalDate date) {
        CategoryId category = CATEGORIES.get(i % CATEGORIES.size()).id();
        Assessment.Builder piece =
                new Assessment.Builder(new AssessmentId("a" + i), "Piece " + i, category, AssessmentKind.MARKS, date);
        if (i % 6 != 0) {
            return piece.outOf(Optional.of(OutOf.of(OUT_OFS[random.nextInt(OUT_OFS.length)])))
                    .build();
        }
        return piece.parts(List.of(
                        new Part(new PartId("warm-up"), "Warm-up", OutOf.of(15), Weight.of(15)),
                        new Part(new PartId("sheet"), "Sheet", OutOf.of(40), Weight.of(85))))
                .ceilings(List.of(new Ceiling(List.of(new PartId("warm-up")), Percent.of(40), 1, Percent.of(70))))
                .build();
    }

    private void student(int i) {
        StudentId id = new StudentId("s" + i);
        Optional<String> set = Optional.of(i % 2 == 0 ? "North" : "South");
        students.add(new Student(id, "Family " + i, "Given", "", set, Optional.empty(), Optional.empty()));
        targets.add(new Target(id, Optional.of("4"), Optional.of("6"), Map.of()));
        scores.put(id, Mark.of(70 + random.nextInt(60)));
        double ability = 0.35 + random.nextDouble() * 0.6;
        for (Assessment piece : assessments) {
            for (int part = 0; part < piece.entryCount(); part++) {
                if (!piece.date().isAfter(TODAY)) {
                    Entry entry = entry(piece.outOf(part), ability);
                    entries.add(
                            new Book.Placed(id, piece.id(), piece.partAt(part).map(Part::id), entry));
                }
            }
        }
    }

    private Entry entry(OutOf outOf, double ability) {
        int dice = random.nextInt(100);
        if (dice < 3) {
            return Entry.of(EntryKind.ABSENT);
        }
        if (dice < 5) {
            return Entry.of(EntryKind.NOT_HANDED_IN);
        }
        int most = outOf.value().intValueExact();
        double share = Math.max(0, Math.min(1, ability + random.nextGaussian() * 0.12));
        BigDecimal mark = BigDecimal.valueOf(Math.round(share * most * 2), 0).multiply(new BigDecimal("0.5"));
        return Entry.of(Mark.from(mark));
    }
}
