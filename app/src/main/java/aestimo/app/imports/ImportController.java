package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.PageFrame;
import aestimo.app.guard.TakesMuch;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.app.web.UploadName;
import aestimo.core.book.Student;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.sheet.SheetReader;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Importing: the source, its columns, its students, its marks, on one page. */
@Controller
@TakesMuch
@RequestMapping("/classes/{classId}/marks/import")
class ImportController {
    private static final int LONGEST_PASTE = 2_000_000;
    private static final int LONGEST_SOURCE = 80;
    /** Rows beyond so many are counted, not shown: a page of thousands helps nobody. */
    private static final int MOST_ROWS = 300;

    private final ImportService imports;
    private final TakeImportService takeImports;
    private final UndoImportService undoImports;
    private final FrameService frames;

    ImportController(
            ImportService imports, TakeImportService takeImports, UndoImportService undoImports, FrameService frames) {
        this.takeImports = takeImports;
        this.imports = imports;
        this.undoImports = undoImports;
        this.frames = frames;
    }

    @GetMapping
    String begin(OpenClass open, Model model) {
        frame(open, model);
        return beginning(open, model);
    }

    private String beginning(OpenClass open, Model model) {
        model.addAttribute("all", imports.all(open.teacher(), open.id()));
        return "imports/begin";
    }

    /** Reads what was pasted, or the file that was chosen; the file wins where both were sent. */
    @PostMapping
    String start(
            OpenClass open,
            @RequestParam(name = "file", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        frame(open, model);
        String pasted = fields.raw("pasted");
        return Sent.ofFile(() -> {
                    if (file != null && !file.isEmpty()) {
                        return imports.start(
                                open.teacher(), open.id(), source(file), SheetReader.read(file.getBytes()));
                    }
                    if (pasted.length() > LONGEST_PASTE) {
                        throw new FormException("That is too much to paste: over " + LONGEST_PASTE
                                + " characters. Save it as a file instead.");
                    }
                    return imports.start(
                            open.teacher(), open.id(), ImportService.PASTED, List.of(SheetReader.readPaste(pasted)));
                })
                .to(id -> to(open.id(), "/" + id, model))
                .orShow(model, () -> {
                    model.addAttribute("pasted", pasted.length() > LONGEST_PASTE ? "" : pasted);
                    return beginning(open, model);
                });
    }

    /** The file's name as a title would be written. */
    private static String source(MultipartFile file) {
        String name = UploadName.withoutEnding(file, LONGEST_SOURCE);
        return name.isEmpty() ? "a file" : name;
    }

    @GetMapping("/{importId}")
    String show(OpenClass open, @PathVariable long importId, Model model) {
        frame(open, model);
        return page(open, importId, model);
    }

    /** Asked for after it was cancelled here or in another tab: said so, with the way to begin anew. */
    @ExceptionHandler(ImportGoneException.class)
    String gone(OpenClass open, HttpServletResponse response, Model model) {
        response.setStatus(HttpServletResponse.SC_NOT_FOUND);
        frame(open, model);
        model.addAttribute(
                "problems", List.of("This import is no longer here: it was cancelled. Nothing was changed by it."));
        return beginning(open, model);
    }

    @PostMapping("/{importId}/settle")
    String settle(
            OpenClass open, @PathVariable long importId, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
        return Sent.of(() -> imports.settle(open.teacher(), open.id(), importId, choices(open, importId, fields)))
                .orSay(flash, to(open.id(), "/" + importId, model));
    }

    /** Rows that are not on the page keep what was settled of them; a button settles all of a kind at once. */
    private Choices choices(OpenClass open, long importId, FormFields fields) {
        Choices read = Choices.read(fields, imports.choices(open.teacher(), open.id(), importId));
        String all = fields.text("all");
        Map<Integer, String> students = new HashMap<>(read.students());
        // Only those whose names were on the page can be settled all at once.
        List<String> shown = fields.texts("shown");
        List<ImportPlan.Line> lines = all.isEmpty()
                ? List.of()
                : imports.view(open.teacher(), open.id(), importId).plan().lines();
        lines.stream()
                .filter(line -> shown.contains(Integer.toString(line.row().line())))
                .forEach(line -> {
                    if (all.equals("add") && line.fate() == ImportPlan.Fate.STRANGER) {
                        students.put(line.row().line(), Choices.ADD);
                    } else if (all.equals("leave") && line.fate() == ImportPlan.Fate.STRANGER) {
                        students.put(line.row().line(), Choices.LEAVE);
                    } else if (all.equals("yes") && line.isProposed()) {
                        students.put(line.row().line(), Long.toString(line.enrolmentId()));
                    }
                });
        String one = fields.text("settle");
        int at = one.indexOf('=');
        if (at > 0) {
            students.put((int) FormFields.toNumber(one.substring(0, at)), one.substring(at + 1));
        }
        return read.withStudents(students);
    }

    @PostMapping("/{importId}/page")
    String page(OpenClass open, @PathVariable long importId, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
        return Sent.of(() -> imports.readPage(open.teacher(), open.id(), importId, (int) fields.number("page")))
                .orSay(flash, to(open.id(), "/" + importId, model));
    }

    @PostMapping("/{importId}/import")
    String take(OpenClass open, @PathVariable long importId, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
        return Sent.of(() -> takeImports.take(open.teacher(), open.id(), importId, choices(open, importId, fields)))
                .saying(flash, plan -> new ImportWords(plan).done())
                .to(to(open.id(), "/" + importId, model))
                .orShow(model, () -> {
                    // What was chosen stays, though it cannot come in yet; where it cannot, the page says why.
                    Sent.of(() -> imports.settle(open.teacher(), open.id(), importId, choices(open, importId, fields)));
                    return page(open, importId, model);
                });
    }

    @PostMapping("/{importId}/undo")
    String undo(OpenClass open, @PathVariable long importId, Model model, RedirectAttributes flash) {
        frame(open, model);
        return Sent.of(() -> undoImports.undo(open.teacher(), open.id(), importId))
                .saying(flash, "The import is undone: everything is as it was before.")
                .orSay(flash, to(open.id(), "/" + importId, model));
    }

    @PostMapping("/{importId}/leave")
    String leave(OpenClass open, @PathVariable long importId, Model model, RedirectAttributes flash) {
        frame(open, model);
        // What was pasted goes back into its field, so that it can be mended there.
        flash.addFlashAttribute("pasted", imports.leave(open.teacher(), open.id(), importId));
        flash.addFlashAttribute("done", "Cancelled. Nothing was changed.");
        return to(open.id(), "", model);
    }

    private void frame(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "marks/import"));
    }

    private static String to(long classId, String page, Model model) {
        PageFrame frame = PageFrame.of(model);
        return "redirect:/classes/" + classId + "/marks/import" + page + "?" + frame.query();
    }

    /** One of the ways a row's student can be settled. */
    record StudentChoice(long enrolmentId, String name) {}

    private String page(OpenClass open, long importId, Model model) {
        ImportService.View view = imports.view(open.teacher(), open.id(), importId);
        ImportPlan plan = view.plan();
        List<ImportPlan.Line> notable =
                plan.lines().stream().filter(ImportPlan.Line::isNotable).toList();
        // What waits for the teacher stands first.
        List<ImportPlan.Line> ordered = Stream.of(
                        notable.stream().filter(line -> line.fate() == ImportPlan.Fate.TO_SETTLE),
                        notable.stream().filter(line -> line.fate() == ImportPlan.Fate.STRANGER),
                        notable.stream()
                                .filter(line -> line.fate() != ImportPlan.Fate.TO_SETTLE
                                        && line.fate() != ImportPlan.Fate.STRANGER),
                        plan.lines().stream().filter(line -> !line.isNotable()))
                .flatMap(lines -> lines)
                .toList();
        List<ImportPlan.Line> shown = ordered.subList(0, Math.min(ordered.size(), MOST_ROWS));
        model.addAttribute("view", view);
        model.addAttribute("plan", plan);
        model.addAttribute("words", new ImportWords(plan));
        model.addAttribute("shown", shown);
        model.addAttribute("unshown", plan.lines().size() - shown.size());
        model.addAttribute(
                "roles",
                List.of(
                        ColumnRole.LEFT_OUT,
                        ColumnRole.NAME,
                        ColumnRole.FAMILY,
                        ColumnRole.GIVEN,
                        ColumnRole.NUMBER,
                        ColumnRole.EMAIL,
                        ColumnRole.SET,
                        ColumnRole.WHEN,
                        ColumnRole.KNOWN_AS,
                        ColumnRole.BIRTHDAY,
                        ColumnRole.SUPPORT,
                        ColumnRole.REPORT,
                        ColumnRole.CONTACT_NAME,
                        ColumnRole.CONTACT_RELATION,
                        ColumnRole.CONTACT_EMAIL,
                        ColumnRole.CONTACT_TELEPHONE,
                        ColumnRole.ATTENDANCE,
                        ColumnRole.SCORE,
                        ColumnRole.STAGE,
                        ColumnRole.START,
                        ColumnRole.END));
        model.addAttribute("assessments", open.book().assessments());
        model.addAttribute("terms", open.book().terms());
        model.addAttribute(
                "categories",
                open.book().categories().stream()
                        .filter(category -> !category.retired())
                        .toList());
        model.addAttribute(
                "students",
                open.book().students().size() > MOST_ROWS
                        ? List.of()
                        : open.book().students().stream()
                                .sorted(Comparator.comparing(Student::listName))
                                .map(student -> new StudentChoice(ClassBook.id(student), student.listName()))
                                .toList());
        return "imports/settle";
    }
}
