package aestimo.app.marks;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.changes.ListedChange;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.PageFrame;
import aestimo.app.web.Download;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** All alterations of a class, by student, assessment, way and day; taken away, and gone back on one by one. */
@Controller
@RequestMapping("/classes/{classId}/changes")
class ChangesController {
    private static final int MOST_SHOWN = 300;
    private static final int MOST_TAKEN = 20_000;
    private static final List<String> WAYS = List.of(
            "typed", "filled", "pasted", "brought in", "undone", "redone", "settled", "taken back", "groundwork");

    private final BookService books;
    private final ChangeService changes;
    private final EntryService entries;
    private final FrameService frames;

    ChangesController(BookService books, ChangeService changes, EntryService entries, FrameService frames) {
        this.books = books;
        this.changes = changes;
        this.entries = entries;
        this.frames = frames;
    }

    @GetMapping
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        ChangeFilter filter = filter(parameters);
        List<ListedChange> found = changes.ofClass(teacher.id(), classId, filter, MOST_SHOWN + 1);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "changes"));
        model.addAttribute("filter", filter);
        model.addAttribute("changes", found.subList(0, Math.min(MOST_SHOWN, found.size())));
        model.addAttribute("more", found.size() > MOST_SHOWN);
        model.addAttribute("students", classBook.book().students());
        model.addAttribute("assessments", classBook.book().assessments());
        model.addAttribute("ways", WAYS);
        return "marks/changes";
    }

    private static ChangeFilter filter(Map<String, String> parameters) {
        String how = parameters.getOrDefault("how", "");
        return new ChangeFilter(
                0,
                FormFields.toNumber(parameters.getOrDefault("ofStudent", "")),
                FormFields.toNumber(parameters.getOrDefault("ofAssessment", "")),
                WAYS.contains(how) ? how : "",
                day(parameters.getOrDefault("since", "")),
                day(parameters.getOrDefault("until", "")),
                parameters.containsKey("real"));
    }

    /** Null for no day. */
    private static LocalDate day(String text) {
        try {
            return text.isEmpty() ? null : LocalDate.parse(text);
        } catch (DateTimeParseException none) {
            return null;
        }
    }

    @GetMapping("/csv")
    void csv(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            HttpServletResponse response)
            throws IOException {
        ClassBook classBook = books.open(teacher.id(), classId);
        Table table = new Table(
                classBook.row().title() + ", changes",
                List.of("When", "Student", "Assessment", "What", "From", "To", "How"),
                changes.ofClass(teacher.id(), classId, filter(parameters), MOST_TAKEN).stream()
                        .map(change -> List.of(
                                Table.Cell.of(change.at().toString()),
                                Table.Cell.of(change.student()),
                                Table.Cell.of(change.assessment()),
                                Table.Cell.of(change.what()),
                                Table.Cell.of(change.was()),
                                Table.Cell.of(change.became()),
                                Table.Cell.of(change.how())))
                        .toList());
        Download.csv(response, table);
    }

    /** Puts back what an entry was before one alteration. */
    @PostMapping("/back")
    String back(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            RedirectAttributes told) {
        ClassBook classBook = books.open(teacher.id(), classId);
        long id = fields.number("change");
        ListedChange change = changes.ofClass(teacher.id(), classId, ChangeFilter.only(id), 1).stream()
                .filter(own -> id != 0 && own.isEntry())
                .findFirst()
                .orElseThrow(() -> new NotFoundException("change"));
        CellId cell = new CellId(change.assessmentId(), change.enrolmentId(), change.partId());
        try {
            entries.apply(
                    teacher.id(),
                    classId,
                    List.of(new TypedEntry(
                            UUID.randomUUID(),
                            cell.assessmentId(),
                            cell.enrolmentId(),
                            cell.partId(),
                            classBook.version(cell),
                            change.was(),
                            "undone")));
            told.addFlashAttribute(
                    "done",
                    change.student() + ", " + change.assessment() + " is "
                            + (change.was().isEmpty() ? "blank" : change.was()) + " again.");
        } catch (FormException refused) {
            told.addFlashAttribute("problems", refused.problems());
        }
        PageFrame frame = frames.ofClass(teacher, classBook, parameters, "changes");
        return "redirect:/classes/" + classId + "/changes?" + frame.query();
    }
}
