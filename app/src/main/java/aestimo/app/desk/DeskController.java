package aestimo.app.desk;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.book.HiddenNames;
import aestimo.app.frame.Days;
import aestimo.app.frame.FirstSteps;
import aestimo.app.frame.FrameService;
import aestimo.app.roll.BirthdayService;
import aestimo.app.targets.HelpService;
import aestimo.app.toschool.ReturnOverview;
import aestimo.app.watching.DiskRoom;
import aestimo.app.watching.NightlyBackup;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.grading.GroupMean;
import aestimo.core.grading.Result;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The desk, and the account page. */
@Controller
class DeskController {
    private static final int DAYS_OF_WEEK = 7;
    private static final int MOST_TO_DO = 9;

    private final BookService books;
    private final FrameService frames;
    private final AccountService accounts;
    private final LastDone lastDone;
    private final HelpService helps;
    private final ReturnOverview returns;
    private final BirthdayService birthdays;
    private final NightlyBackup backup;
    private final DiskRoom disk;
    private final Clock clock;

    DeskController(
            BookService books,
            FrameService frames,
            AccountService accounts,
            LastDone lastDone,
            HelpService helps,
            ReturnOverview returns,
            BirthdayService birthdays,
            NightlyBackup backup,
            DiskRoom disk,
            Clock clock) {
        this.backup = backup;
        this.disk = disk;
        this.books = books;
        this.frames = frames;
        this.accounts = accounts;
        this.lastDone = lastDone;
        this.helps = helps;
        this.returns = returns;
        this.birthdays = birthdays;
        this.clock = clock;
    }

    /**
     * A class on the desk, over its present term.
     *
     * @param mean as shown; empty while nobody has a result
     * @param grade of the mean; empty without mean or bands
     * @param next what a class that is only begun needs next
     */
    record ClassLine(
            ClassRow row,
            String facts,
            List<Stack> stacks,
            String mean,
            String grade,
            int looseEnds,
            Optional<FirstSteps.Step> next) {}

    /** How many have one grade, drawn as dots one on the other. */
    record Stack(String label, int count) {
        public List<Integer> dots() {
            return Stream.iterate(0, i -> i + 1).limit(count).toList();
        }
    }

    @GetMapping("/")
    String desk(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        List<ClassBook> open = books.openAll(teacher.id());
        model.addAttribute("frame", frames.ofDesk(teacher, Days.full(LocalDate.now(clock)), facts(open), "desk", open));
        model.addAttribute("classes", open.stream().map(DeskController::line).toList());
        List<ToDo> todo = ToDo.of(open, helps.due(teacher.id()));
        model.addAttribute("todo", todo.subList(0, Math.min(MOST_TO_DO, todo.size())));
        model.addAttribute("more", Math.max(0, todo.size() - MOST_TO_DO));
        model.addAttribute("lastDone", lastDone.of(teacher.id(), open));
        model.addAttribute("birthdays", HiddenNames.areHidden() ? List.of() : birthdays.thisWeek(teacher.id()));
        model.addAttribute("weeks", TermWeeks.of(open));
        model.addAttribute("backupFailed", backup.failure().orElse(""));
        model.addAttribute("roomLeft", disk.littleMegabytes().orElse(-1));
        List<ReturnOverview.Line> lines = returns.of(teacher.id(), open);
        model.addAttribute("returns", lines);
        model.addAttribute(
                "returnTerms", lines.isEmpty() ? List.of() : lines.get(0).cells());
        return "desk/desk";
    }

    private static String facts(List<ClassBook> open) {
        if (open.isEmpty()) {
            return "No class yet";
        }
        long students = open.stream().mapToLong(it -> present(it.book())).sum();
        String classes = open.size() == 1 ? "one class" : open.size() + " classes";
        Book first = open.get(0).book();
        return first.termOn(first.today())
                        .map(term -> weekOf(term, first.today()) + " · ")
                        .orElse("") + (students == 1 ? "1 student" : students + " students") + " in " + classes;
    }

    private static String weekOf(Term term, LocalDate today) {
        long week = ChronoUnit.DAYS.between(Days.monday(term.firstDay()), today) / DAYS_OF_WEEK + 1;
        long weeks = ChronoUnit.DAYS.between(Days.monday(term.firstDay()), term.lastDay()) / DAYS_OF_WEEK + 1;
        return "Week " + week + " of " + weeks + " in " + term.name();
    }

    private static long present(Book book) {
        return book.students().stream()
                .filter(student -> student.isEnrolledOn(book.today()))
                .count();
    }

    private static ClassLine line(ClassBook classBook) {
        Book book = classBook.book();
        Span now = book.termOn(book.today())
                .<Span>map(term -> new Span.Terms(Set.of(term.id())))
                .orElseGet(Span.Year::new);
        Standing standing = Standing.of(book, now);
        GroupMean mean = standing.mean();
        List<Stack> stacks = new ArrayList<>();
        standing.countsByBand().forEach((band, count) -> stacks.add(0, new Stack(band.label(), count)));
        Optional<Result> result = mean.mean();
        long students = present(book);
        return new ClassLine(
                classBook.row(),
                students == 1 ? "1 student" : students + " students",
                stacks,
                result.map(Result::shown).orElse(""),
                result.flatMap(Result::grade).map(Band::label).orElse(""),
                LooseEnds.toSettle(book).size(),
                FirstSteps.of(classBook).stream().filter(FirstSteps.Step::next).findFirst());
    }

    @GetMapping("/account")
    String account(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        model.addAttribute("frame", frames.ofDesk(teacher, "Account", "signed in as " + teacher.signIn(), "account"));
        AccountSettings saved = accounts.look(teacher.id());
        model.addAttribute("saved", saved);
        Object lists = model.getAttribute("typedLists");
        model.addAttribute(
                "lists",
                model.containsAttribute("problems") && lists != null ? lists : accounts.listLines(teacher.id()));
        // What was typed and refused is shown again.
        model.addAttribute(
                "look",
                model.containsAttribute("problems") && model.getAttribute("typed") != null
                        ? model.getAttribute("typed")
                        : saved);
        return "account/account";
    }
}
