package aestimo.app.lists;

import aestimo.app.account.AccountService;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.contacts.ContactService;
import aestimo.app.figures.Figure;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.roll.Person;
import aestimo.app.roll.StudentService;
import aestimo.app.web.Download;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Lists: put together and looked at on the page, then printed or exported. */
@Controller
class ListsController {
    /** Figures that are shown at once; the others are unfolded. */
    private static final Set<String> USUAL = Set.of("set", "rank", "result", "grade", "target", "attendance");

    private final FrameService frames;
    private final BookService books;
    private final AccountService accounts;
    private final StudentService students;
    private final ContactService contacts;
    private final ListFiles files;
    private final ListsWork work;

    ListsController(
            FrameService frames,
            BookService books,
            AccountService accounts,
            StudentService students,
            ContactService contacts,
            ListFiles files,
            ListsWork work) {
        this.frames = frames;
        this.books = books;
        this.accounts = accounts;
        this.students = students;
        this.contacts = contacts;
        this.files = files;
        this.work = work;
    }

    @GetMapping("/classes/{classId}/room/lists")
    String lists(OpenClass open, FormFields fields, HttpServletRequest request, Model model) {
        ListAsked asked = ListAsked.read(fields, accounts.listLines(open.teacher()));
        model.addAttribute("frame", frames.ofClass(open, "room/lists"));
        model.addAttribute("asked", asked);
        model.addAttribute("kinds", ListKind.values());
        if (ListsWork.isLong(asked)) {
            model.addAttribute("token", UUID.randomUUID().toString());
            model.addAttribute("many", asked.classes().size() + 1);
            model.addAttribute("query", request.getQueryString());
        }
        Map<Boolean, List<Figure>> figures = ClassList.figures(open).stream()
                .collect(Collectors.partitioningBy(
                        figure -> USUAL.contains(figure.key()) || figure.key().startsWith("category:")));
        List<Figure> further = figures.getOrDefault(false, List.of());
        model.addAttribute("usual", figures.getOrDefault(true, List.of()));
        model.addAttribute("further", further);
        model.addAttribute("open", further.stream().anyMatch(figure -> asked.shows(figure.key())));
        model.addAttribute("students", ClassList.listed(open, asked.ofAll()));
        model.addAttribute("sets", open.book().sets());
        ClassRow own = open.classBook().row();
        model.addAttribute(
                "others",
                books.classes(open.teacher()).stream()
                        .filter(row -> row.yearId() == own.yearId() && row.id() != own.id())
                        .toList());
        if (asked.kind().isTable()) {
            Map<Long, Person> people = students.people(open.teacher(), open.id());
            Table table = new ClassList(open, asked, people, contacts.ofClass(open.teacher(), open.id())).table();
            model.addAttribute("table", table);
            model.addAttribute(
                    "rows",
                    table.rows().stream()
                            .map(row -> row.stream().map(ListsController::words).toList())
                            .toList());
        }
        return "lists/lists";
    }

    private static String words(Table.Cell cell) {
        return cell instanceof Table.Number number ? number.value().toPlainString() : ((Table.Text) cell).text();
    }

    @GetMapping({
        "/classes/{classId}/room/lists.pdf",
        "/classes/{classId}/room/lists.xlsx",
        "/classes/{classId}/room/lists.ods",
        "/classes/{classId}/room/lists.csv"
    })
    void file(OpenClass open, FormFields fields, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        ListAsked asked = ListAsked.read(fields, accounts.listLines(open.teacher()));
        if (Download.ending(request).equals("pdf") && ListsWork.isLong(asked)) {
            response.sendRedirect("/classes/" + open.id() + "/room/lists?" + request.getQueryString() + "#many");
            return;
        }
        files.answer(open, asked, Download.ending(request), response);
    }

    /** The lists of many classes as one PDF, made while the teacher goes on. */
    @PostMapping("/classes/{classId}/room/lists/many")
    String many(OpenClass open, FormFields fields, RedirectAttributes flash) {
        ListAsked asked = ListAsked.read(fields, accounts.listLines(open.teacher()));
        return Sent.of(() -> work.begin(open, asked, fields.text("token")))
                .to(job -> "redirect:/classes/" + open.id() + "/families/jobs/" + job.id() + "?"
                        + open.span().query())
                .orSay(
                        flash,
                        "redirect:/classes/" + open.id() + "/room/lists?"
                                + open.span().query());
    }
}
