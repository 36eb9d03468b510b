package aestimo.app.marks;

import aestimo.app.book.CellId;
import aestimo.app.changes.ChangeFilter;
import aestimo.app.changes.ChangeService;
import aestimo.app.changes.ListedChange;
import aestimo.app.frame.Days;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.PageFrame;
import aestimo.app.goals.LevelService;
import aestimo.app.web.Download;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Sent;
import aestimo.core.typed.TypedDay;
import aestimo.exchange.table.Table;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** All alterations of a class, by student, assessment, way and day; exported, and undone one by one. */
@Controller
@RequestMapping("/classes/{classId}/changes")
class ChangesController {
    private static final int MOST_SHOWN = 300;
    private static final int MOST_TAKEN = 20_000;
    private static final List<String> WAYS = List.of(
            "typed",
            "set by hand",
            "filled",
            "pasted",
            "imported",
            "undone",
            "redone",
            "settled",
            "import undone",
            "groundwork");

    private final ChangeService changes;
    private final EntryService entries;
    private final LevelService levels;
    private final FrameService frames;

    ChangesController(ChangeService changes, EntryService entries, LevelService levels, FrameService frames) {
        this.changes = changes;
        this.entries = entries;
        this.levels = levels;
        this.frames = frames;
    }

    @GetMapping
    String show(OpenClass open, Model model) {
        ChangeFilter filter = filter(open.parameters());
        List<ListedChange> found = changes.ofClass(open.teacher(), open.id(), filter, MOST_SHOWN + 1);
        model.addAttribute("frame", frames.ofClass(open, "changes"));
        model.addAttribute("filter", filter);
        model.addAttribute("changes", found.subList(0, Math.min(MOST_SHOWN, found.size())));
        model.addAttribute("more", found.size() > MOST_SHOWN);
        model.addAttribute("students", open.book().students());
        model.addAttribute("assessments", open.book().assessments());
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
    private static @Nullable LocalDate day(String text) {
        return TypedDay.read(text).orElse(null);
    }

    @GetMapping("/csv")
    void csv(OpenClass open, HttpServletResponse response) throws IOException {
        Table table = new Table(
                open.title() + ", changes",
                List.of("When", "Number", "Student", "Assessment", "What", "From", "To", "How"),
                changes.ofClass(open.teacher(), open.id(), filter(open.parameters()), MOST_TAKEN).stream()
                        .map(change -> List.of(
                                Table.Cell.of(Days.exactly(change.at())),
                                Table.Cell.of(change.number()),
                                Table.Cell.of(change.student()),
                                Table.Cell.of(change.assessment()),
                                Table.Cell.of(change.what()),
                                Table.Cell.of(change.was()),
                                Table.Cell.of(change.became()),
                                Table.Cell.of(change.how())))
                        .toList());
        Download.csv(response, table);
    }

    /** Puts back what an entry, or a level set by hand, was before one alteration. */
    @PostMapping("/undo")
    String back(OpenClass open, FormFields fields, RedirectAttributes flash) {
        long id = fields.number("change");
        ListedChange change = changes.ofClass(open.teacher(), open.id(), ChangeFilter.only(id), 1).stream()
                .filter(own -> id != 0 && own.canBeUndone())
                .findFirst()
                .orElseThrow(() -> new NotFoundException("change"));
        PageFrame frame = frames.ofClass(open, "changes");
        return Sent.of(() -> {
                    if (change.isLevel()) {
                        levels.undoOne(open.teacher(), open.id(), id);
                    } else {
                        entries.apply(open.teacher(), open.id(), List.of(undone(open, change)));
                    }
                })
                .saying(
                        flash,
                        change.student() + ", " + change.assessment() + " is "
                                + (!change.was().isEmpty()
                                        ? change.was()
                                        : change.isLevel() ? "without a level by hand" : "blank")
                                + " again.")
                .orSay(flash, "redirect:/classes/" + open.id() + "/changes?" + frame.query());
    }

    private static TypedEntry undone(OpenClass open, ListedChange change) {
        CellId cell = new CellId(change.assessmentId(), change.enrolmentId(), change.partId());
        return new TypedEntry(
                UUID.randomUUID(),
                cell.assessmentId(),
                cell.enrolmentId(),
                cell.partId(),
                open.classBook().version(cell),
                change.was(),
                "undone");
    }
}
