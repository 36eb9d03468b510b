package aestimo.app.groundwork;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.changes.ChangeService;
import aestimo.app.frame.Plain;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.Problems;
import aestimo.core.book.Book;
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.Rules;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Classes with their rules. */
@Service
public class GroundworkService {
    /** How many colours there are to choose from. */
    public static final int TINTS = 8;

    static final int LONGEST_NAME = 40;

    private final GroundworkMapper mapper;
    private final BookService books;
    private final ChangeService changes;
    private final ClassSave save;

    GroundworkService(GroundworkMapper mapper, BookService books, ChangeService changes, ClassSave save) {
        this.mapper = mapper;
        this.books = books;
        this.changes = changes;
        this.save = save;
    }

    /**
     * Makes a class in one of the teacher's years.
     *
     * @return its id
     * @throws FormException naming every reason why it cannot be made
     */
    @Transactional
    public long createClass(TeacherId teacher, ClassForm form) {
        check(teacher, form);
        Long id = mapper.insertClass(teacher, mapper.insertBoundaries(teacher, form.name(), false), form);
        if (id == null) {
            throw FormException.at("name", taken(form));
        }
        return id;
    }

    /**
     * Changes a class's name, subject, colour or year.
     *
     * @param version of the class the form was shown from
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public void changeClass(TeacherId teacher, long classId, int version, ClassForm form) {
        ClassRow before = books.classRow(teacher, classId);
        ClassForm inItsYear =
                new ClassForm(before.yearId(), form.name(), form.subject(), form.tint(), form.takesResults());
        check(teacher, inItsYear);
        if (mapper.isClassNameTaken(teacher, classId, inItsYear)) {
            throw FormException.at("name", taken(form));
        }
        save.advance(teacher, classId, version, words(before));
        mapper.updateClass(teacher, classId, inItsYear);
        changes.recordGroundwork(teacher, classId, "class", words(before), words(books.classRow(teacher, classId)));
    }

    private static String words(ClassRow row) {
        return row.title() + (row.takesResults() ? "" : ", takes no results");
    }

    /** @throws FormException naming every reason why a class cannot be so */
    public void check(TeacherId teacher, ClassForm form) {
        Problems problems = new Problems();
        if (form.name().isEmpty() || form.name().length() > LONGEST_NAME) {
            problems.at("name", "The class needs a name of 1 to " + LONGEST_NAME + " letters, such as 9B.");
        }
        if (form.subject().length() > LONGEST_NAME) {
            problems.at("subject", "The subject has over " + LONGEST_NAME + " letters.");
        }
        if (form.tint() < 1 || form.tint() > TINTS) {
            problems.at("tint", "Choose one of the colours.");
        }
        if (mapper.findYear(teacher, form.yearId()).isEmpty()) {
            problems.at("yearId", "Choose the year the class is taught in.");
        }
        problems.refuse();
    }

    private static String taken(ClassForm form) {
        return "There is a class " + (form.name() + " " + form.subject()).strip() + " in this year already.";
    }

    /**
     * Keeps the rules of a class.
     *
     * @throws FormException naming every reason why they cannot be kept
     */
    @Transactional
    public void saveRules(TeacherId teacher, long classId, RulesForm form) {
        String before = words(books.open(teacher, classId).book().rules());
        Rules rules = form.toRules();
        save.advance(teacher, classId, form.version(), "rules: " + before);
        putRules(teacher, classId, rules);
        save.check(teacher, classId);
        changes.recordGroundwork(teacher, classId, "rules", before, words(rules));
    }

    /** Puts the rules of a class that is being made, before the rest of its groundwork could be held against them. */
    @Transactional
    public void putRules(TeacherId teacher, long classId, Rules rules) {
        mapper.updateRules(
                teacher,
                classId,
                rules,
                rules.places().count(),
                rules.pass().orElse(""),
                rules.notHandedIn().orElse(null));
    }

    /** What the results would be by the rules of a form; keeps nothing. */
    Book tried(ClassBook classBook, RulesForm form) {
        return ClassSave.tried(classBook.book().toBuilder().rules(form.toRules()));
    }

    private static String words(Rules rules) {
        return String.join(
                ", ",
                rules.method() == Method.BY_CATEGORY ? "by category" : "by all points",
                rules.places().count() + " decimals",
                rules.gradeOn() == GradeOn.ROUNDED ? "graded rounded" : "graded exact",
                "just below within " + Plain.words(rules.borderline()),
                "movement from " + Plain.words(rules.movementAt()),
                rules.pass().map(label -> "pass from " + label).orElse("no pass band"),
                rules.notHandedIn()
                        .map(percent -> "not handed in counts " + Plain.words(percent) + " %")
                        .orElse("not handed in counts nothing"),
                "late " + Plain.words(rules.lateDeduction()) + " off",
                rules.year() == YearResult.POOLED
                        ? "year as one"
                        : "terms weighed" + (rules.termResults() == TermResults.EXACT ? " exact" : " rounded"),
                rules.ranking() == Ranking.STANDARD ? "ranks left out after ties" : "no ranks left out");
    }
}
