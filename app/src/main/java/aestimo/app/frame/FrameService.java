package aestimo.app.frame;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Book;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnds;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;

/** Makes the frame of a page. */
@Service
public class FrameService {
    private static final int WIDE = 880;
    private static final int NARROW = 358;

    private final BookService books;
    private final AccountService accounts;

    FrameService(BookService books, AccountService accounts) {
        this.books = books;
        this.accounts = accounts;
    }

    /** How the teacher likes the pages, for one without a frame. */
    @Transactional(readOnly = true)
    public AccountSettings look(SignedInTeacher teacher) {
        return accounts.look(teacher.id());
    }

    /** The frame of a page of no class: the desk and what lies on it. */
    @Transactional(readOnly = true)
    public PageFrame ofDesk(SignedInTeacher teacher, String title, String facts, String open) {
        return ofDesk(teacher, title, facts, open, books.openAll(teacher.id()));
    }

    /**
     * The same for a page that has opened the classes already.
     *
     * @param opened all that are not archived, in the order of {@link BookService#classes}
     */
    @Transactional(readOnly = true)
    public PageFrame ofDesk(SignedInTeacher teacher, String title, String facts, String open, List<ClassBook> opened) {
        List<ClassRow> classes = opened.stream().map(ClassBook::row).toList();
        int looseEnds = opened.stream()
                .mapToInt(classBook -> LooseEnds.toSettle(classBook.book()).size())
                .sum();
        return new PageFrame(
                title,
                facts,
                teacher.id().value(),
                accounts.look(teacher.id()),
                tabs(classes, Optional.empty(), Optional.empty()),
                List.of(
                        new PageFrame.Link("Desk", "/", open.equals("desk")),
                        new PageFrame.Link("Loose ends", "/loose-ends", open.equals("loose-ends")),
                        new PageFrame.Link("To chase", "/to-chase", open.equals("to-chase")),
                        new PageFrame.Link("Across classes", "/across", open.equals("across")),
                        new PageFrame.Link("Years", "/years", open.equals("years")),
                        new PageFrame.Link("The school", "/school", open.equals("school")),
                        new PageFrame.Link("Account", "/account", open.equals("account"))),
                Optional.empty(),
                "",
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                looseEnds,
                "/loose-ends");
    }

    /** The same of a class opened by its address. */
    @Transactional(readOnly = true)
    public PageFrame ofClass(OpenClass open, String page) {
        return ofClass(open.signedIn(), open.classBook(), open.parameters(), page);
    }

    /**
     * The frame of a page of one class, over the span its address says.
     *
     * @param page what follows the class in the page's address, such as {@code groundwork/students}
     */
    @Transactional(readOnly = true)
    public PageFrame ofClass(
            SignedInTeacher signedIn, ClassBook classBook, Map<String, String> parameters, String page) {
        TeacherId teacher = signedIn.id();
        AccountSettings look = accounts.look(teacher);
        SpanChoice span = SpanChoice.read(parameters, classBook.book());
        ClassRow row = classBook.row();
        return new PageFrame(
                row.title(),
                (row.archived() ? "archived · " : "") + facts(classBook.book(), row.takesResults()),
                teacher.value(),
                look,
                tabs(books.classes(teacher), Optional.of(row), Optional.of(span)),
                Arrays.stream(Workspace.values())
                        .filter(workspace -> row.takesResults() || workspace.isWithoutResults())
                        .map(workspace -> new PageFrame.Link(
                                workspace.words(),
                                "/classes/" + row.id() + "/" + workspace.path() + "?" + span.query(),
                                page.startsWith(workspace.path())))
                        .toList(),
                Optional.of(row),
                "/classes/" + row.id() + "/" + page,
                Optional.of(span),
                YearLine.of(classBook, span, WIDE),
                YearLine.of(classBook, span, NARROW),
                FirstSteps.of(classBook),
                LooseEnds.toSettle(classBook.book()).size(),
                "/classes/" + row.id() + "/loose-ends?" + span.query());
    }

    /** The page in place of a workspace that a class without results does not have. */
    public String withoutResults(OpenClass open, String page, Model model) {
        model.addAttribute("frame", ofClass(open, page));
        return "frame/no-results";
    }

    private static List<PageFrame.Tab> tabs(
            List<ClassRow> classes, Optional<ClassRow> open, Optional<SpanChoice> span) {
        // Classes of past years leave the spine; one opened from a link stays in sight.
        String newest = classes.isEmpty() ? "" : classes.get(0).yearName();
        return classes.stream()
                .filter(row -> row.yearName().equals(newest)
                        || open.filter(it -> it.id() == row.id()).isPresent())
                .map(row -> {
                    boolean sameYear =
                            open.filter(it -> it.yearId() == row.yearId()).isPresent();
                    String query = span.filter(choice -> choice.isAlsoOf(sameYear))
                            .map(choice -> "?" + choice.query())
                            .orElse("");
                    return new PageFrame.Tab(
                            row.tab(),
                            row.title(),
                            row.tint(),
                            "/classes/" + row.id() + "/marks" + query,
                            open.filter(it -> it.id() == row.id()).isPresent());
                })
                .toList();
    }

    private static String facts(Book book, boolean takesResults) {
        long students = book.students().stream()
                .filter(student -> student.isEnrolledOn(book.today()))
                .count();
        long sets = book.students().stream()
                .map(Student::set)
                .flatMap(Optional::stream)
                .distinct()
                .count();
        return (students == 1 ? "1 student" : students + " students")
                + (sets == 0 ? "" : sets == 1 ? " · one set" : " · " + numberWord(sets) + " sets")
                + (!takesResults ? " · takes no results" : book.categories().isEmpty() ? "" : weights(book));
    }

    /** Said only where they are not as they must be. */
    private static String weights(Book book) {
        String sum = Plain.words(book.weightsInAll());
        return sum.equals("100") ? "" : " · weights add to " + sum;
    }

    /** Small numbers read better as words. */
    private static String numberWord(long number) {
        List<String> words = List.of("no", "one", "two", "three", "four", "five", "six");
        return number < words.size() ? words.get((int) number) : Long.toString(number);
    }
}
