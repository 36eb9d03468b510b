package aestimo.core.book;

import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Fraction;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One class as the rules see it: everything a figure can depend on, today's date included. Students, assessments,
 * categories and terms keep the order they were given in. Immutable.
 */
public final class Book {
    private final LocalDate today;
    private final List<Term> terms;
    private final Boundaries boundaries;
    private final Rules rules;
    private final List<Category> categories;
    private final List<Assessment> assessments;
    private final List<Student> students;
    private final Map<StudentId, Map<AssessmentId, Entry>> entries;
    private final Map<CategoryId, Category> categoryById;
    private final Map<AssessmentId, Assessment> assessmentById;
    private final Map<AssessmentId, TermId> termOf;

    private Book(Builder parts) {
        this.today = parts.today;
        this.terms = List.copyOf(parts.terms);
        this.boundaries = parts.boundaries;
        this.rules = parts.rules;
        this.categories = List.copyOf(parts.categories);
        this.assessments = List.copyOf(parts.assessments);
        this.students = List.copyOf(parts.students);
        this.entries = new HashMap<>();
        this.categoryById = new HashMap<>();
        this.assessmentById = new HashMap<>();
        this.termOf = new HashMap<>();
        for (Category category : categories) {
            unique(categoryById.put(category.id(), category), "category", category.id());
        }
        for (Assessment assessment : assessments) {
            unique(assessmentById.put(assessment.id(), assessment), "assessment", assessment.id());
            if (!categoryById.containsKey(assessment.category())) {
                throw new IllegalArgumentException(assessment.title() + " is in category " + assessment.category()
                        + ", which the class does not have");
            }
            termOf.put(assessment.id(), findTerm(assessment));
        }
        for (Student student : students) {
            unique(entries.put(student.id(), new HashMap<>()), "student", student.id());
        }
        for (Placed placed : parts.entries) {
            checkFits(placed);
            Entry earlier = entries.get(placed.student()).put(placed.assessment(), placed.entry());
            unique(earlier, "entry of student " + placed.student() + " for", placed.assessment());
        }
        rules.pass().filter(label -> boundaries.labelled(label).isEmpty()).ifPresent(label -> {
            throw new IllegalArgumentException("pass names the band " + label + ", which the class does not have");
        });
    }

    /** The same but for its entries, which are checked already. */
    private Book(Book other, Map<StudentId, Map<AssessmentId, Entry>> entries) {
        this.today = other.today;
        this.terms = other.terms;
        this.boundaries = other.boundaries;
        this.rules = other.rules;
        this.categories = other.categories;
        this.assessments = other.assessments;
        this.students = other.students;
        this.entries = entries;
        this.categoryById = other.categoryById;
        this.assessmentById = other.assessmentById;
        this.termOf = other.termOf;
    }

    private static void unique(Object earlier, String what, Object id) {
        if (earlier != null) {
            throw new IllegalArgumentException(what + " " + id + " stands twice");
        }
    }

    private TermId findTerm(Assessment assessment) {
        if (assessment.statedTerm().isPresent()) {
            TermId stated = assessment.statedTerm().get();
            if (terms.stream().noneMatch(term -> term.id().equals(stated))) {
                throw new IllegalArgumentException(assessment.title() + " is in an unknown term " + stated);
            }
            return stated;
        }
        return terms.stream()
                .filter(term -> term.holds(assessment.date()))
                .map(Term::id)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        assessment.title() + " on " + assessment.date() + " lies in no term and none is stated"));
    }

    /**
     * The same book with some entries put in place of those that stood there.
     *
     * @throws IllegalArgumentException when a student or an assessment is not of this book, or an entry does not fit
     */
    public Book withEntries(List<Placed> others) {
        Map<StudentId, Map<AssessmentId, Entry>> merged = new HashMap<>();
        entries.forEach((student, row) -> merged.put(student, new HashMap<>(row)));
        for (Placed placed : others) {
            checkFits(placed);
            merged.get(placed.student()).put(placed.assessment(), placed.entry());
        }
        return new Book(this, merged);
    }

    private void checkFits(Placed placed) {
        Assessment assessment = assessmentById.get(placed.assessment());
        if (assessment == null || !entries.containsKey(placed.student())) {
            throw new IllegalArgumentException("an entry stands for student " + placed.student() + " and assessment "
                    + placed.assessment() + ", which the class does not have");
        }
        if (!assessment.kind().takes(placed.entry().kind())) {
            throw new IllegalArgumentException(assessment.title() + " takes no entry of kind "
                    + placed.entry().kind());
        }
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
        return Math.toIntExact(entries.values().stream()
                .flatMap(row -> row.values().stream())
                .filter(entry -> !entry.is(EntryKind.BLANK))
                .count());
    }

    /** The day the book is looked at; {@code unmarked} and presence are judged by it. */
    public LocalDate today() {
        return today;
    }

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

    /** What stands in one cell; blank where nothing was ever put. */
    public Entry entry(Student student, Assessment assessment) {
        return entries.get(student.id()).getOrDefault(assessment.id(), Entry.blank());
    }

    public Category categoryOf(Assessment assessment) {
        return categoryById.get(assessment.category());
    }

    /** The term a piece belongs to: the stated one, else the first whose dates hold its date. */
    public TermId termOf(Assessment assessment) {
        return termOf.get(assessment.id());
    }

    /** The bands a grade entered for this piece is one of. */
    public Boundaries boundariesOf(Assessment assessment) {
        return assessment.bands().orElse(boundaries);
    }

    /** The first term that holds a day; empty between terms. */
    public Optional<Term> termOn(LocalDate day) {
        return terms.stream().filter(term -> term.holds(day)).findFirst();
    }

    /** An entry in its place. */
    public record Placed(StudentId student, AssessmentId assessment, Entry entry) {}

    /** Gathers what a book is made of. Everything but today may be left out. */
    public static final class Builder {
        private final LocalDate today;
        private List<Term> terms = List.of();
        private Boundaries boundaries = Boundaries.NONE;
        private Rules rules = Rules.withDefaults();
        private List<Category> categories = List.of();
        private List<Assessment> assessments = List.of();
        private List<Student> students = List.of();
        private List<Placed> entries = List.of();

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

        /**
         * @throws IllegalArgumentException naming what is wrong: an id used twice or unknown, a piece in no term, an
         *     entry that does not fit its piece, a pass band that is none
         */
        public Book build() {
            return new Book(this);
        }
    }
}
