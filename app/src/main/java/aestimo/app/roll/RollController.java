package aestimo.app.roll;

import aestimo.app.book.BookService;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.frame.PageFrame;
import aestimo.app.roll.RollService.RollLine;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.exchange.marks.Pages;
import aestimo.exchange.sheet.SheetReader;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
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
    String list(OpenClass open, Model model) {
        frame(open, model);
        long student = FormFields.toNumber(open.parameters().getOrDefault("student", ""));
        if (student != 0 && !model.containsAttribute("shown")) {
            model.addAttribute("shown", students.student(open.teacher(), open.id(), student));
        }
        return page(roll.students(open.teacher(), open.id()), model);
    }

    /** The page that moves a student, with the teacher's other classes of the year. */
    String moving(OpenClass open, Model model) {
        frame(open, model);
        model.addAttribute("today", open.book().today().toString());
        model.addAttribute(
                "others",
                books.classes(open.teacher()).stream()
                        .filter(row -> row.id() != open.id()
                                && row.yearId() == open.classBook().row().yearId())
                        .toList());
        return "roll/move";
    }

    /** To the list, over the part of the year looked at. */
    String back(OpenClass open, Model model) {
        frame(open, model);
        return back(open.id(), model);
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
    String save(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
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
        return Sent.of(() -> roll.save(
                        open.teacher(),
                        open.id(),
                        lines,
                        fields.texts("remove").stream()
                                .map(FormFields::toNumber)
                                .collect(Collectors.toSet())))
                .saying(flash, "The list is saved.")
                .to(back(open.id(), model))
                .orShow(model, () -> page(lines, model));
    }

    /** What was pasted, or the file that was chosen, as it is understood; the file wins where both were sent. */
    @PostMapping("/preview")
    String preview(
            OpenClass open,
            @RequestParam(name = "file", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        frame(open, model);
        if (file == null || file.isEmpty()) {
            return preview(open, fields.raw("pasted"), fields.text("joined"), model);
        }
        return Sent.ofFile(() -> {
                    Pages pages = Pages.of(SheetReader.read(file.getBytes()));
                    model.addAttribute("notes", pages.notes());
                    return pages.read().asTabbedText();
                })
                .to(text -> preview(open, text, fields.text("joined"), model))
                .orShow(model, why -> refused(open, why.problems(), fields.raw("pasted"), model));
    }

    private String preview(OpenClass open, String text, String joined, Model model) {
        if (text.isBlank()) {
            String words =
                    "Nothing was pasted and no file was chosen. Copy the names from your list and paste them here.";
            return refused(open, List.of(words), text, model);
        }
        if (text.length() > LONGEST_PASTE) {
            String words = "That is too much for one class list: over " + LONGEST_PASTE + " characters.";
            return refused(open, List.of(words), "", model);
        }
        model.addAttribute("preview", roll.preview(open.teacher(), open.id(), text, joined));
        return "roll/preview";
    }

    private String refused(OpenClass open, List<String> problems, String pasted, Model model) {
        model.addAttribute("pasteProblems", problems);
        model.addAttribute("pasted", pasted);
        return page(roll.students(open.teacher(), open.id()), model);
    }

    @PostMapping("/save")
    String saveImported(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) {
        frame(open, model);
        return Sent.of(() -> roll.save(
                        open.teacher(),
                        open.id(),
                        fields.raw("pasted"),
                        fields.text("joined"),
                        fields.texts("gone").stream().map(FormFields::toNumber).toList(),
                        fields.text("leftOn"),
                        fields.text("moveSets").equals("true"),
                        fields.texts("also").stream().map(FormFields::toNumber).collect(Collectors.toSet())))
                .saying(
                        flash,
                        kept -> kept.words() + (kept.joined() > 0 ? " This can be undone under Marks, Import." : ""))
                .to(kept -> open.book().categories().isEmpty()
                        ? "redirect:/classes/" + open.id() + "/groundwork/weights"
                        : back(open.id(), model))
                .orShow(model, () -> preview(open, fields.raw("pasted"), fields.text("joined"), model));
    }

    private static String back(long classId, Model model) {
        PageFrame frame = PageFrame.of(model);
        return "redirect:/classes/" + classId + "/groundwork/students?" + frame.query();
    }

    private void frame(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "groundwork/students"));
    }
}
