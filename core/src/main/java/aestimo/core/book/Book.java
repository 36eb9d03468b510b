package aestimo.core.book;

import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.goal.Goals;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.refusal.RefusedException;
import aestimo.core.register.Register;
import aestimo.core.rules.Method;
import aestimo.core.rules.Rules;
import aestimo.core.value.Fraction;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * One class as the rules see it: everything a figure can depend on, today's date included. Students, assessments,
 * categories, terms and targets keep the order they were given in. Immutable.
 *
 * <p>Students and assessments are also known by their place in {@link #students} and {@link #assessments}, counted from
 * 0: that is how the rules go through the cells.
 */
public final class Book {
    private final LocalDate today;
    private final List<Term> terms;
    private final Boundaries boundaries;
    private final Rules rules;
    private final List<Category> categories;
    private final List<Assessment> assessments;
    private final List<Student> students;
    private final List<Target> targets;
    private final Optional<StartingScores> startingScores;
    private final Optional<Register> register;
    private final Optional<Goals> goals;
    private final Map<StudentId, Integer> studentPlaces;
    private final Map<AssessmentId, Integer> assessmentPlaces;
    private final List<String> sets;
    /** By the student's place: the place of the set; −1 for none. */
    private final int[] setOf;

    private final Category[] categoryOf;
    private final TermId[] termOf;
    private final Cells cells;

    private Book(Builder parts) {
        BookChecks checks = BookChecks.of(parts);
        this.today = parts.today;
        this.terms = List.copyOf(parts.terms);
        this.boundaries = parts.boundaries;
        this.rules = parts.rules;
        this.categories = List.copyOf(parts.categories);
        this.assessments = List.copyOf(parts.assessments);
        this.students = List.copyOf(parts.students);
        this.targets = List.copyOf(parts.targets);
        this.startingScores = parts.startingScores;
        this.register = parts.register;
        this.goals = parts.goals;
        this.studentPlaces = checks.studentPlaces();
        this.assessmentPlaces = checks.assessmentPlaces();
        this.sets = students.stream()
                .flatMap(student -> student.set().stream())
                .distinct()
                .sorted()
                .toList();
        this.setOf = students.stream()
                .mapToInt(student -> student.set().map(sets::indexOf).orElse(-1))
                .toArray();
        Map<CategoryId, Category> categoryById = new HashMap<>();
        categories.forEach(category -> categoryById.put(category.id(), category));
        this.categoryOf = assessments.stream()
                .map(assessment -> categoryById.get(assessment.category()))
                .toArray(Category[]::new);
        this.termOf = assessments.stream()
                .map(assessment -> BookChecks.termOf(assessment, terms).orElseThrow())
                .toArray(TermId[]::new);
        this.cells = Cells.of(assessments, studentPlaces, assessmentPlaces, parts.entries);
    }

    /** The same but for its entries, which are checked already. */
    private Book(Book other, Cells cells) {
        this.today = other.today;
        this.terms = other.terms;
        this.boundaries = other.boundaries;
        this.rules = other.rules;
        this.categories = other.categories;
        this.assessments = other.assessments;
        this.students = other.students;
        this.targets = other.targets;
        this.startingScores = other.startingScores;
        this.register = other.register;
        this.goals = other.goals;
        this.studentPlaces = other.studentPlaces;
        this.assessmentPlaces = other.assessmentPlaces;
        this.sets = other.sets;
        this.setOf = other.setOf;
        this.categoryOf = other.categoryOf;
        this.termOf = other.termOf;
        this.cells = cells;
    }

    /**
     * The same book with some entries put in place of those that stood there.
     *
     * @throws RefusedException when a student, an assessment or a part is not of this book, or an entry does not fit
     */
    public Book withEntries(List<Placed> others) {
        BookChecks.checkEntries(others, assessments, assessmentPlaces, studentPlaces);
        return new Book(this, cells.with(others));
    }

    /** What the weights of the categories that count make together; 100 once the groundwork is done. */
    public Fraction weightsInAll() {
        return categories.stream()
                .filter(Category::counts)
                .map(category -> category.weight().toFraction())
                .reduce(Fraction.ZERO, Fraction::plus);
    }

    /** How many cells hold something. */
    public int countFilled() {
        return cells.countFilled();
    }

    /** The day the book is looked at; {@code unmarked} and presence are judged by it. */
    public LocalDate today() {
        return today;
    }

    /** In the order of their start. */
    public List<Term> terms() {
        return terms;
    }

    public Boundaries boundaries() {
        return boundaries;
    }

    public Rules rules() {
        return rules;
    }

    public List<Category> categories() {
        return categories;
    }

    public List<Assessment> assessments() {
        return assessments;
    }

    public List<Student> students() {
        return students;
    }

    /** The sets of the class by their names, in alphabetical order. */
    public List<String> sets() {
        return sets;
    }

    /** The place in {@link #sets} of the set a student is in; −1 for none. */
    public int setOf(int student) {
        return setOf[student];
    }

    /** At most one for each student. */
    public List<Target> targets() {
        return targets;
    }

    public Optional<StartingScores> startingScores() {
        return startingScores;
    }

    /** Empty where the class keeps none. */
    public Optional<Register> register() {
        return register;
    }

    /** Empty where the class has no goals. */
    public Optional<Goals> goals() {
        return goals;
    }

    /** A student's place in {@link #students}; empty where the class has no such student. */
    public Optional<Integer> placeOf(StudentId student) {
        return Optional.ofNullable(studentPlaces.get(student));
    }

    /** An assessment's place in {@link #assessments}; empty where the class has no such assessment. */
    public Optional<Integer> placeOf(AssessmentId assessment) {
        return Optional.ofNullable(assessmentPlaces.get(assessment));
    }

    private int place(Assessment assessment) {
        return Objects.requireNonNull(assessmentPlaces.get(assessment.id()));
    }

    /** What stands in one cell of a piece without parts, or in the first part of another; blank for nothing. */
    public Entry entry(Student student, Assessment assessment) {
        return entry(Objects.requireNonNull(studentPlaces.get(student.id())), place(assessment), 0);
    }

    /**
     * What stands in one cell; blank where nothing was ever put.
     *
     * @param student the student's place
     * @param assessment the assessment's place
     * @param part the part's place within the assessment; 0 for a piece without parts
     */
    public Entry entry(int student, int assessment, int part) {
        Entry there = cells.at(student, cells.first(assessment) + part);
        return there == null ? Entry.blank() : there;
    }

    /** How many cells a student has: one for each assessment without parts, and one for each part of the others. */
    public int cellCount() {
        return cells.width();
    }

    /** The first of the cells of an assessment, which stand one after the other in the order of its parts. */
    public int firstCell(int assessment) {
        return cells.first(assessment);
    }

    /** {@link Entry#plainUnits} of what stands in one of a student's cells; below 0 for nothing. */
    public long plainUnits(int student, int cell) {
        Entry there = cells.at(student, cell);
        return there == null ? -1 : there.plainUnits();
    }

    public Category categoryOf(Assessment assessment) {
        return categoryOf[place(assessment)];
    }

    /** The category of the assessment at a place. */
    public Category categoryOf(int assessment) {
        return categoryOf[assessment];
    }

    /**
     * Whether a category counts: it counts and, where the result is made by category, weighs something (rules,
     * section 4).
     */
    public boolean countsTowardsResult(Category category) {
        return category.counts()
                && (rules.method() == Method.ALL_POINTS || !category.weight().isZero());
    }

    /** The term a piece belongs to: the stated one, else the first whose dates hold its date. */
    public TermId termOf(Assessment assessment) {
        return termOf[place(assessment)];
    }

    /** The term of the assessment at a place. */
    public TermId termOf(int assessment) {
        return termOf[assessment];
    }

    /** The bands a grade entered for this piece is one of. */
    public Boundaries boundariesOf(Assessment assessment) {
        return assessment.bands().orElse(boundaries);
    }

    /** The term of an id; empty where the year has none such. */
    public Optional<Term> term(TermId id) {
        return terms.stream().filter(term -> term.id().equals(id)).findFirst();
    }

    /** The first term that holds a day; empty between terms. */
    public Optional<Term> termOn(LocalDate day) {
        return terms.stream().filter(term -> term.holds(day)).findFirst();
    }

    /** All that stands in the cells, by student, assessment and part in their order; explicit blanks included. */
    public List<Placed> entries() {
        return cells.entries(students);
    }

    /**
     * An entry in its place.
     *
     * @param part empty for a piece without parts
     */
    public record Placed(StudentId student, AssessmentId assessment, Optional<PartId> part, Entry entry) {
        /** An entry for a piece without parts. */
        public Placed(StudentId student, AssessmentId assessment, Entry entry) {
            this(student, assessment, Optional.empty(), entry);
        }
    }

    /** The same in a builder, to alter what it is made of; for trying out other weights, boundaries or rules. */
    public Builder toBuilder() {
        return new Builder(today)
                .terms(terms)
                .boundaries(boundaries)
                .rules(rules)
                .categories(categories)
                .assessments(assessments)
                .students(students)
                .entries(entries())
                .targets(targets)
                .startingScores(startingScores)
                .register(register)
                .goals(goals);
    }

    /** Gathers what a book is made of. Everything but today may be left out. */
    public static final class Builder {
        final LocalDate today;
        List<Term> terms = List.of();
        Boundaries boundaries = Boundaries.NONE;
        Rules rules = Rules.withDefaults();
        List<Category> categories = List.of();
        List<Assessment> assessments = List.of();
        List<Student> students = List.of();
        List<Placed> entries = List.of();
        List<Target> targets = List.of();
        Optional<StartingScores> startingScores = Optional.empty();
        Optional<Register> register = Optional.empty();
        Optional<Goals> goals = Optional.empty();

        public Builder(LocalDate today) {
            this.today = today;
        }

        /** In the order of their start. */
        public Builder terms(List<Term> inOrder) {
            this.terms = inOrder;
            return this;
        }

        public Builder boundaries(Boundaries ofTheClass) {
            this.boundaries = ofTheClass;
            return this;
        }

        public Builder rules(Rules ofTheClass) {
            this.rules = ofTheClass;
            return this;
        }

        public Builder categories(List<Category> all) {
            this.categories = all;
            return this;
        }

        public Builder assessments(List<Assessment> all) {
            this.assessments = all;
            return this;
        }

        public Builder students(List<Student> all) {
            this.students = all;
            return this;
        }

        public Builder entries(List<Placed> all) {
            this.entries = all;
            return this;
        }

        public Builder targets(List<Target> all) {
            this.targets = all;
            return this;
        }

        public Builder startingScores(Optional<StartingScores> ofTheClass) {
            this.startingScores = ofTheClass;
            return this;
        }

        public Builder register(Optional<Register> ofTheClass) {
            this.register = ofTheClass;
            return this;
        }

        public Builder goals(Optional<Goals> ofTheClass) {
            this.goals = ofTheClass;
            return this;
        }

        /**
         * @throws RefusedException with every reason found: an id used twice or unknown, a piece in no term, terms out
         *     of order, an entry that does not fit its piece or stands twice, a pass or target band that is none, a
         *     score above the top, a register or goals that do not fit, a set-up of categories that the rules refuse
         */
        public Book build() {
            return new Book(this);
        }
    }
}
