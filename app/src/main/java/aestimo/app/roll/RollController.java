package aestimo.app.roll;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.PageFrame;
import aestimo.app.roll.RollService.RollLine;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.exchange.sheet.Sheet;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
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

/** The students of a class: the list, and bringing them in from a paste or a file. */
@Controller
@RequestMapping("/classes/{classId}/groundwork/students")
class RollController {
    private static final int LONGEST_PASTE = 200_000;

    private final RollService roll;
    private final StudentService students;
    private final BookService books;
    private final FrameService frames;
    private final Clock clock;

    RollController(RollService roll, StudentService students, BookService books, FrameService frames, Clock clock) {
        this.roll = roll;
        this.students = students;
        this.books = books;
        this.frames = frames;
        this.clock = clock;
    }

    @GetMapping
    String list(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        frame(teacher, classId, parameters, model);
        long student = FormFields.toNumber(parameters.getOrDefault("student", ""));
        if (student != 0 && !model.containsAttribute("shown")) {
            model.addAttribute("shown", students.student(teacher.id(), classId, student));
        }
        return page(roll.students(teacher.id(), classId), model);
    }

    /** The page that moves a student, with the teacher's other classes of the year. */
    String moving(SignedInTeacher teacher, long classId, Map<String, String> parameters, Model model) {
        ClassBook classBook = frame(teacher, classId, parameters, model);
        model.addAttribute("today", classBook.book().today().toString());
        model.addAttribute(
                "others",
                books.classes(teacher.id()).stream()
                        .filter(row -> row.id() != classId
                                && row.yearId() == classBook.row().yearId())
                        .toList());
        return "roll/move";
    }

    /** To the list, over the span looked at. */
    String back(SignedInTeacher teacher, long classId, Map<String, String> parameters, Model model) {
        frame(teacher, classId, parameters, model);
        return back(classId, model);
    }

    private String page(List<RollLine> lines, Model model) {
        String today = LocalDate.now(clock).toString();
        model.addAttribute("lines", lines);
        model.addAttribute("today", today);
        model.addAttribute(
                "gone",
                lines.stream()
                        .filter(line -> !line.left().isEmpty() && line.left().compareTo(today) < 0)
                        .count());
        model.addAttribute(
                "sets",
                lines.stream()
                        .map(RollLine::set)
                        .filter(set -> !set.isEmpty())
                        .distinct()
                        .sorted()
                        .toList());
        return "roll/students";
    }

    @PostMapping
    String save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        frame(teacher, classId, parameters, model);
        List<RollLine> lines = new ArrayList<>();
        for (int i = 0; i < fields.texts("enrolment").size(); i++) {
            lines.add(new RollLine(
                    FormFields.toNumber(fields.text("enrolment", i)),
                    fields.text("number", i),
                    fields.text("family", i),
                    fields.text("given", i),
                    fields.text("set", i),
                    fields.text("joined", i),
                    fields.text("left", i),
                    fields.text("removable", i).equals("true")));
        }
        try {
            roll.save(
                    teacher.id(),
                    classId,
                    lines,
                    fields.texts("remove").stream().map(FormFields::toNumber).collect(Collectors.toSet()));
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return page(lines, model);
        }
        told.addFlashAttribute("done", "The list is kept.");
        return back(classId, model);
    }

    /** What was pasted, or the file that was chosen, as it is understood; the file wins where both were sent. */
    @PostMapping("/preview")
    String preview(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            @RequestParam(name = "file", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        frame(teacher, classId, parameters, model);
        if (file == null || file.isEmpty()) {
            return preview(teacher, classId, fields.raw("pasted"), fields.text("joined"), model);
        }
        try {
            Sheet list = SheetReader.readLongest(file.getBytes());
            return preview(teacher, classId, list.asTabbedText(), fields.text("joined"), model);
        } catch (UnreadableFileException refused) {
            return refused(teacher, classId, List.of(refused.getMessage()), fields.raw("pasted"), model);
        }
    }

    private String preview(SignedInTeacher teacher, long classId, String text, String joined, Model model) {
        if (text.isBlank()) {
            String words =
                    "Nothing was pasted and no file was chosen. Copy the names from your list and paste them here.";
            return refused(teacher, classId, List.of(words), text, model);
        }
        if (text.length() > LONGEST_PASTE) {
            String words = "That is too much for one class list: over " + LONGEST_PASTE + " characters.";
            return refused(teacher, classId, List.of(words), "", model);
        }
        model.addAttribute("preview", roll.preview(teacher.id(), classId, text, joined));
        return "roll/preview";
    }

    private String refused(SignedInTeacher teacher, long classId, List<String> problems, String pasted, Model model) {
        model.addAttribute("pasteProblems", problems);
        model.addAttribute("pasted", pasted);
        return page(roll.students(teacher.id(), classId), model);
    }

    @PostMapping("/keep")
    String keep(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        ClassBook classBook = frame(teacher, classId, parameters, model);
        try {
            RollService.Kept kept = roll.keep(
                    teacher.id(),
                    classId,
                    fields.raw("pasted"),
                    fields.text("joined"),
                    fields.texts("gone").stream().map(FormFields::toNumber).toList(),
                    fields.text("leftOn"),
                    fields.text("moveSets").equals("true"));
            told.addFlashAttribute("done", kept.words());
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            return preview(teacher, classId, fields.raw("pasted"), fields.text("joined"), model);
        }
        return classBook.book().categories().isEmpty()
                ? "redirect:/classes/" + classId + "/groundwork/weights"
                : back(classId, model);
    }

    private static String back(long classId, Model model) {
        PageFrame frame = (PageFrame) model.getAttribute("frame");
        return "redirect:/classes/" + classId + "/groundwork/students?" + frame.query();
    }

    private ClassBook frame(SignedInTeacher teacher, long classId, Map<String, String> parameters, Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "groundwork/students"));
        return classBook;
    }
}
