package aestimo.core.counting;

import aestimo.core.book.Assessment;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Book;
import aestimo.core.book.Scale;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.entry.Entry;
import aestimo.core.entry.EntryKind;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import org.jspecify.annotations.Nullable;

/**
 * What every assessment counts as for every student of a book (rules, sections 1 and 2). Made once for a book, then read
 * for any span. Students and assessments go by their place in the book. Immutable.
 *
 * <p>Plain marks are counted by their assessment's {@link Scale}; everything else, and whatever is asked for its reason,
 * by definition: {@link EntryCounting} and {@link PartMark}.
 */
public final class Counting {
    private final Book book;
    private final EntryCounting[] rules;
    private final long[] denominators;
    // The scales by cell, their factors brought to the assessment's denominator; least above most where none can be
    // used.
    private final long[] factors;
    private final long[] least;
    private final long[] most;

    private final CountedRow[] rows;
    /** By student: with every ceiling off; the very same row where no ceiling took anything off. */
    private final CountedRow[] uncapped;

    private Counting(Book book) {
        this.book = book;
        int assessments = book.assessments().size();
        this.rules = new EntryCounting[assessments];
        this.denominators = new long[assessments];
        this.factors = new long[book.cellCount()];
        this.least = new long[book.cellCount()];
        this.most = new long[book.cellCount()];
        Fraction late = book.rules().lateDeduction().exact();
        Fraction missing = book.rules().notHandedIn().map(Percent::exact).orElse(Fraction.ZERO);
        for (int i = 0; i < assessments; i++) {
            Assessment assessment = book.assessments().get(i);
            rules[i] = new EntryCounting(book, assessment);
            long scale = assessment.kind() == AssessmentKind.GRADES
                    ? denominatorOf(book.boundariesOf(assessment))
                    : assessment.scale().denominator();
            denominators[i] = missing.commonDenominator(
                    late.commonDenominator(scale, Scale.LARGEST_DENOMINATOR), Scale.LARGEST_DENOMINATOR);
            lay(assessment.scale(), i);
        }
        this.rows = new CountedRow[book.students().size()];
        this.uncapped = new CountedRow[rows.length];
        for (int student = 0; student < rows.length; student++) {
            rows[student] = new CountedRow(denominators);
            uncapped[student] = rows[student];
            for (int assessment = 0; assessment < assessments; assessment++) {
                count(student, assessment);
            }
        }
    }

    public static Counting of(Book book) {
        return new Counting(book);
    }

    /** Over which the worth of every band, and any tenth of a percent, is a whole number. */
    private static long denominatorOf(Boundaries bands) {
        long denominator = 10;
        for (Band band : bands.bands()) {
            denominator = bands.worthOf(band).exact().commonDenominator(denominator, Scale.LARGEST_DENOMINATOR);
        }
        return denominator;
    }

    private void count(int student, int assessment) {
        long plain = plain(student, assessment);
        if (plain >= 0) {
            rows[student].putPlain(assessment, plain);
            if (uncapped[student] != rows[student]) {
                uncapped[student].putPlain(assessment, plain);
            }
            return;
        }
        Outcome outcome = outcome(student, assessment);
        if (outcome.isCapped() && uncapped[student] == rows[student]) {
            uncapped[student] = rows[student].copy();
        }
        rows[student].put(assessment, outcome.percent().orElse(null));
        if (uncapped[student] != rows[student]) {
            uncapped[student].put(assessment, outcome.withoutCeilings().orElse(null));
        }
    }

    /** Lays an assessment's scale out over its cells. */
    private void lay(Scale scale, int assessment) {
        int first = book.firstCell(assessment);
        boolean usable = denominators[assessment] > 0 && scale.entryCount() > 0;
        for (int cell = first; cell < book.firstCell(assessment + 1); cell++) {
            least[cell] = usable ? scale.least(cell - first) : 0;
            most[cell] = usable ? scale.most(cell - first) : -1;
            factors[cell] = usable ? scale.factor(cell - first) * (denominators[assessment] / scale.denominator()) : 0;
        }
    }

    /** By the scale; below 0 where it does not hold for these entries. */
    private long plain(int student, int assessment) {
        long sum = 0;
        for (int cell = book.firstCell(assessment); cell < book.firstCell(assessment + 1); cell++) {
            long units = book.plainUnits(student, cell);
            if (units < least[cell] || units > most[cell]) {
                return -1;
            }
            sum += units * factors[cell];
        }
        return sum;
    }

    public Book book() {
        return book;
    }

    /** What every assessment counts as for a student. */
    public CountedRow row(int student) {
        return rows[student];
    }

    /** The same with every ceiling off; the very same row where no ceiling took anything off. */
    public CountedRow rowWithoutCeilings(int student) {
        return uncapped[student];
    }

    /** Over which the percents of an assessment are whole numbers; 0 where there is no such denominator. */
    public long denominator(int assessment) {
        return denominators[assessment];
    }

    /** What an assessment counts as for a student, and why, by definition. */
    public Outcome outcome(int student, int assessment) {
        if (book.assessments().get(assessment).hasParts()) {
            return partMark(student, assessment).outcome();
        }
        return rules[assessment].of(book.entry(student, assessment, 0), 0);
    }

    /** How the mark of an assessment with parts came about. */
    public PartMark partMark(int student, int assessment) {
        return partMark(student, assessment, null);
    }

    /** Whether a student has an entry (part) for an assessment that may still become a mark: blank, absent, in doubt. */
    public boolean isOpen(int student, int assessment) {
        Assessment piece = book.assessments().get(assessment);
        if (rows[student].isPlain(assessment) || !piece.kind().isMarked()) {
            return false;
        }
        for (int part = 0; part < piece.entryCount(); part++) {
            if (isOpen(student, assessment, part)) {
                return true;
            }
        }
        return false;
    }

    private boolean isOpen(int student, int assessment, int part) {
        Entry entry = book.entry(student, assessment, part);
        return entry.is(EntryKind.BLANK)
                || entry.is(EntryKind.ABSENT)
                || book.assessments().get(assessment).isInDoubt(entry, part, book.boundaries());
    }

    /**
     * What every assessment would count as for a student if all open entries (parts) of some were {@code percent}, with
     * no late deduction (rules, section 8).
     *
     * @param assessments those with open entries to be filled
     */
    public CountedRow rowIfOpenWere(Percent percent, int student, int[] assessments) {
        CountedRow row = rows[student].copy();
        for (int assessment : assessments) {
            row.put(
                    assessment,
                    book.assessments().get(assessment).hasParts()
                            ? partMark(student, assessment, percent)
                                    .outcome()
                                    .percent()
                                    .orElse(null)
                            : percent);
        }
        return row;
    }

    /** @param open what open parts count as; null: nothing */
    private PartMark partMark(int student, int assessment, @Nullable Percent open) {
        Assessment piece = book.assessments().get(assessment);
        Entry[] entries = new Entry[piece.entryCount()];
        Outcome[] parts = new Outcome[entries.length];
        for (int part = 0; part < entries.length; part++) {
            entries[part] = book.entry(student, assessment, part);
            parts[part] = open != null && isOpen(student, assessment, part)
                    ? Outcome.of(open)
                    : rules[assessment].of(entries[part], part);
        }
        return new PartMark(piece, entries, parts);
    }
}
