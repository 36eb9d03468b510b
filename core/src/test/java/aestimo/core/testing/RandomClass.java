package aestimo.core.testing;

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
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.Rules;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.core.value.Weight;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/**
 * A class made by chance that uses whatever the rules allow: both methods and averages, drops, bonus, parts, ceilings,
 * grades, every kind of entry, and out-ofs from the plainest to such that no small common denominator exists. Its pieces
 * are kept open, for a test to alter before the book is made. The same seed makes the same class.
 */
public final class RandomClass {
    public static final LocalDate TODAY = LocalDate.of(2027, 2, 24);
    public static final Boundaries BANDS = Boundaries.of(List.of(
            Band.of("7", Percent.of(85)),
            Band.of("5", Percent.parse("60.25")),
            Band.of("3", Percent.of(36)).withWorth(Optional.of(Percent.parse("41.7"))),
            Band.of("1", Percent.ZERO)));
    private static final Boundaries EFFORT =
            Boundaries.of(List.of(Band.of("full", Percent.of(80)), Band.of("some", Percent.ZERO)));
    private static final LocalDate FIRST_DAY = LocalDate.of(2026, 9, 1);
    private static final String[] PLAIN_OUT_OFS = {"10", "15", "20", "40", "60", "100"};
    private static final String[] ODD_OUT_OFS = {"17.5", "97", "89.3", "83.0001", "7919", "999983", "0.7"};

    public final long seed;
    public final Random random;
    public Rules rules;
    public final List<Category> categories = new ArrayList<>();
    public final List<Assessment> assessments = new ArrayList<>();
    public final List<Student> students = new ArrayList<>();
    public final List<Book.Placed> entries = new ArrayList<>();
    public final List<Target> targets = new ArrayList<>();
    public final Map<StudentId, Mark> scores = new HashMap<>();
    private final boolean oddOutOfs;

    public RandomClass() {
        this(Seed.next());
    }

    public RandomClass(long seed) {
        this.seed = seed;
        this.random = new Random(seed);
        this.oddOutOfs = oneIn(3);
        this.rules = makeRules();
        int categoryCount = 1 + random.nextInt(4);
        for (int i = 0; i < categoryCount; i++) {
            categories.add(category(i));
        }
        int assessmentCount = 1 + random.nextInt(14);
        for (int i = 0; i < assessmentCount; i++) {
            // Every date its own: what is dropped among equals then never hangs on the order in the book.
            assessments.add(assessment(i, FIRST_DAY.plusDays(i * 17L)));
        }
        int studentCount = 1 + random.nextInt(12);
        for (int i = 0; i < studentCount; i++) {
            student(i);
        }
    }

    public boolean oneIn(int times) {
        return random.nextInt(times) == 0;
    }

    private <T> T any(List<T> choices) {
        return choices.get(random.nextInt(choices.size()));
    }

    private Percent percentUpTo(int most) {
        return Percent.parse(
                BigDecimal.valueOf(random.nextInt(most * 100 + 1), 2).toPlainString());
    }

    private Rules makeRules() {
        return Rules.withDefaults()
                .withMethod(oneIn(3) ? Method.ALL_POINTS : Method.BY_CATEGORY)
                .withPlaces(new Places(random.nextInt(3)))
                .withGradeOn(any(List.of(GradeOn.values())))
                .withBorderline(percentUpTo(5))
                .withMovementAt(Percent.parse("1.5"))
                .withPass(oneIn(2) ? Optional.of("3") : Optional.empty())
                .withNotHandedIn(oneIn(4) ? Optional.empty() : Optional.of(oneIn(2) ? Percent.ZERO : percentUpTo(100)))
                .withLateDeduction(oneIn(2) ? Percent.ZERO : percentUpTo(20))
                .withYear(any(List.of(YearResult.values())), any(List.of(TermResults.values())))
                .withRanking(any(List.of(Ranking.values())));
    }

    private Category category(int i) {
        Averaging averaging = any(List.of(Averaging.values()));
        boolean drops = averaging == Averaging.EQUAL && rules.method() == Method.BY_CATEGORY && oneIn(3);
        return new Category(
                new CategoryId("c" + i),
                "Category " + i,
                Weight.from(BigDecimal.valueOf(random.nextInt(500), 1)),
                averaging,
                drops ? 1 + random.nextInt(2) : 0,
                !oneIn(5),
                oneIn(8));
    }

    private OutOf outOf() {
        return OutOf.parse(
                oddOutOfs && oneIn(2)
                        ? ODD_OUT_OFS[random.nextInt(ODD_OUT_OFS.length)]
                        : PLAIN_OUT_OFS[random.nextInt(PLAIN_OUT_OFS.length)]);
    }

    private Weight weight() {
        return oneIn(2) ? Weight.ONE : Weight.from(BigDecimal.valueOf(1 + random.nextInt(40), random.nextInt(2)));
    }

    private Assessment assessment(int i, LocalDate date) {
        Category category = any(categories);
        AssessmentKind kind = random.nextInt(10) < 7 ? AssessmentKind.MARKS : any(List.of(AssessmentKind.values()));
        boolean bonus = kind.isMarked()
                && (category.averaging() == Averaging.POINTS || rules.method() == Method.ALL_POINTS)
                && oneIn(5);
        List<Part> parts = new ArrayList<>();
        if (kind.isMarked() && oneIn(4)) {
            for (int part = 0; part < 2 + random.nextInt(2); part++) {
                parts.add(new Part(new PartId("p" + part), "Part " + part, outOf(), weight()));
            }
        }
        List<Ceiling> ceilings = new ArrayList<>();
        for (int ceiling = 0; !parts.isEmpty() && ceiling < random.nextInt(3); ceiling++) {
            List<PartId> gates = new ArrayList<>(parts.stream().map(Part::id).toList());
            Collections.shuffle(gates, random);
            gates = gates.subList(0, 1 + random.nextInt(gates.size()));
            ceilings.add(new Ceiling(gates, percentUpTo(60), 1 + random.nextInt(gates.size()), percentUpTo(100)));
        }
        return new Assessment.Builder(new AssessmentId("a" + i), "Piece " + i, category.id(), kind, date)
                .due(date.plusDays(random.nextInt(10)))
                .term(oneIn(6) ? Optional.of(new TermId("t" + (1 + random.nextInt(3)))) : Optional.empty())
                .outOf(
                        kind == AssessmentKind.MARKS && (parts.isEmpty() || oneIn(2))
                                ? Optional.of(outOf())
                                : Optional.empty())
                .bands(kind == AssessmentKind.GRADES && oneIn(2) ? Optional.of(EFFORT) : Optional.empty())
                .weight(category.dropLowest() > 0 ? Weight.ONE : weight())
                .bonus(bonus)
                .allowOver(oneIn(6))
                .parts(parts)
                .ceilings(ceilings)
                .build();
    }

    private void student(int i) {
        StudentId id = new StudentId("s" + i);
        students.add(new Student(
                id,
                "Family " + i,
                "Given " + i,
                "",
                oneIn(4) ? Optional.empty() : Optional.of("Set " + random.nextInt(2)),
                oneIn(6) ? Optional.of(FIRST_DAY.plusDays(random.nextInt(150))) : Optional.empty(),
                oneIn(8) ? Optional.of(TODAY.minusDays(random.nextInt(20))) : Optional.empty()));
        if (!oneIn(4)) {
            targets.add(new Target(
                    id,
                    oneIn(3) ? Optional.empty() : Optional.of("1"),
                    oneIn(3) ? Optional.empty() : Optional.of("5"),
                    oneIn(3) ? Map.of(new TermId("t1"), "3") : Map.of(),
                    oneIn(3) ? Optional.of("3") : Optional.empty(),
                    oneIn(3)
                            ? List.of(new Target.Earlier(
                                    TODAY.minusDays(random.nextInt(120)), Optional.of("1"), Optional.of("3"), Map.of()))
                            : List.of()));
        }
        if (!oneIn(4)) {
            scores.put(id, Mark.of(60 + random.nextInt(80)));
        }
        for (Assessment piece : assessments) {
            for (int part = 0; part < piece.entryCount(); part++) {
                entries.add(new Book.Placed(id, piece.id(), piece.partAt(part).map(Part::id), entry(piece, part)));
            }
        }
    }

    /** An entry that fits a piece: mostly a proper mark or grade, sometimes anything else. */
    public Entry entry(Assessment piece, int part) {
        Entry plain = plainEntry(piece, part);
        return plain.withLate(oneIn(10)).withToFinish(oneIn(15));
    }

    private Entry plainEntry(Assessment piece, int part) {
        EntryKind kind = EntryKind.values()[random.nextInt(EntryKind.values().length)];
        boolean usual = random.nextInt(10) < 7;
        return switch (piece.kind()) {
            case MARKS -> usual ? mark(piece, part) : piece.kind().takes(kind) ? odd(piece, part, kind) : Entry.blank();
            case GRADES ->
                usual
                        ? Entry.grade(any(piece.bands().orElse(BANDS).bands()).label())
                        : piece.kind().takes(kind) ? odd(piece, part, kind) : Entry.blank();
            default -> piece.kind().takes(kind) ? odd(piece, part, kind) : Entry.blank();
        };
    }

    private Entry mark(Assessment piece, int part) {
        BigDecimal share =
                BigDecimal.valueOf(random.nextInt(21), 0).movePointLeft(1).divide(BigDecimal.valueOf(2));
        BigDecimal mark = piece.outOf(part).value().multiply(share);
        return Entry.of(Mark.from(mark.setScale(Math.min(4, Math.max(0, mark.scale())), RoundingMode.DOWN)));
    }

    private Entry odd(Assessment piece, int part, EntryKind kind) {
        return switch (kind) {
            case MARK ->
                Entry.of(Mark.from(piece.outOf(part).value().add(BigDecimal.valueOf(random.nextInt(40) - 10L))));
            case GRADE -> Entry.grade("no such grade");
            case DOUBT -> Entry.doubt("12?");
            default -> Entry.of(kind);
        };
    }

    public Book book() {
        return new Book.Builder(TODAY)
                .terms(List.of(
                        new Term(new TermId("t1"), "Term 1", FIRST_DAY, LocalDate.of(2026, 12, 11), Weight.of(30)),
                        new Term(
                                new TermId("t2"),
                                "Term 2",
                                LocalDate.of(2026, 12, 12),
                                LocalDate.of(2027, 3, 26),
                                Weight.of(20)),
                        new Term(
                                new TermId("t3"),
                                "Term 3",
                                LocalDate.of(2027, 3, 27),
                                LocalDate.of(2027, 8, 2),
                                Weight.of(50))))
                .boundaries(BANDS)
                .rules(rules)
                .categories(categories)
                .assessments(assessments)
                .students(students)
                .entries(entries)
                .targets(targets)
                .startingScores(Optional.of(new StartingScores(OutOf.of(140), scores)))
                .build();
    }
}
