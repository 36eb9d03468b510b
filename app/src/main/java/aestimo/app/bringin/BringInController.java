package aestimo.app.bringin;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.PageFrame;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.core.book.Student;
import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Bringing in: the source, its columns, its students, its marks, on one page. */
@Controller
@RequestMapping("/classes/{classId}/marks/bring-in")
class BringInController {
    private static final int LONGEST_PASTE = 2_000_000;
    private static final int LONGEST_SOURCE = 80;
    /** Clear rows beyond so many are counted, not shown: a page of thousands helps nobody. */
    private static final int MOST_CLEAR_ROWS = 300;

    private final BringInService bringIns;
    private final TakeBackService takeBacks;
    private final BookService books;
    private final FrameService frames;

    BringInController(BringInService bringIns, TakeBackService takeBacks, BookService books, FrameService frames) {
        this.bringIns = bringIns;
        this.takeBacks = takeBacks;
        this.books = books;
        this.frames = frames;
    }

    @GetMapping
    String begin(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        open(teacher, classId, parameters, model);
        return beginning(teacher, classId, model);
    }

    private String beginning(SignedInTeacher teacher, long classId, Model model) {
        model.addAttribute("all", bringIns.all(teacher.id(), classId));
        return "bringin/begin";
    }

    /** Reads what was pasted, or the file that was chosen; the file wins where both were sent. */
    @PostMapping
    String start(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            @RequestParam(name = "file", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        open(teacher, classId, parameters, model);
        String pasted = fields.raw("pasted");
        try {
            boolean hasFile = file != null && !file.isEmpty();
            if (!hasFile && pasted.length() > LONGEST_PASTE) {
                throw new UnreadableFileException(
                        "That is too much to paste: over " + LONGEST_PASTE + " characters. Save it as a file instead.");
            }
            Sheet sheet = hasFile ? SheetReader.readLongest(file.getBytes()) : SheetReader.readPaste(pasted);
            long id = bringIns.start(teacher.id(), classId, hasFile ? source(file) : "pasted marks", sheet);
            return to(classId, "/" + id, model);
        } catch (UnreadableFileException refused) {
            model.addAttribute("problems", List.of(refused.getMessage()));
            model.addAttribute("pasted", pasted.length() > LONGEST_PASTE ? "" : pasted);
            return beginning(teacher, classId, model);
        }
    }

    /** The file's name as a title would be written. */
    private static String source(MultipartFile file) {
        String name = file.getOriginalFilename() == null ? "" : file.getOriginalFilename();
        String bare = name.replaceAll(".*[/\\\\]", "")
                .replaceAll("\\.[A-Za-z0-9]{1,5}$", "")
                .strip();
        if (bare.isEmpty()) {
            return "a file";
        }
        return bare.length() > LONGEST_SOURCE ? bare.substring(0, LONGEST_SOURCE) : bare;
    }

    @GetMapping("/{bringInId}")
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long bringInId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        ClassBook classBook = open(teacher, classId, parameters, model);
        return page(teacher, classBook, bringInId, model);
    }

    @PostMapping("/{bringInId}/settle")
    String settle(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long bringInId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        open(teacher, classId, parameters, model);
        try {
            bringIns.settle(teacher.id(), classId, bringInId, choices(teacher, classId, bringInId, fields));
        } catch (FormException refused) {
            told.addFlashAttribute("problems", refused.problems());
        }
        return to(classId, "/" + bringInId, model);
    }

    /** Rows that are not on the page keep what was settled of them; a button settles all strangers at once. */
    private Choices choices(SignedInTeacher teacher, long classId, long bringInId, FormFields fields) {
        Choices before = bringIns.choices(teacher.id(), classId, bringInId);
        Choices read = Choices.read(fields, before.columns().size());
        Map<Integer, String> students = new HashMap<>(before.students());
        fields.texts("line").forEach(line -> students.remove((int) FormFields.toNumber(line)));
        students.putAll(read.students());
        if (fields.text("all").equals("add")) {
            bringIns.view(teacher.id(), classId, bringInId).plan().lines().stream()
                    .filter(line -> line.fate() == BringInPlan.Fate.STRANGER)
                    .forEach(line -> students.put(line.row().line(), Choices.ADD));
        }
        return new Choices(read.columns(), students, read.byOrder());
    }

    @PostMapping("/{bringInId}/take")
    String take(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long bringInId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = open(teacher, classId, parameters, model);
        try {
            bringIns.settle(teacher.id(), classId, bringInId, choices(teacher, classId, bringInId, fields));
            BringInPlan plan = bringIns.take(teacher.id(), classId, bringInId);
            told.addFlashAttribute("done", words(plan));
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return page(teacher, classBook, bringInId, model);
        }
        return to(classId, "/" + bringInId, model);
    }

    private static String words(BringInPlan plan) {
        List<String> words = new ArrayList<>();
        if (plan.written() > 0) {
            words.add((plan.written() == 1 ? "1 mark is" : plan.written() + " marks are") + " brought in"
                    + (plan.doubtful() == 0
                            ? ""
                            : plan.doubtful() == 1 ? "; 1 is in doubt" : "; " + plan.doubtful() + " are in doubt"));
        }
        if (plan.targetsWritten() > 0) {
            words.add(
                    plan.targetsWritten() == 1
                            ? "1 target or starting score is brought in"
                            : plan.targetsWritten() + " targets and starting scores are brought in");
        }
        long joined = plan.count(BringInPlan.Fate.ADDED);
        if (joined > 0) {
            words.add(joined == 1 ? "1 student joined" : joined + " students joined");
        }
        return String.join(". ", words) + ".";
    }

    @PostMapping("/{bringInId}/back")
    String takeBack(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long bringInId,
            @RequestParam Map<String, String> parameters,
            Model model,
            RedirectAttributes told) {
        open(teacher, classId, parameters, model);
        try {
            takeBacks.takeBack(teacher.id(), classId, bringInId);
            told.addFlashAttribute("done", "It is taken back: everything stands as before.");
        } catch (FormException refused) {
            told.addFlashAttribute("problems", refused.problems());
        }
        return to(classId, "/" + bringInId, model);
    }

    @PostMapping("/{bringInId}/leave")
    String leave(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long bringInId,
            @RequestParam Map<String, String> parameters,
            Model model,
            RedirectAttributes told) {
        open(teacher, classId, parameters, model);
        bringIns.leave(teacher.id(), classId, bringInId);
        told.addFlashAttribute("done", "It is left. Nothing was changed.");
        return to(classId, "", model);
    }

    private ClassBook open(SignedInTeacher teacher, long classId, Map<String, String> parameters, Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "marks/bring-in"));
        return classBook;
    }

    private static String to(long classId, String page, Model model) {
        PageFrame frame = (PageFrame) model.getAttribute("frame");
        return "redirect:/classes/" + classId + "/marks/bring-in" + page + "?" + frame.query();
    }

    /** One of the ways a row's student can be settled. */
    record StudentChoice(long enrolmentId, String name) {}

    private String page(SignedInTeacher teacher, ClassBook classBook, long bringInId, Model model) {
        BringInService.View view = bringIns.view(teacher.id(), classBook.row().id(), bringInId);
        BringInPlan plan = view.plan();
        List<BringInPlan.Line> notable =
                plan.lines().stream().filter(BringInPlan.Line::isNotable).toList();
        boolean few = plan.lines().size() <= MOST_CLEAR_ROWS;
        List<BringInPlan.Line> shown = few
                ? plan.lines()
                : Stream.concat(
                                notable.stream(),
                                plan.lines().stream()
                                        .filter(line -> !line.isNotable())
                                        .limit(MOST_CLEAR_ROWS))
                        .limit(2L * MOST_CLEAR_ROWS)
                        .toList();
        model.addAttribute("view", view);
        model.addAttribute("plan", plan);
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
                        ColumnRole.WHEN));
        model.addAttribute("assessments", classBook.book().assessments());
        model.addAttribute("terms", classBook.book().terms());
        model.addAttribute(
                "categories",
                classBook.book().categories().stream()
                        .filter(category -> !category.retired())
                        .toList());
        model.addAttribute(
                "students",
                classBook.book().students().size() > MOST_CLEAR_ROWS
                        ? List.of()
                        : classBook.book().students().stream()
                                .sorted(Comparator.comparing(Student::listName))
                                .map(student -> new StudentChoice(ClassBook.id(student), student.listName()))
                                .toList());
        return "bringin/settle";
    }
}
