package aestimo.app.whole;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.groundwork.BoundaryService;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.groundwork.YearService;
import aestimo.app.marks.AssessmentService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Term;
import aestimo.core.boundary.Boundaries;
import aestimo.core.id.AssessmentId;
import aestimo.core.id.PartId;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.exchange.markbook.Markbook;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes a class away as a markbook, and makes a class from one. */
@Service
public class WholeClassService {
    private static final int MOST_STUDENTS = 500;
    private static final int YEARS_TRIED = 20;
    private static final int LONGEST_NAME = 40;

    private final ClassMaker maker;
    private final BookService books;
    private final YearService years;
    private final BoundaryService boundaries;
    private final AssessmentService assessments;
    private final WholeMapper mapper;

    WholeClassService(
            ClassMaker maker,
            BookService books,
            YearService years,
            BoundaryService boundaries,
            AssessmentService assessments,
            WholeMapper mapper) {
        this.maker = maker;
        this.books = books;
        this.years = years;
        this.boundaries = boundaries;
        this.assessments = assessments;
        this.mapper = mapper;
    }

    /**
     * A class as a markbook, notes and all.
     *
     * @param memos whether the teacher's own words go with it
     */
    @Transactional(readOnly = true)
    public Markbook exports(TeacherId teacher, long classId, boolean memos) {
        ClassBook classBook = books.open(teacher, classId);
        Map<String, Boundaries> bandSets = new HashMap<>();
        for (Assessment piece : classBook.book().assessments()) {
            piece.bands().ifPresent(bands -> bandSets.put(nameOf(teacher, bands), bands));
        }
        Map<AssessmentId, String> instructions = assessments.instructions(teacher, classId);
        Map<Markbook.Cell, Markbook.Remarks> remarks = new HashMap<>();
        for (WholeMapper.RemarkRow row : mapper.findRemarks(teacher, classId)) {
            if (memos || !row.note().isEmpty()) {
                remarks.put(
                        new Markbook.Cell(
                                new StudentId(Long.toString(row.enrolmentId())),
                                new AssessmentId(Long.toString(row.assessmentId())),
                                row.partId() == 0
                                        ? Optional.empty()
                                        : Optional.of(new PartId(Long.toString(row.partId())))),
                        new Markbook.Remarks(row.note(), memos ? row.memo() : ""));
            }
        }
        return new Markbook(classBook.row().title(), classBook.book(), bandSets, instructions, remarks);
    }

    private String nameOf(TeacherId teacher, Boundaries bands) {
        return boundaries.library(teacher).stream()
                .filter(set -> books.boundaries(teacher, set.id()).equals(bands))
                .map(BoundaryService.Named::name)
                .findFirst()
                .orElse("grades");
    }

    /**
     * What was imported.
     *
     * @param remarks what could not be taken over as it stood
     */
    public record Imported(long classId, String name, int students, int entries, List<String> remarks) {}

    /**
     * Makes a new class from a markbook, in the year that has its terms, or in a new one.
     *
     * @throws FormException naming what the class cannot take over; nothing is made then
     */
    @Transactional
    public Imported importClass(TeacherId teacher, Markbook markbook) {
        if (markbook.book().students().size() > MOST_STUDENTS) {
            throw new FormException("The file holds over " + MOST_STUDENTS + " students. Nothing was made.");
        }
        if (markbook.book().terms().isEmpty()) {
            throw new FormException("The file holds no terms, so there is no year to put the class in.");
        }
        YearService.Year year = yearOf(teacher, markbook.book().terms());
        Map<TermId, Long> terms = new HashMap<>();
        for (int i = 0; i < year.terms().size(); i++) {
            terms.put(markbook.book().terms().get(i).id(), year.terms().get(i).id());
        }
        String name = freeName(teacher, year.id(), markbook.className());
        ClassMaker.Made made = maker.make(teacher, new ClassForm(year.id(), name, "", 2), markbook, terms, Map.of());
        return new Imported(
                made.classId(),
                name,
                markbook.book().students().size(),
                markbook.book().countFilled(),
                made.remarks());
    }

    private YearService.Year yearOf(TeacherId teacher, List<Term> terms) {
        return years.years(teacher).stream()
                .filter(year -> isLike(year.terms(), terms))
                .findFirst()
                .orElseGet(() -> years.year(teacher, years.create(teacher, yearForm(teacher, terms))));
    }

    private static boolean isLike(List<YearService.Term> own, List<Term> terms) {
        if (own.size() != terms.size()) {
            return false;
        }
        for (int i = 0; i < own.size(); i++) {
            YearService.Term one = own.get(i);
            Term other = terms.get(i);
            if (!one.name().equals(other.name())
                    || !one.starts().equals(other.firstDay())
                    || !one.ends().equals(other.lastDay())
                    || !one.weight().equals(other.weight())) {
                return false;
            }
        }
        return true;
    }

    private YearForm yearForm(TeacherId teacher, List<Term> terms) {
        List<String> taken =
                years.years(teacher).stream().map(YearService.Year::name).toList();
        int first = terms.get(0).firstDay().getYear();
        int last = terms.get(terms.size() - 1).lastDay().getYear();
        String plain = first == last ? Integer.toString(first) : first + "/" + String.format("%02d", last % 100);
        String name = plain;
        for (int i = 2; taken.contains(name) && i < YEARS_TRIED; i++) {
            name = plain + " (" + i + ")";
        }
        List<TermLine> lines = new ArrayList<>();
        for (int i = 0; i < terms.size(); i++) {
            Term term = terms.get(i);
            boolean within = terms.stream()
                    .anyMatch(other -> other != term && other.holds(term.firstDay()) && other.holds(term.lastDay()));
            lines.add(new TermLine(
                    0,
                    term.name(),
                    term.firstDay().toString(),
                    term.lastDay().toString(),
                    term.weight().toString(),
                    within));
        }
        return new YearForm(name, 0, lines);
    }

    private String freeName(TeacherId teacher, long yearId, String wished) {
        List<String> taken = books.allClasses(teacher).stream()
                .filter(row -> row.yearId() == yearId)
                .map(row -> row.subject().isEmpty() ? row.name() : row.title())
                .toList();
        String plain = wished.isBlank() ? "Class" : wished.strip();
        String name = plain.substring(0, Math.min(LONGEST_NAME, plain.length()));
        for (int i = 2; taken.contains(name) && i < YEARS_TRIED; i++) {
            String more = " (" + i + ")";
            name = plain.substring(0, Math.min(LONGEST_NAME - more.length(), plain.length())) + more;
        }
        return name;
    }
}
