package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.marks.AssessmentForm.More;
import aestimo.app.marks.AssessmentForm.PartLine;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import aestimo.core.book.Term;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The same piece again: a week later, or in other classes. */
@Service
public class PieceCopyService {
    private static final Pattern NUMBERED = Pattern.compile("(.*?)([0-9]{1,4})(\\D*)");
    private static final int WEEK = 7;

    private final AssessmentService assessments;
    private final BookService books;

    PieceCopyService(AssessmentService assessments, BookService books) {
        this.assessments = assessments;
        this.books = books;
    }

    /**
     * Adds the same piece once more, with its parts and ceilings, on the same day of the next week of a term; a number in
     * its title counts on.
     *
     * @return its id
     * @throws FormException when the year has no such week left
     */
    @Transactional
    public long again(TeacherId teacher, long classId, long assessmentId) {
        ClassBook classBook = books.open(teacher, classId);
        Assessment before = classBook.assessment(assessmentId);
        LocalDate date = before.date().plusDays(WEEK);
        LocalDate last = classBook.book().terms().stream()
                .map(Term::lastDay)
                .max(Comparator.naturalOrder())
                .orElse(before.date());
        while (classBook.book().termOn(date).isEmpty() && !date.isAfter(last)) {
            date = date.plusDays(WEEK);
        }
        if (date.isAfter(last)) {
            throw new FormException("The year's last term ends on " + Days.brief(last) + ", so there is no week after “"
                    + before.title() + "”.");
        }
        AssessmentForm form = assessments.form(teacher, classBook, assessmentId);
        return assessments.add(
                teacher, classId, copied(form, counted(before.title()), form.categoryId(), before, date));
    }

    /** “Week 6” after “Week 5”; a title without a number stays. */
    private static String counted(String title) {
        Matcher numbered = NUMBERED.matcher(title);
        return numbered.matches()
                ? numbered.group(1) + (Integer.parseInt(numbered.group(2)) + 1) + numbered.group(3)
                : title;
    }

    /** A new piece like another, without its entries and its stated term; due as many days after its date. */
    private static AssessmentForm copied(
            AssessmentForm form, String title, long categoryId, Assessment before, LocalDate date) {
        More more = form.more();
        long later = ChronoUnit.DAYS.between(before.date(), date);
        return new AssessmentForm(
                0,
                0,
                title,
                categoryId,
                date.toString(),
                form.kind(),
                form.outOf(),
                new More(
                        0,
                        more.due().isEmpty() ? "" : before.due().plusDays(later).toString(),
                        more.weight(),
                        more.bonus(),
                        more.allowOver(),
                        more.boundariesId(),
                        more.instructions()),
                form.parts().stream()
                        .map(part -> new PartLine(0, part.title(), part.outOf(), part.weight()))
                        .toList(),
                form.ceilings(),
                "");
    }

    /**
     * What became of one copy.
     *
     * @param refused why there is none; empty text where there is
     */
    public record Copy(String piece, String className, String refused) {}

    /**
     * Copies pieces without their entries to other classes, into the category of the same name. Each is kept or refused
     * by itself.
     *
     * @param instead the name of the category where a class has none of the same name; empty to refuse the copy then
     * @return what became of each, in order
     */
    public List<Copy> copy(TeacherId teacher, long classId, List<Long> pieces, List<Long> classes, String instead) {
        ClassBook from = books.open(teacher, classId);
        List<Copy> copies = new ArrayList<>();
        for (long other : classes) {
            for (long piece : pieces) {
                Assessment assessment = from.assessment(piece);
                ClassBook to = books.open(teacher, other);
                copies.add(
                        new Copy(assessment.title(), to.row().title(), copy(teacher, from, assessment, to, instead)));
            }
        }
        return copies;
    }

    /** Empty text where it is copied; else why not. */
    private String copy(TeacherId teacher, ClassBook from, Assessment assessment, ClassBook to, String instead) {
        String category = from.book().categoryOf(assessment).name();
        Optional<Category> there = named(to, category).or(() -> named(to, instead));
        if (there.isEmpty()) {
            return "it has no category " + category + (instead.isEmpty() ? "" : " and none called " + instead);
        }
        if (to.book().assessments().stream()
                .anyMatch(own ->
                        own.title().equals(assessment.title()) && own.date().equals(assessment.date()))) {
            return "it has this piece on " + Days.brief(assessment.date()) + " already";
        }
        try {
            assessments.add(
                    teacher,
                    to.row().id(),
                    copied(
                            assessments.form(teacher, from, ClassBook.id(assessment)),
                            assessment.title(),
                            ClassBook.id(there.get()),
                            assessment,
                            assessment.date()));
            return "";
        } catch (FormException refused) {
            return String.join(" ", refused.problems());
        }
    }

    private static Optional<Category> named(ClassBook classBook, String name) {
        return classBook.book().categories().stream()
                .filter(own -> own.name().equalsIgnoreCase(name))
                .findFirst();
    }
}
