package aestimo.app.targets;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.SpanChoice;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Whom the teacher marked for help, why, and what came of it. */
@Controller
@RequestMapping("/classes/{classId}/targets/help")
class HelpController {
    private final BookService books;
    private final FrameService frames;
    private final HelpService helps;

    HelpController(BookService books, FrameService frames, HelpService helps) {
        this.books = books;
        this.frames = frames;
        this.helps = helps;
    }

    @GetMapping
    String show(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            Model model) {
        return page(teacher, classId, parameters, model);
    }

    private String page(SignedInTeacher teacher, long classId, Map<String, String> parameters, Model model) {
        ClassBook classBook = books.open(teacher.id(), classId);
        List<HelpView> all = HelpView.of(classBook, helps.ofClass(teacher.id(), classId));
        model.addAttribute("frame", frames.ofClass(teacher, classBook, parameters, "targets/help"));
        model.addAttribute(
                "open",
                all.stream().filter(view -> view.help().ended().isEmpty()).toList());
        model.addAttribute(
                "past",
                all.stream().filter(view -> view.help().ended().isPresent()).toList());
        model.addAttribute("today", classBook.book().today());
        return "targets/help";
    }

    @PostMapping
    String begin(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        long enrolment = fields.number("enrolment");
        String name = books.open(teacher.id(), classId).student(enrolment).listName();
        try {
            helps.begin(
                    teacher.id(),
                    classId,
                    enrolment,
                    fields.text("reason"),
                    fields.text("doing"),
                    fields.text("lookAgain"));
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            model.addAttribute(
                    "begun",
                    new Begun(enrolment, name, fields.text("reason"), fields.text("doing"), fields.text("lookAgain")));
            return page(teacher, classId, parameters, model);
        }
        return told(teacher, classId, parameters, told, name + " is marked for help.");
    }

    /** A form that was refused, as it was typed. */
    record Begun(long enrolmentId, String name, String reason, String doing, String lookAgain) {}

    @PostMapping("/{helpId}")
    String alter(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @PathVariable long helpId,
            @RequestParam Map<String, String> parameters,
            FormFields fields,
            Model model,
            RedirectAttributes told) {
        boolean ends = !fields.text("end").isEmpty();
        try {
            if (ends) {
                helps.end(teacher.id(), classId, helpId, fields.text("outcome"));
            } else {
                helps.alter(
                        teacher.id(),
                        classId,
                        helpId,
                        fields.text("reason"),
                        fields.text("doing"),
                        fields.text("lookAgain"));
            }
        } catch (FormException refused) {
            model.addAttribute("problems", refused.problems());
            model.addAttribute(
                    "typed",
                    Map.of(
                            "id", Long.toString(helpId),
                            "reason", fields.text("reason"),
                            "doing", fields.text("doing"),
                            "lookAgain", fields.text("lookAgain"),
                            "outcome", fields.text("outcome")));
            return page(teacher, classId, parameters, model);
        }
        return told(teacher, classId, parameters, told, ends ? "It is ended, and stands below." : "It is kept.");
    }

    private String told(
            SignedInTeacher teacher,
            long classId,
            Map<String, String> parameters,
            RedirectAttributes told,
            String words) {
        told.addFlashAttribute("done", words);
        return "redirect:/classes/" + classId + "/targets/help?"
                + SpanChoice.read(parameters, books.open(teacher.id(), classId).book())
                        .query();
    }
}
