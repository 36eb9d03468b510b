package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.sealed.HeldByReturns;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.core.typed.TypedDay;
import aestimo.core.value.Fraction;
import aestimo.core.value.Weight;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** School years and their terms. */
@Service
public class YearService {
    private static final int MOST_NAMED = 4;
    private static final int LONGEST_TERM = 400;
    private static final Fraction HIGHEST_WEIGHT = Fraction.of(1000);

    private final GroundworkMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final HeldByReturns held;

    private final Clock clock;

    YearService(GroundworkMapper mapper, BookService books, ChangeService changes, HeldByReturns held, Clock clock) {
        this.clock = clock;
        this.held = held;
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
    }

    /** A year as listed. */
    public record Year(long id, String name, int version, List<Term> terms) {
        /** As a form to change it with. */
        YearForm toForm() {
            return new YearForm(
                    name,
                    version,
                    terms.stream()
                            .map(term -> new TermLine(
                                    term.id(),
                                    term.name(),
                                    term.starts().toString(),
                                    term.ends().toString(),
                                    term.weight().toString(),
                                    term.exam()))
                            .toList());
        }

        /** “Term 1, 1 Sep – 11 Dec · Term 2, …”. */
        public String words() {
            return terms.stream().map(Term::words).collect(Collectors.joining(" · "));
        }

        /** The same with the weights, for the record of changes: whatever of it moves a result. */
        private String allWords() {
            return terms.stream()
                    .map(term -> term.words() + ", weight " + term.weight() + (term.exam() ? ", exam term" : ""))
                    .collect(Collectors.joining(" · "));
        }
    }

    /**
     * @param id 0 for one not kept yet
     * @param exam it may lie within another's weeks and takes only the assessments given to it
     */
    public record Term(long id, String name, LocalDate starts, LocalDate ends, Weight weight, boolean exam) {
        private String words() {
            return name + ", " + Days.brief(starts) + " – " + Days.brief(ends);
        }

        private boolean holds(LocalDate day) {
            return !day.isBefore(starts) && !day.isAfter(ends);
        }

        private boolean liesWithin(Term other) {
            return other.holds(starts) && other.holds(ends);
        }
    }

    /** Assessments would move to another term, which the teacher has not agreed to yet. */
    static final class MovesException extends FormException {
        private MovesException(List<String> moves) {
            super((moves.size() == 1 ? "1 assessment" : moves.size() + " assessments") + " would move to another term: "
                    + String.join("; ", moves.subList(0, Math.min(MOST_NAMED, moves.size())))
                    + (moves.size() > MOST_NAMED ? "; and " + (moves.size() - MOST_NAMED) + " more" : "")
                    + ". Tick “they may move” below and save the year again, or change the dates.");
        }
    }

    /** The teacher's years, newest name first. */
    @Transactional(readOnly = true)
    public List<Year> years(TeacherId teacher) {
        List<GroundworkMapper.TermRow> terms = mapper.findTerms(teacher);
        return mapper.findYears(teacher).stream()
                .map(row -> new Year(
                        row.id(),
                        row.name(),
                        row.version(),
                        terms.stream()
                                .filter(term -> term.yearId() == row.id())
                                .map(term -> new Term(
                                        term.id(), term.name(), term.starts(), term.ends(), term.weight(), term.exam()))
                                .toList()))
                .toList();
    }

    /** All classes of the teacher, archived ones too. */
    @Transactional(readOnly = true)
    public List<ClassRow> classes(TeacherId teacher) {
        return books.allClasses(teacher);
    }

    /** A year to begin with or to go on to, for adjusting: nothing of it is saved. */
    @Transactional(readOnly = true)
    public YearForm proposed(TeacherId teacher) {
        return ProposedYear.on(
                LocalDate.now(clock), years(teacher).stream().map(Year::name).collect(Collectors.toSet()));
    }

    /** @throws NotFoundException when the teacher has no such year */
    @Transactional(readOnly = true)
    public Year year(TeacherId teacher, long yearId) {
        return years(teacher).stream()
                .filter(year -> year.id() == yearId)
                .findFirst()
                .orElseThrow(() -> new NotFoundException("year"));
    }

    /**
     * Makes a year with its terms.
     *
     * @return its id
     * @throws FormException naming every reason why it cannot be kept
     */
    @Transactional
    public long create(TeacherId teacher, YearForm form) {
        List<Term> terms = check(form);
        Long id = mapper.insertYear(teacher, form.name());
        if (id == null) {
            throw FormException.at("name", taken(form));
        }
        terms.forEach(term -> mapper.insertTerm(teacher, id, term));
        return id;
    }

    /**
     * Changes a year's name and terms.
     *
     * @throws FormException naming every reason why they cannot be kept; nothing is changed then
     * @throws NotFoundException when the teacher has no such year
     */
    @Transactional
    public void change(TeacherId teacher, long yearId, YearForm form) {
        Year before = year(teacher, yearId);
        List<Term> terms = check(form);
        if (mapper.isYearNameTaken(teacher, yearId, form.name())) {
            throw FormException.at("name", taken(form));
        }
        if (mapper.updateYear(teacher, yearId, form.version(), form.name()) == 0) {
            throw new FormException("This year was changed in another window meanwhile; there it has " + before.words()
                    + ". What you typed is still here, not saved: save again to replace it.");
        }
        checkPieces(mapper.findPieces(teacher, yearId), before.terms(), terms, form.moves());
        List<Long> kept = terms.stream().map(Term::id).filter(id -> id != 0).toList();
        List<String> ofReturns = held.termsBut(teacher, yearId, kept);
        if (!ofReturns.isEmpty()) {
            throw new FormException(
                    String.join(", ", ofReturns)
                            + (ofReturns.size() == 1 ? " has a return" : " have returns")
                            + " to the school and must stay in the year. Delete the draft under To school; what is sealed stays.");
        }
        mapper.parkTermNames(teacher, yearId);
        mapper.forgetTermsOfRemoved(teacher, yearId);
        mapper.deleteTermsBut(teacher, yearId, kept);
        for (Term term : terms) {
            if (term.id() == 0) {
                mapper.insertTerm(teacher, yearId, term);
            } else if (mapper.updateTerm(teacher, yearId, term) == 0) {
                throw new NotFoundException("term");
            }
        }
        String after = year(teacher, yearId).allWords();
        books.allClasses(teacher).stream()
                .filter(row -> row.yearId() == yearId)
                .forEach(row -> changes.recordGroundwork(teacher, row.id(), "terms", before.allWords(), after));
    }

    /** Every assessment keeps a term, and changes it only where the teacher agreed. */
    private static void checkPieces(
            List<GroundworkMapper.DatedPiece> pieces, List<Term> before, List<Term> after, boolean mayMove) {
        List<GroundworkMapper.DatedPiece> outside = new ArrayList<>();
        List<String> moves = new ArrayList<>();
        for (GroundworkMapper.DatedPiece piece : pieces) {
            Optional<Term> own = termOf(piece, before);
            Optional<Term> later = termOf(piece, after);
            if (later.isEmpty()) {
                outside.add(piece);
            } else if (own.isPresent() && own.get().id() != later.get().id()) {
                moves.add("“" + piece.title() + "” of " + piece.className() + ", " + Days.brief(piece.date())
                        + ", from " + own.get().name() + " to " + later.get().name());
            }
        }
        if (!outside.isEmpty()) {
            GroundworkMapper.DatedPiece piece = outside.get(0);
            throw new FormException((outside.size() == 1 ? "1 assessment" : outside.size() + " assessments")
                    + " would be in no term, such as “" + piece.title() + "” of " + piece.className() + " on "
                    + Days.brief(piece.date())
                    + ". Leave a term on that day, or give the assessment another date or term first.");
        }
        if (!moves.isEmpty() && !mayMove) {
            throw new MovesException(moves);
        }
    }

    /** The term a piece is given to, else the first whose days hold its date, as the core finds it. */
    private static Optional<Term> termOf(GroundworkMapper.DatedPiece piece, List<Term> terms) {
        return terms.stream()
                .filter(term -> piece.termId() == null ? term.holds(piece.date()) : term.id() == piece.termId())
                .findFirst();
    }

    private static String taken(YearForm form) {
        return "You have a year “" + form.name() + "” already. Give this one another name.";
    }

    private static List<Term> check(YearForm form) {
        Problems problems = new Problems();
        if (form.name().isEmpty() || form.name().length() > 40) {
            problems.at("name", "The year needs a name of 1 to 40 letters, such as 2026/27.");
        }
        List<Term> terms = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (int i = 0; i < form.terms().size(); i++) {
            TermLine line = form.terms().get(i);
            String called = line.name().isEmpty() ? "The term without a name" : "“" + line.name() + "”";
            if (line.name().isEmpty() || line.name().length() > 40) {
                problems.at("termName", i, "Each term needs a name of 1 to 40 letters.");
            } else if (!names.add(line.name())) {
                problems.at("termName", i, called + " is there twice. Each term needs its own name.");
            }
            LocalDate starts = TypedDay.read(line.starts()).orElse(null);
            LocalDate ends = TypedDay.read(line.ends()).orElse(null);
            if (starts == null || ends == null) {
                problems.at(
                        starts == null ? "starts" : "ends",
                        i,
                        called + " needs a first and a last day, such as 2026-09-01.");
            } else if (ends.isBefore(starts)) {
                problems.at(
                        "ends",
                        i,
                        called + " ends on " + Days.brief(ends) + ", before it starts on " + Days.brief(starts) + ".");
            } else if (ChronoUnit.DAYS.between(starts, ends) > LONGEST_TERM) {
                problems.at("ends", i, called + " is longer than a year. Check the year of its last day.");
            } else {
                terms.add(
                        new Term(line.id(), line.name(), starts, ends, weight(line, i, called, problems), line.exam()));
            }
        }
        if (form.terms().isEmpty()) {
            problems.add("The year needs at least one term.");
        }
        terms.sort(Comparator.comparing(Term::starts));
        for (int i = 1; i < terms.size(); i++) {
            for (int j = 0; j < i; j++) {
                overlap(terms.get(j), terms.get(i)).ifPresent(problems::add);
            }
        }
        problems.refuse();
        return terms;
    }

    private static Weight weight(TermLine line, int i, String called, Problems problems) {
        try {
            Weight weight = line.weight().isEmpty() ? Weight.ZERO : Weight.parse(line.weight());
            if (weight.toFraction().compareTo(HIGHEST_WEIGHT) <= 0) {
                return weight;
            }
        } catch (IllegalArgumentException none) {
            // Said below, in the same words as a weight too high.
        }
        problems.at(
                "termWeight",
                i,
                "The weight of " + called + " is “" + line.weight()
                        + "”. It must be a number from 0 to 1000, with at most four places.");
        return Weight.ZERO;
    }

    /** @param earlier starts first, or on the same day */
    private static Optional<String> overlap(Term earlier, Term later) {
        if (later.starts().isAfter(earlier.ends())) {
            return Optional.empty();
        }
        boolean within = later.exam() && !earlier.exam() && later.liesWithin(earlier);
        if (within && later.starts().isAfter(earlier.starts())) {
            return Optional.empty();
        }
        return Optional.of(
                within
                        ? "“" + later.name() + "” starts on the same day as “" + earlier.name()
                                + "”. An exam term within another must start later, so that work of that day stays in its term."
                        : "“" + earlier.name() + "” and “" + later.name() + "” overlap: one ends on "
                                + Days.brief(earlier.ends()) + ", the other starts on " + Days.brief(later.starts())
                                + ". Only an exam term may lie within another.");
    }
}
