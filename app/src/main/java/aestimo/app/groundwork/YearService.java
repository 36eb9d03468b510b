package aestimo.app.groundwork;

import aestimo.app.frame.Days;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** School years and their terms. */
@Service
public class YearService {
    private final GroundworkMapper mapper;

    YearService(GroundworkMapper mapper) {
        this.mapper = mapper;
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
                                    term.ends().toString()))
                            .toList());
        }

        /** “Term 1, 1 Sep – 11 Dec · Term 2, …”. */
        public String words() {
            return String.join(
                    " · ",
                    terms.stream()
                            .map(term ->
                                    term.name() + ", " + Days.brief(term.starts()) + " – " + Days.brief(term.ends()))
                            .toList());
        }
    }

    public record Term(long id, String name, LocalDate starts, LocalDate ends) {}

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
                                .map(term -> new Term(term.id(), term.name(), term.starts(), term.ends()))
                                .toList()))
                .toList();
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
            throw new FormException(taken(form));
        }
        terms.forEach(term -> mapper.insertTerm(teacher, id, term.name(), term.starts(), term.ends()));
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
            throw new FormException(taken(form));
        }
        if (mapper.updateYear(teacher, yearId, form.version(), form.name()) == 0) {
            throw new FormException("This year was changed in another window meanwhile; there it has " + before.words()
                    + ". What you typed is still here, not kept: save again to put it in place.");
        }
        mapper.parkTermNames(teacher, yearId);
        mapper.deleteTermsBut(
                teacher,
                yearId,
                terms.stream().map(Term::id).filter(id -> id != 0).toList());
        for (Term term : terms) {
            if (term.id() == 0) {
                mapper.insertTerm(teacher, yearId, term.name(), term.starts(), term.ends());
            } else if (mapper.updateTerm(teacher, yearId, term.id(), term.name(), term.starts(), term.ends()) == 0) {
                throw new NotFoundException("term");
            }
        }
        List<GroundworkMapper.DatedPiece> outside = mapper.findPiecesOutsideTerms(teacher, yearId);
        if (!outside.isEmpty()) {
            GroundworkMapper.DatedPiece piece = outside.get(0);
            throw new FormException((outside.size() == 1 ? "1 assessment" : outside.size() + " assessments")
                    + " would lie in no term, such as “" + piece.title() + "” of " + piece.className() + " on "
                    + Days.brief(piece.date())
                    + ". Keep a term over that day, or give the assessment another date first.");
        }
    }

    private static String taken(YearForm form) {
        return "You have a year “" + form.name() + "” already. Give this one another name.";
    }

    private static List<Term> check(YearForm form) {
        List<String> problems = new ArrayList<>();
        if (form.name().isEmpty() || form.name().length() > 40) {
            problems.add("The year needs a name of 1 to 40 letters, such as 2026/27.");
        }
        List<Term> terms = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (TermLine line : form.terms()) {
            String called = line.name().isEmpty() ? "The term without a name" : "“" + line.name() + "”";
            if (line.name().isEmpty() || line.name().length() > 40) {
                problems.add("Each term needs a name of 1 to 40 letters.");
            } else if (!names.add(line.name())) {
                problems.add(called + " stands twice. Each term needs its own name.");
            }
            LocalDate starts = Forms.date(line.starts()).orElse(null);
            LocalDate ends = Forms.date(line.ends()).orElse(null);
            if (starts == null || ends == null) {
                problems.add(called + " needs a first and a last day, such as 2026-09-01.");
            } else if (ends.isBefore(starts)) {
                problems.add(
                        called + " ends on " + Days.brief(ends) + ", before it starts on " + Days.brief(starts) + ".");
            } else {
                terms.add(new Term(line.id(), line.name(), starts, ends));
            }
        }
        if (form.terms().isEmpty()) {
            problems.add("The year needs at least one term.");
        }
        terms.sort(Comparator.comparing(Term::starts));
        for (int i = 1; i < terms.size(); i++) {
            if (!terms.get(i).starts().isAfter(terms.get(i - 1).ends())) {
                problems.add(
                        "“" + terms.get(i - 1).name() + "” and “" + terms.get(i).name() + "” overlap: one ends on "
                                + Days.brief(terms.get(i - 1).ends()) + ", the other starts on "
                                + Days.brief(terms.get(i).starts()) + ".");
            }
        }
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
        return terms;
    }
}
