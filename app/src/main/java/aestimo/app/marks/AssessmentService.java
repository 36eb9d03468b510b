package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Days;
import aestimo.app.marks.AssessmentMapper.AssessmentRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.RefusedException;
import aestimo.core.book.Term;
import aestimo.core.value.OutOf;
import aestimo.core.value.Weight;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adds, changes and removes the assessments of a class. */
@Service
public class AssessmentService {
    private static final int LONGEST_TITLE = 80;
    private static final int LONGEST_INSTRUCTIONS = 2000;
    private static final BigDecimal HIGHEST_WEIGHT = BigDecimal.valueOf(1000);
    private static final BigDecimal HIGHEST_OUT_OF = BigDecimal.valueOf(10_000);

    private final AssessmentMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final StandingMarks marks;

    AssessmentService(AssessmentMapper mapper, BookService books, ChangeService changes, StandingMarks marks) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.marks = marks;
    }

    /** The form that changes an assessment. */
    @Transactional(readOnly = true)
    public AssessmentForm form(TeacherId teacher, ClassBook classBook, long assessmentId) {
        Assessment assessment = classBook.assessment(assessmentId);
        return new AssessmentForm(
                assessmentId,
                version(teacher, classBook, assessmentId),
                assessment.title(),
                Long.parseLong(assessment.category().text()),
                assessment.date().toString(),
                assessment.outOf().toString(),
                assessment.statedTerm().map(term -> Long.parseLong(term.text())).orElse(0L),
                assessment.due().equals(assessment.date())
                        ? ""
                        : assessment.due().toString(),
                assessment.weight().toString(),
                assessment.isBonus(),
                assessment.allowsOver(),
                mapper.findInstructions(teacher, classBook.row().id(), assessmentId),
                "");
    }

    /** Counts the assessment's saves; 0 where it is gone. */
    int version(TeacherId teacher, ClassBook classBook, long assessmentId) {
        Integer version = mapper.findVersion(teacher, classBook.row().id(), assessmentId);
        return version == null ? 0 : version;
    }

    /**
     * Adds an assessment.
     *
     * @return its id
     * @throws FormException naming every reason why it cannot be kept
     */
    @Transactional
    public long add(TeacherId teacher, long classId, AssessmentForm form) {
        ClassBook classBook = books.open(teacher, classId);
        long id = mapper.insert(teacher, classId, check(classBook, form));
        changes.recordGroundwork(
                teacher,
                classId,
                "assessment",
                "",
                words(reopened(teacher, classId).assessment(id)));
        return id;
    }

    /** @throws FormException when what was just written is refused by the rules of calculation */
    private ClassBook reopened(TeacherId teacher, long classId) {
        try {
            return books.open(teacher, classId);
        } catch (RefusedException refused) {
            throw FormException.of(refused);
        }
    }

    /**
     * Changes an assessment. Where the out-of changes and marks stand, the form says what becomes of them.
     *
     * @throws FormException naming every reason why it cannot be kept
     */
    @Transactional
    public void change(TeacherId teacher, long classId, AssessmentForm form) {
        ClassBook classBook = books.open(teacher, classId);
        Assessment before = classBook.assessment(form.id());
        AssessmentMapper.AssessmentRow row = check(classBook, form);
        if (!row.outOf().equals(before.outOf())) {
            marks.settle(teacher, classBook, before, row.outOf(), form.marks());
        }
        if (mapper.update(teacher, classId, form.id(), form.version(), row) == 0) {
            throw new FormException("This assessment was changed in another window meanwhile; there it is now "
                    + words(before) + ". What you typed is still here, not kept: save again to put it in place.");
        }
        changes.recordGroundwork(
                teacher,
                classId,
                "assessment",
                words(before),
                words(reopened(teacher, classId).assessment(form.id())));
    }

    /**
     * Removes an assessment nobody has an entry for.
     *
     * @throws FormException when some cell of it holds something
     */
    @Transactional
    public void remove(TeacherId teacher, long classId, long assessmentId) {
        Assessment before = books.open(teacher, classId).assessment(assessmentId);
        if (mapper.deleteEmpty(teacher, classId, assessmentId) == 0) {
            throw new FormException(
                    "“" + before.title() + "” holds entries, so it cannot be removed. Clear them first.");
        }
        changes.recordGroundwork(teacher, classId, "assessment", words(before), "");
    }

    private static String words(Assessment assessment) {
        return "“" + assessment.title() + "”, " + Days.brief(assessment.date()) + ", out of " + assessment.outOf();
    }

    private static AssessmentRow check(ClassBook classBook, AssessmentForm form) {
        List<String> problems = new ArrayList<>();
        if (form.title().isEmpty() || form.title().length() > LONGEST_TITLE) {
            problems.add("The assessment needs a title of 1 to " + LONGEST_TITLE + " letters.");
        }
        Optional<Category> category = classBook.book().categories().stream()
                .filter(own -> ClassBook.id(own) == form.categoryId())
                .findFirst();
        if (category.isEmpty()) {
            problems.add("Choose the category it belongs to.");
        } else if (category.get().retired() && !stands(classBook, form)) {
            problems.add(category.get().name() + " is retired and takes no new assessment. Choose another category.");
        }
        Optional<Term> given = classBook.book().terms().stream()
                .filter(term -> term.id().text().equals(Long.toString(form.termId())))
                .findFirst();
        if (form.termId() != 0 && given.isEmpty()) {
            problems.add("Choose one of the year's terms, or the one of its date.");
        }
        if (form.instructions().length() > LONGEST_INSTRUCTIONS) {
            problems.add("The instructions have over " + LONGEST_INSTRUCTIONS + " characters.");
        }
        LocalDate date = null;
        try {
            date = LocalDate.parse(form.date());
        } catch (DateTimeParseException none) {
            problems.add("The date is “" + form.date() + "”. It must be a day such as 2027-02-19.");
        }
        if (date != null && given.isEmpty() && classBook.book().termOn(date).isEmpty()) {
            problems.add(Days.brief(date) + " " + date.getYear() + " lies in no term. The terms are "
                    + classBook.book().terms().stream()
                            .map(AssessmentService::words)
                            .collect(Collectors.joining("; "))
                    + ".");
        }
        OutOf outOf = null;
        try {
            outOf = OutOf.parse(form.outOf());
        } catch (IllegalArgumentException none) {
            problems.add("Out of “" + form.outOf() + "” will not do. It must be a number above 0, such as 40.");
        }
        if (outOf != null && outOf.value().compareTo(HIGHEST_OUT_OF) > 0) {
            problems.add("Out of " + outOf + " is too much. At most " + HIGHEST_OUT_OF + " is possible.");
        }
        LocalDate due = date;
        if (!form.due().isEmpty()) {
            try {
                due = LocalDate.parse(form.due());
            } catch (DateTimeParseException none) {
                problems.add("The due date is “" + form.due() + "”. It must be a day such as 2027-02-26, or empty.");
            }
        }
        if (due != null && date != null && due.isBefore(date)) {
            problems.add("It is due on " + Days.brief(due) + ", before its date, " + Days.brief(date) + ".");
        }
        Weight weight = Weight.ZERO;
        try {
            weight = Weight.parse(form.weight());
        } catch (IllegalArgumentException none) {
            // A weight of 0 is refused below in the same words.
        }
        if (weight.isZero() || weight.value().compareTo(HIGHEST_WEIGHT) > 0) {
            problems.add("The weight within its category is “" + form.weight()
                    + "”. It must be a number above 0, at most " + HIGHEST_WEIGHT + ", such as 1 or 2.");
        }
        if (!problems.isEmpty()) {
            throw new FormException(problems);
        }
        return new AssessmentRow(
                form.categoryId(),
                form.title(),
                date,
                outOf,
                given.map(term -> form.termId()).orElse(null),
                due.equals(date) ? null : due,
                weight,
                form.bonus(),
                form.allowOver(),
                form.instructions());
    }

    /** Whether the assessment stands in that category already. */
    private static boolean stands(ClassBook classBook, AssessmentForm form) {
        return form.id() != 0
                && classBook.assessment(form.id()).category().text().equals(Long.toString(form.categoryId()));
    }

    private static String words(Term term) {
        return term.name() + " from " + Days.brief(term.firstDay()) + " to " + Days.brief(term.lastDay());
    }
}
