package aestimo.core.book;

import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.CategoryId;
import aestimo.core.id.PartId;
import aestimo.core.id.TermId;
import aestimo.core.refusal.RefusedException;
import aestimo.core.value.Fraction;
import aestimo.core.value.FractionSum;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * One column: a piece of work, a test, a check (rules, sections 1 and 2); with parts, a gate and its ceiling where it has
 * some. Immutable.
 */
public final class Assessment {
    private static final OutOf HUNDRED = OutOf.of(100);

    private final AssessmentId id;
    private final String title;
    private final CategoryId category;
    private final AssessmentKind kind;
    private final LocalDate date;
    private final LocalDate due;
    private final Optional<TermId> statedTerm;
    private final Optional<OutOf> statedOutOf;
    private final Optional<Boundaries> bands;
    private final Weight weight;
    private final boolean bonus;
    private final boolean allowOver;
    private final List<Part> parts;
    private final List<Ceiling> ceilings;
    private final OutOf outOf;
    /** By the ceiling's place: the places of its gates among the parts. */
    private final int[][] gates;

    private final Scale scale;

    private Assessment(Builder made) {
        this.id = made.id;
        this.title = made.title;
        this.category = made.category;
        this.kind = made.kind;
        this.date = made.date;
        this.due = made.due;
        this.statedTerm = made.term;
        this.statedOutOf = made.outOf;
        this.bands = made.bands;
        this.weight = made.weight;
        this.bonus = made.bonus;
        this.allowOver = made.allowOver;
        this.parts = List.copyOf(made.parts);
        this.ceilings = List.copyOf(made.ceilings);
        checkKind();
        checkParts();
        if (due.isBefore(date)) {
            throw RefusedException.of("due", title + " is due on " + due + ", before its date " + date);
        }
        if (weight.isZero()) {
            throw RefusedException.of("weight", "the weight of " + title + " is 0; it must be above 0");
        }
        this.outOf = findOutOf();
        this.gates = ceilings.stream()
                .map(ceiling -> ceiling.gates().stream()
                        .mapToInt(gate -> indexOf(gate).orElseThrow())
                        .toArray())
                .toArray(int[][]::new);
        this.scale = Scale.of(this);
    }

    private void checkKind() {
        if (bonus && !kind.isMarked()) {
            throw RefusedException.of("bonus", title + " is no piece on marks or grades, so it cannot be bonus work");
        }
        if (bands.isPresent() && kind != AssessmentKind.GRADES) {
            throw RefusedException.of("bands", title + " is not marked in grades, so it has no bands of its own");
        }
        if (!kind.isMarked() && !parts.isEmpty()) {
            throw RefusedException.of("parts", title + " is no piece on marks or grades, so it has no parts");
        }
    }

    private void checkParts() {
        if (!ceilings.isEmpty() && parts.isEmpty()) {
            throw RefusedException.of("ceilings", title + " has a ceiling but no parts that could be its gates");
        }
        Set<PartId> known = new HashSet<>();
        for (int i = 0; i < parts.size(); i++) {
            if (!known.add(parts.get(i).id())) {
                throw RefusedException.of(
                        "parts[" + i + "].id", "part " + parts.get(i).id() + " stands twice in " + title);
            }
        }
        for (int i = 0; i < ceilings.size(); i++) {
            for (PartId gate : ceilings.get(i).gates()) {
                if (!known.contains(gate)) {
                    throw RefusedException.of(
                            "ceilings[" + i + "].gates", title + " has no part " + gate + " to be a gate");
                }
            }
        }
    }

    private OutOf findOutOf() {
        if (kind != AssessmentKind.MARKS) {
            return HUNDRED;
        }
        if (statedOutOf.isPresent()) {
            return statedOutOf.get();
        }
        if (parts.isEmpty()) {
            throw RefusedException.of(
                    "outOf", title + " needs an out-of, since it is marked in marks and has no parts");
        }
        FractionSum sum = new FractionSum();
        parts.forEach(part -> sum.plus(part.outOf().toFraction()));
        return OutOf.from(sum.toFraction().toDecimal(4));
    }

    /** A piece on marks, due on its date, of weight 1. */
    public static Assessment onMarks(AssessmentId id, String title, CategoryId category, LocalDate date, OutOf outOf) {
        return new Builder(id, title, category, AssessmentKind.MARKS, date)
                .outOf(Optional.of(outOf))
                .build();
    }

    public AssessmentId id() {
        return id;
    }

    public String title() {
        return title;
    }

    public CategoryId category() {
        return category;
    }

    public AssessmentKind kind() {
        return kind;
    }

    /** The day it is sat or given: decides its term and for whom it is meant. */
    public LocalDate date() {
        return date;
    }

    /** The day it must be in, not before {@link #date}. */
    public LocalDate due() {
        return due;
    }

    /** The term it belongs to whatever its date; empty: by date. */
    public Optional<TermId> statedTerm() {
        return statedTerm;
    }

    /** The out-of as it was stated; see {@link #outOf} for the one that holds. */
    public Optional<OutOf> statedOutOf() {
        return statedOutOf;
    }

    /** The full mark <i>M</i>: stated, else the sum of the parts; 100 for everything that is not on marks. */
    public OutOf outOf() {
        return outOf;
    }

    /** The bands of its own, for a piece on grades; empty: the class's. */
    public Optional<Boundaries> bands() {
        return bands;
    }

    /** Its say within the category, above 0. */
    public Weight weight() {
        return weight;
    }

    /** Whether it only ever adds: its points go on top, its out-of nowhere. */
    public boolean isBonus() {
        return bonus;
    }

    /** Whether a mark above the out-of is a proper mark. */
    public boolean allowsOver() {
        return allowOver;
    }

    /** Empty where the piece has one entry for the whole of it. */
    public List<Part> parts() {
        return parts;
    }

    public boolean hasParts() {
        return !parts.isEmpty();
    }

    public List<Ceiling> ceilings() {
        return ceilings;
    }

    /** Its percents as whole numbers over one denominator. */
    public Scale scale() {
        return scale;
    }

    /** How many gates a ceiling has. */
    public int gateCount(int ceiling) {
        return gates[ceiling].length;
    }

    /**
     * The place among the parts of one gate of a ceiling.
     *
     * @param ceiling the ceiling's place
     * @param gate the gate's place within the ceiling
     */
    public int gate(int ceiling, int gate) {
        return gates[ceiling][gate];
    }

    /** How many entries a student has for it: one, or one for each part. */
    public int entryCount() {
        return Math.max(1, parts.size());
    }

    /** The part at a place; empty for a piece without parts. */
    public Optional<Part> partAt(int place) {
        return parts.isEmpty() ? Optional.empty() : Optional.of(parts.get(place));
    }

    /** The place of a part among {@link #parts}; empty where there is no such part. */
    public Optional<Integer> indexOf(PartId part) {
        for (int i = 0; i < parts.size(); i++) {
            if (parts.get(i).id().equals(part)) {
                return Optional.of(i);
            }
        }
        return Optional.empty();
    }

    /** The out-of of one entry: the part's, or the whole piece's where it has no parts. */
    public OutOf outOf(int part) {
        return parts.isEmpty() ? outOf : parts.get(part).outOf();
    }

    /** {@link #isInDoubt(Entry, int, Boundaries)} for a piece without parts. */
    public boolean isInDoubt(Entry entry, Boundaries classBands) {
        return isInDoubt(entry, 0, classBands);
    }

    /**
     * Rules, section 1: a mark outside its range, words that were not understood, or a label the bands do not have.
     *
     * @param part the entry's place among the parts; 0 for a piece without parts
     * @param classBands the class's boundaries, for a piece on grades with no bands of its own
     */
    public boolean isInDoubt(Entry entry, int part, Boundaries classBands) {
        return switch (entry.kind()) {
            case DOUBT -> true;
            case MARK -> isOutOfRange(entry.mark().orElseThrow(), outOf(part));
            case GRADE -> bands.orElse(classBands).labelled(entry.words()).isEmpty();
            default -> false;
        };
    }

    private boolean isOutOfRange(Mark mark, OutOf most) {
        return mark.isNegative() || !allowOver && most.isExceededBy(mark);
    }

    /** The points a percent is worth here: <i>p·M</i>/100 (rules, section 2). */
    public Fraction pointsOf(Fraction percent) {
        return percent.times(outOf.toFraction()).dividedBy(Fraction.HUNDRED);
    }

    @Override
    public String toString() {
        return title + " (" + id + ")";
    }

    /** Begins with all of this one, for a copy that differs in something. */
    public Builder toBuilder() {
        return new Builder(id, title, category, kind, date)
                .due(due)
                .term(statedTerm)
                .outOf(statedOutOf)
                .bands(bands)
                .weight(weight)
                .bonus(bonus)
                .allowOver(allowOver)
                .parts(parts)
                .ceilings(ceilings);
    }

    /** Gathers what an assessment is made of; what is not said keeps its default. */
    public static final class Builder {
        private final AssessmentId id;
        private final String title;
        private final CategoryId category;
        private final AssessmentKind kind;
        private LocalDate date;
        private LocalDate due;
        private Optional<TermId> term = Optional.empty();
        private Optional<OutOf> outOf = Optional.empty();
        private Optional<Boundaries> bands = Optional.empty();
        private Weight weight = Weight.ONE;
        private boolean bonus;
        private boolean allowOver;
        private List<Part> parts = List.of();
        private List<Ceiling> ceilings = List.of();

        public Builder(AssessmentId id, String title, CategoryId category, AssessmentKind kind, LocalDate date) {
            this.id = id;
            this.title = title;
            this.category = category;
            this.kind = kind;
            this.date = date;
            this.due = date;
        }

        /** Another date; the day it is due stays. */
        public Builder date(LocalDate day) {
            this.date = day;
            return this;
        }

        public Builder due(LocalDate day) {
            this.due = day;
            return this;
        }

        public Builder term(Optional<TermId> stated) {
            this.term = stated;
            return this;
        }

        public Builder outOf(Optional<OutOf> stated) {
            this.outOf = stated;
            return this;
        }

        public Builder bands(Optional<Boundaries> ofItsOwn) {
            this.bands = ofItsOwn;
            return this;
        }

        public Builder weight(Weight withinTheCategory) {
            this.weight = withinTheCategory;
            return this;
        }

        public Builder bonus(boolean isBonus) {
            this.bonus = isBonus;
            return this;
        }

        public Builder allowOver(boolean isAllowed) {
            this.allowOver = isAllowed;
            return this;
        }

        public Builder parts(List<Part> all) {
            this.parts = all;
            return this;
        }

        public Builder ceilings(List<Ceiling> all) {
            this.ceilings = all;
            return this;
        }

        /**
         * @throws RefusedException naming the key and the rule: due before date, weight of nothing, no out-of; bands on
         *     a piece not on grades; bonus, parts or ceilings where the kind has none; a doubled part, an unknown gate
         */
        public Assessment build() {
            return new Assessment(this);
        }
    }
}
