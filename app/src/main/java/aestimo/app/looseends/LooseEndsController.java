package aestimo.app.looseends;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.CellId;
import aestimo.app.book.ClassBook;
import aestimo.app.book.ClassRow;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The loose ends of all classes, settled in place, and work to chase. */
@Controller
class LooseEndsController {
    private final BookService books;
    private final FrameService frames;
    private final LooseEndService ends;

    LooseEndsController(BookService books, FrameService frames, LooseEndService ends) {
        this.books = books;
        this.frames = frames;
        this.ends = ends;
    }

    @GetMapping("/loose-ends")
    String looseEnds(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        List<ClassBook> classes = books.openAll(teacher.id());
        model.addAttribute("frame", frames.ofDesk(teacher, "Loose ends", "of all classes", "loose-ends", classes));
        model.addAttribute("groups", LooseEndService.of(classes));
        return "looseends/loose-ends";
    }

    /** Those of one class stand in the margin of its sheet. */
    @GetMapping("/classes/{classId}/loose-ends")
    String ofClass(OpenClass open) {
        return "redirect:/classes/" + open.id() + "/marks?" + open.span().query() + "&ends";
    }

    /** How many there are by now, for the spine of a page that stands open. */
    @GetMapping("/loose-ends/count")
    @ResponseBody
    Map<String, Integer> count(
            @AuthenticationPrincipal SignedInTeacher teacher, @RequestParam(defaultValue = "") String ofClass) {
        List<Long> classes = ofClass.isEmpty()
                ? books.classes(teacher.id()).stream().map(ClassRow::id).toList()
                : List.of(FormFields.toNumber(ofClass));
        return Map.of("count", ends.count(teacher.id(), classes));
    }

    /** Settles one: by an entry, another due day, or another category. */
    @PostMapping("/classes/{classId}/loose-ends/settle")
    String settle(OpenClass open, FormFields fields, RedirectAttributes flash) {
        return Sent.of(() -> settle(open.teacher(), open.id(), fields))
                .saying(flash, words -> words)
                .orSay(
                        flash,
                        fields.text("beside").isEmpty()
                                ? "redirect:/loose-ends"
                                : "redirect:/classes/" + open.id() + "/marks?"
                                        + open.span().query() + "&ends");
    }

    private String settle(TeacherId teacher, long classId, FormFields fields) {
        long assessment = fields.number("assessment");
        if (!fields.text("due").isEmpty()) {
            return ends.due(teacher, classId, assessment, fields.text("due"));
        }
        if (fields.number("category") != 0) {
            return ends.move(teacher, classId, assessment, fields.number("category"));
        }
        String quick = fields.text("quick");
        return ends.enter(
                teacher,
                classId,
                new CellId(assessment, fields.number("student"), fields.number("part")),
                (int) fields.number("base"),
                quick.isEmpty() ? fields.text("text") : quick,
                request(fields.text("request")));
    }

    /** A form without its id is a new request. */
    private static UUID request(String text) {
        return text.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}") ? UUID.fromString(text) : UUID.randomUUID();
    }

    @GetMapping("/to-chase")
    String toChase(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(defaultValue = "class") String by,
            Model model) {
        List<ClassBook> classes = books.openAll(teacher.id());
        boolean byStudent = by.equals("student");
        model.addAttribute(
                "frame",
                frames.ofDesk(
                        teacher,
                        "To chase",
                        "work not handed in, to finish and late, of all classes",
                        "to-chase",
                        classes));
        model.addAttribute("byStudent", byStudent);
        model.addAttribute("groups", byStudent ? ChaseLine.byStudent(classes) : ChaseLine.byClass(classes));
        return "looseends/to-chase";
    }
}
